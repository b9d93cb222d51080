import { useQueryClient } from '@tanstack/react-query';
import { useNavigate } from 'react-router';
import { api, reply } from '../api/client';
import { sent } from '../ui/sent';
import { Notice } from '../ui/states';
import { useTask } from '../ui/useTask';
import { useSay } from '../words/words';
import { ownedSession } from './ownedSession';

/** A password of one's own: before anything else where it is a first one, and whenever somebody likes. */
export function NewPassword({ first }: { first: boolean }) {
  const say = useSay();
  const navigate = useNavigate();
  const queries = useQueryClient();
  const { busy, error, run } = useTask();
  const submit = (form: FormData) =>
    run(async () => {
      await reply(api.POST('/api/password', { body: { old: String(form.get('old')), password: String(form.get('password')) } }));
      queries.setQueryData(['session'], await ownedSession());
      navigate('/');
    });
  return (
    <div className="mx-auto max-w-md py-8">
      <h1>{first ? say('account.password.own') : say('account.password.change')}</h1>
      <p className="mb-4 text-faint">{first ? say('account.password.slip') : say('account.password.stay')}</p>
      <form onSubmit={sent(submit)} className="card flex flex-col gap-3">
        <label>
          {first ? say('account.password.onSlip') : say('account.password.now')}
          <input name="old" type="password" className="field" autoComplete="current-password" maxLength={200} required />
        </label>
        <label>
          {say('account.password.new')}
          <input name="password" type="password" className="field" autoComplete="new-password" minLength={8} maxLength={200} required />
        </label>
        {error && <Notice>{error}</Notice>}
        <button type="submit" className="button button-main justify-center" disabled={busy}>
          {say('account.password.save')}
        </button>
      </form>
    </div>
  );
}
