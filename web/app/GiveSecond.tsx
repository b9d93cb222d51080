import { useQueryClient } from '@tanstack/react-query';
import { api, reply } from '../api/client';
import { sent } from '../ui/sent';
import { Notice } from '../ui/states';
import { useTask } from '../ui/useTask';
import { useSay } from '../words/words';
import { Door } from './Door';
import { ownedSession } from './ownedSession';

/** After the password: the code of two-step sign-in. */
export function GiveSecond({ name }: { name: string }) {
  const say = useSay();
  const queries = useQueryClient();
  const { busy, error, run } = useTask();
  const submit = (form: FormData) =>
    run(async () => {
      await reply(api.POST('/api/second', { body: { code: String(form.get('code')) } }));
      queries.setQueryData(['session'], await ownedSession());
    });
  const leave = () =>
    run(async () => {
      await reply(api.POST('/api/sign-out'));
      window.location.assign('/');
    });
  return (
    <Door title={say('account.second.more')} line={say('account.second.what', { name })}>
      <form onSubmit={sent(submit)} className="card flex flex-col gap-3">
        <label>
          {say('account.second.code')}
          <input name="code" className="field font-mono text-lg" autoComplete="one-time-code" inputMode="text" maxLength={20} required />
        </label>
        {error && <Notice>{error}</Notice>}
        <button type="submit" className="button button-main justify-center" disabled={busy}>
          {say('account.second.go')}
        </button>
        <button type="button" className="quiet-link self-center text-sm" onClick={() => void leave()}>
          {say('account.second.other')}
        </button>
      </form>
    </Door>
  );
}
