import { useState } from 'react';
import { api, reply, session } from '../api/client';
import { sent } from '../ui/sent';
import { Notice } from '../ui/states';
import { useTask } from '../ui/useTask';
import { useSay } from '../words/words';
import { Door } from './Door';

/** How a school begins: the link that the server has printed makes whoever opens it the first queue. */
export function Setup() {
  const say = useSay();
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
    <Door title={say('account.setup')} line={say('account.setup.what')}>
      <form onSubmit={sent(submit)} className="card flex flex-col gap-3">
        <label>
          {say('account.setup.school')}
          <input name="school" className="field" maxLength={120} required />
        </label>
        <label>
          {say('account.setup.name')}
          <input name="name" className="field" autoComplete="name" maxLength={120} required />
        </label>
        <label>
          {say('account.setup.username')}
          <input name="signIn" className="field" autoComplete="username" autoCapitalize="none" spellCheck={false} maxLength={60} required />
        </label>
        <label>
          {say('account.setup.password')}
          <input name="password" type="password" className="field" autoComplete="new-password" minLength={8} maxLength={200} required />
        </label>
        <details className="text-sm">
          <summary className="quiet-link w-fit py-1">{say('account.setup.more')}</summary>
          <div className="mt-2 flex flex-col gap-2">
            <label>
              {say('account.setup.zone')}
              <input name="zone" className="field" defaultValue={Intl.DateTimeFormat().resolvedOptions().timeZone} required />
            </label>
            <label>
              {say('account.setup.counting')}
              <select name="counting" className="field" defaultValue="syllables">
                <option value="syllables">{say('account.setup.syllables')}</option>
                <option value="steps">{say('account.setup.steps')}</option>
                <option value="bar-beat">{say('account.setup.barBeat')}</option>
              </select>
            </label>
            <label>
              {say('account.setup.points')}
              <input name="points" type="number" className="field" min={1} max={1000} defaultValue={20} required />
            </label>
          </div>
        </details>
        {error && <Notice>{error}</Notice>}
        {key === '' && <Notice>{say('account.setup.noKey')}</Notice>}
        <button type="submit" className="button button-main justify-center" disabled={busy || key === ''}>
          {say('account.second.begin')}
        </button>
      </form>
    </Door>
  );
}
