import { useState } from 'react';
import { api, reply, session } from '../api/client';
import { sent } from '../ui/sent';
import { Notice } from '../ui/states';
import { useTask } from '../ui/useTask';
import { useSay } from '../words/words';
import { Door } from './Door';

/** A new password: students get a slip from their teacher, teachers a mail. */
export function Forgot() {
  const say = useSay();
  const { busy, error, run } = useTask();
  const [mailed, setMailed] = useState(false);
  const submit = (form: FormData) =>
    run(async () => {
      await session();
      await reply(api.POST('/api/forgot', { body: { name: String(form.get('name')) } }));
      setMailed(true);
    });
  return (
    <Door title={say('account.forgot')} line={say('account.forgot.students')}>
      <form onSubmit={sent(submit)} className="card flex flex-col gap-3">
        <label>
          {say('account.forgot.name')}
          <input name="name" className="field" autoComplete="username" autoCapitalize="none" spellCheck={false} maxLength={60} required />
        </label>
        {error && <Notice>{error}</Notice>}
        <p role="status">{mailed && say('account.forgot.mailed')}</p>
        <button type="submit" className="button button-main justify-center" disabled={busy || mailed}>
          {say('account.forgot.send')}
        </button>
        <a href="/" className="quiet-link self-center text-sm">
          {say('account.forgot.back')}
        </a>
      </form>
    </Door>
  );
}

/** Where the link of the mail leads. */
export function Reset() {
  const say = useSay();
  const { busy, error, run } = useTask();
  const [done, setDone] = useState(false);
  const submit = (form: FormData) =>
    run(async () => {
      await session();
      const key = window.location.hash.slice(1);
      await reply(api.POST('/api/reset', { body: { key, password: String(form.get('password')) } }));
      setDone(true);
    });
  return (
    <Door title={say('account.forgot')} line={say('account.reset.what')}>
      {done ? (
        <a href="/" className="button button-main justify-center">
          {say('account.reset.signIn')}
        </a>
      ) : (
        <form onSubmit={sent(submit)} className="card flex flex-col gap-3">
          <label>
            {say('account.password.new')}
            <input name="password" type="password" className="field" autoComplete="new-password" minLength={8} maxLength={200} required />
          </label>
          {error && <Notice>{error}</Notice>}
          <button type="submit" className="button button-main justify-center" disabled={busy}>
            {say('account.password.save')}
          </button>
        </form>
      )}
    </Door>
  );
}
