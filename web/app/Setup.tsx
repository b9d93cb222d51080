import { useState } from 'react';
import { api, reply, session } from '../api/client';
import { Notice } from '../ui/states';
import { useTask } from '../ui/useTask';

/** How a school begins: the link that the server has printed makes whoever opens it the first keeper. */
export function Setup() {
  const { busy, error, run } = useTask();
  const [key] = useState(() => window.location.hash.slice(1));
  const submit = (form: FormData) =>
    run(async () => {
      const field = (name: string) => String(form.get(name));
      const [signIn, password] = [field('signIn'), field('password')];
      await session();
      await reply(api.POST('/api/setup', { body: { key, school: field('school'), name: field('name'), signIn, password } }));
      await session();
      await reply(api.POST('/api/sign-in', { body: { name: signIn, password } }));
      window.location.assign('/school');
    });
  return (
    <main className="mx-auto flex min-h-dvh max-w-md flex-col justify-center px-5 py-8">
      <h1 className="text-4xl">Your school</h1>
      <p className="mb-5 text-faint">You keep it from now on: its teachers, its classes, its students.</p>
      <form action={(form) => void submit(form)} className="card flex flex-col gap-3">
        <label>
          The school's name
          <input name="school" className="field" maxLength={120} required />
        </label>
        <label>
          Your name, as others read it
          <input name="name" className="field" autoComplete="name" maxLength={120} required />
        </label>
        <label>
          The name that you sign in with
          <input name="signIn" className="field" autoComplete="username" autoCapitalize="none" spellCheck={false} maxLength={60} required />
        </label>
        <label>
          Your password, at least 8 characters; a sentence is good
          <input name="password" type="password" className="field" autoComplete="new-password" minLength={8} maxLength={200} required />
        </label>
        {error && <Notice>{error}</Notice>}
        {key === '' && <Notice>The key of the link is missing; open the whole link that the server has printed.</Notice>}
        <button type="submit" className="button button-main justify-center" disabled={busy || key === ''}>
          Begin
        </button>
      </form>
    </main>
  );
}
