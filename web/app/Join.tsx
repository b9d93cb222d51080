import { useState } from 'react';
import { api, reply, session } from '../api/client';
import { sent } from '../ui/sent';
import { Notice } from '../ui/states';
import { useTask } from '../ui/useTask';
import { useSay } from '../words/words';
import { Door } from './Door';

/** Joining a class by the code that its teacher shows. */
export function Join() {
  const say = useSay();
  const { busy, error, run } = useTask();
  const [known, setKnown] = useState(false);
  const [asked, setAsked] = useState<{ signIn: string; class: string } | null>(null);
  const submit = (form: FormData) =>
    run(async () => {
      await session();
      const field = (name: string) => String(form.get(name));
      const who = known ? { signIn: field('signIn') } : { name: field('name') };
      setAsked(await reply(api.POST('/api/join', { body: { code: field('code'), password: field('password'), ...who } })));
    });
  if (asked) {
    return (
      <Door title={say('account.join.nearly')} line={say('account.join.letIn', { name: asked.class })}>
        <div className="card flex flex-col gap-2">
          <p>
            {say('account.join.username')} <b className="font-mono text-lg">{asked.signIn}</b>
          </p>
          <a className="button button-main justify-center" href={`/?as=${encodeURIComponent(asked.signIn)}`}>
            {say('account.join.done')}
          </a>
        </div>
      </Door>
    );
  }
  return (
    <Door title={say('account.join')} line={say('account.join.what')}>
      <form onSubmit={sent(submit)} className="card flex flex-col gap-3">
        <label>
          {say('account.join.code')}
          <input
            name="code"
            className="field font-mono text-lg uppercase"
            defaultValue={window.location.hash.slice(1)}
            autoCapitalize="characters"
            autoComplete="off"
            spellCheck={false}
            maxLength={20}
            required
          />
        </label>
        {known ? (
          <label key="username">
            {say('account.username')}
            <input
              name="signIn"
              className="field"
              autoComplete="username"
              autoCapitalize="none"
              spellCheck={false}
              maxLength={60}
              required
            />
          </label>
        ) : (
          <label key="name">
            {say('account.join.name')}
            <input name="name" className="field" autoComplete="name" maxLength={120} required />
          </label>
        )}
        <label>
          {known ? say('account.password') : say('account.password.choose')}
          <input
            name="password"
            type="password"
            className="field"
            autoComplete={known ? 'current-password' : 'new-password'}
            minLength={known ? undefined : 8}
            maxLength={200}
            required
          />
        </label>
        {error && <Notice>{error}</Notice>}
        <button type="submit" className="button button-main justify-center" disabled={busy}>
          {say('account.join.ask')}
        </button>
        <button type="button" className="quiet-link self-center text-sm" onClick={() => setKnown(!known)}>
          {known ? say('account.join.new') : say('account.join.known')}
        </button>
        <a href="/" className="quiet-link self-center text-sm">
          {say('account.signIn')}
        </a>
      </form>
    </Door>
  );
}
