import { useState } from 'react';
import { api, reply, session } from '../api/client';
import { sent } from '../ui/sent';
import { Notice } from '../ui/states';
import { useTask } from '../ui/useTask';
import { Door } from './Door';

/** A new password: students get a slip from their teacher, teachers a mail. */
export function Forgot() {
  const { busy, error, run } = useTask();
  const [mailed, setMailed] = useState(false);
  const submit = (form: FormData) =>
    run(async () => {
      await session();
      await reply(api.POST('/api/forgot', { body: { name: String(form.get('name')) } }));
      setMailed(true);
    });
  return (
    <Door title="A new password" line="Students: ask your teacher, who gives you a new slip.">
      <form onSubmit={sent(submit)} className="card flex flex-col gap-3">
        <label>
          Teachers: the name that you sign in with
          <input name="name" className="field" autoComplete="username" autoCapitalize="none" spellCheck={false} maxLength={60} required />
        </label>
        {error && <Notice>{error}</Notice>}
        <p role="status">
          {mailed && 'If the school knows your address, a mail with a link is on its way, good for an hour. Else ask the keeper.'}
        </p>
        <button type="submit" className="button button-main justify-center" disabled={busy || mailed}>
          Send me a link
        </button>
        <a href="/" className="quiet-link self-center text-sm">
          Back to signing in
        </a>
      </form>
    </Door>
  );
}

/** Where the link of the mail leads. */
export function Reset() {
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
    <Door title="A new password" line="It holds from now on; wherever you were signed in, you are signed out.">
      {done ? (
        <a href="/" className="button button-main justify-center">
          Sign in with it
        </a>
      ) : (
        <form onSubmit={sent(submit)} className="card flex flex-col gap-3">
          <label>
            The new one, at least 8 characters; a sentence is good
            <input name="password" type="password" className="field" autoComplete="new-password" minLength={8} maxLength={200} required />
          </label>
          {error && <Notice>{error}</Notice>}
          <button type="submit" className="button button-main justify-center" disabled={busy}>
            Save password
          </button>
        </form>
      )}
    </Door>
  );
}
