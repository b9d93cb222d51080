import { useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { api, reply } from '../api/client';
import type { Account } from '../api/types';
import { Qr } from '../ui/Qr';
import { sent } from '../ui/sent';
import { Notice } from '../ui/states';
import { useTask } from '../ui/useTask';
import { useSay } from '../words/words';
import { ownedSession } from './ownedSession';

/** Two-step sign-in of a teacher: begun with a picture that a program for codes reads, ended with the password. */
export function Second({ account }: { account: Account }) {
  const say = useSay();
  const queries = useQueryClient();
  const { busy, error, run } = useTask();
  const [key, setKey] = useState<{ key: string; address: string } | null>(null);
  const [recovery, setRecovery] = useState<string[]>([]);
  const begin = () => run(async () => setKey(await reply(api.POST('/api/second/key'))));
  const confirm = (form: FormData) =>
    run(async () => {
      setRecovery((await reply(api.PUT('/api/second', { body: { code: String(form.get('code')) } }))).recovery);
      setKey(null);
      queries.setQueryData(['session'], await ownedSession());
    });
  const end = (form: FormData) =>
    run(async () => {
      await reply(api.POST('/api/second/end', { body: { password: String(form.get('password')) } }));
      setRecovery([]);
      queries.setQueryData(['session'], await ownedSession());
    });
  return (
    <section aria-labelledby="second" className="card mx-auto mt-4 flex max-w-md flex-col gap-3">
      <h2 id="second">{say('account.second')}</h2>
      <p className="text-sm text-faint">{say('account.second.about')}</p>
      {error && <Notice>{error}</Notice>}
      {recovery.length > 0 && (
        <div role="status">
          <p className="font-bold">{say('account.second.recovery')}</p>
          <ul className="mt-1 columns-2 font-mono">
            {recovery.map((code) => (
              <li key={code}>{code}</li>
            ))}
          </ul>
          <button type="button" className="button button-small mt-2 print:hidden" onClick={() => window.print()}>
            {say('account.print')}
          </button>
        </div>
      )}
      {account.second === 'none' && !key && (
        <button type="button" className="button self-start" disabled={busy} onClick={() => void begin()}>
          {say('account.second.begin')}
        </button>
      )}
      {key && (
        <form onSubmit={sent(confirm)} className="flex flex-col gap-2">
          <Qr text={key.address} label={say('account.second.picture')} />
          <p className="text-sm">
            {say('account.second.scan')} <b className="font-mono break-all">{key.key}</b>
          </p>
          <label>
            {say('account.second.shown')}
            <input name="code" className="field font-mono" inputMode="numeric" autoComplete="one-time-code" maxLength={8} required />
          </label>
          <button type="submit" className="button button-main self-start" disabled={busy}>
            {say('account.second.on')}
          </button>
        </form>
      )}
      {account.second === 'given' && (
        <form onSubmit={sent(end)} className="flex flex-col gap-2">
          <label>
            {say('account.second.end')}
            <input name="password" type="password" className="field" autoComplete="current-password" maxLength={200} required />
          </label>
          <button type="submit" className="button self-start" disabled={busy}>
            {say('account.second.off')}
          </button>
        </form>
      )}
    </section>
  );
}
