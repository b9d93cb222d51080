import { useState } from 'react';
import { api, reply, session } from '../api/client';
import { sent } from '../ui/sent';
import { Notice } from '../ui/states';
import { useTask } from '../ui/useTask';
import { Door } from './Door';

/** Joining a class by the code that its teacher shows. */
export function Join() {
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
      <Door title="Nearly in" line={`Your teacher lets you into “${asked.class}”.`}>
        <div className="card flex flex-col gap-2">
          <p>
            Your username is <b className="font-mono text-lg">{asked.signIn}</b>. Write it down.
          </p>
          <a className="button button-main justify-center" href={`/?as=${encodeURIComponent(asked.signIn)}`}>
            My teacher has let me in
          </a>
        </div>
      </Door>
    );
  }
  return (
    <Door title="Join a class" line="Your teacher shows a code of eight letters.">
      <form onSubmit={sent(submit)} className="card flex flex-col gap-3">
        <label>
          The code
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
            Username
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
            Your name, as the school writes it
            <input name="name" className="field" autoComplete="name" maxLength={120} required />
          </label>
        )}
        <label>
          {known ? 'Password' : 'Choose a password: at least 8 characters, a sentence is good'}
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
          Ask to join
        </button>
        <button type="button" className="quiet-link self-center text-sm" onClick={() => setKnown(!known)}>
          {known ? 'I’m new here' : 'I have an account already'}
        </button>
        <a href="/" className="quiet-link self-center text-sm">
          Sign in
        </a>
      </form>
    </Door>
  );
}
