import { useState } from 'react';
import { api, reply, session } from '../api/client';
import { sent } from '../ui/sent';
import { Notice } from '../ui/states';
import { useTask } from '../ui/useTask';
import { Door } from './Door';

/** How a school begins: the link that the server has printed makes whoever opens it the first keeper. */
export function Setup() {
  const { busy, error, run } = useTask();
  const [key] = useState(() => window.location.hash.slice(1));
  const submit = (form: FormData) =>
    run(async () => {
      const field = (name: string) => String(form.get(name));
      const [signIn, password] = [field('signIn'), field('password')];
      const counting = field('counting') as 'steps' | 'syllables' | 'bar-beat';
      const points = Number(field('points'));
      await session();
      await reply(
        api.POST('/api/setup', {
          body: { key, school: field('school'), name: field('name'), signIn, password, zone: field('zone'), counting, points },
        }),
      );
      await session();
      await reply(api.POST('/api/sign-in', { body: { name: signIn, password } }));
      window.location.assign('/school');
    });
  return (
    <Door title="Your school" line="You keep it from now on: its teachers, its classes, its students.">
      <form onSubmit={sent(submit)} className="card flex flex-col gap-3">
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
        <details className="text-sm">
          <summary className="quiet-link w-fit py-1">time zone, counting and marks; all of it can be changed later</summary>
          <div className="mt-2 flex flex-col gap-2">
            <label>
              Time zone
              <input name="zone" className="field" defaultValue={Intl.DateTimeFormat().resolvedOptions().timeZone} required />
            </label>
            <label>
              Classes count in
              <select name="counting" className="field" defaultValue="syllables">
                <option value="syllables">syllables, 1 e &amp; a</option>
                <option value="steps">step numbers, 1 to 16</option>
                <option value="bar-beat">bar.beat, 1.1</option>
              </select>
            </label>
            <label>
              Points of a part
              <input name="points" type="number" className="field" min={1} max={1000} defaultValue={20} required />
            </label>
          </div>
        </details>
        {error && <Notice>{error}</Notice>}
        {key === '' && <Notice>The key of the link is missing; open the whole link that the server has printed.</Notice>}
        <button type="submit" className="button button-main justify-center" disabled={busy || key === ''}>
          Begin
        </button>
      </form>
    </Door>
  );
}
