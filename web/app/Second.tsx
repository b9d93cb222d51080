import { useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { api, reply } from '../api/client';
import type { Account } from '../api/types';
import { Qr } from '../ui/Qr';
import { sent } from '../ui/sent';
import { Notice } from '../ui/states';
import { useTask } from '../ui/useTask';
import { ownedSession } from './ownedSession';

/** Two-step sign-in of a teacher: begun with a picture that a program for codes reads, ended with the password. */
export function Second({ account }: { account: Account }) {
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
      <h2 id="second">Two-step sign-in</h2>
      <p className="text-sm text-faint">
        Beside the password, a code of six digits from a program on your telephone or computer: whoever learns your password is still not
        in.
      </p>
      {error && <Notice>{error}</Notice>}
      {recovery.length > 0 && (
        <div role="status">
          <p className="font-bold">It holds. These recovery codes are good once each, when the device is lost; they stand here once:</p>
          <ul className="mt-1 columns-2 font-mono">
            {recovery.map((code) => (
              <li key={code}>{code}</li>
            ))}
          </ul>
          <button type="button" className="button button-small mt-2 print:hidden" onClick={() => window.print()}>
            Print
          </button>
        </div>
      )}
      {account.second === 'none' && !key && (
        <button type="button" className="button self-start" disabled={busy} onClick={() => void begin()}>
          Begin
        </button>
      )}
      {key && (
        <form onSubmit={sent(confirm)} className="flex flex-col gap-2">
          <Qr text={key.address} label="The key as a picture" />
          <p className="text-sm">
            Read the picture with a program for time codes, or type this key: <b className="font-mono break-all">{key.key}</b>
          </p>
          <label>
            The code that it shows now
            <input name="code" className="field font-mono" inputMode="numeric" autoComplete="one-time-code" maxLength={8} required />
          </label>
          <button type="submit" className="button button-main self-start" disabled={busy}>
            Ask for codes from now on
          </button>
        </form>
      )}
      {account.second === 'given' && (
        <form onSubmit={sent(end)} className="flex flex-col gap-2">
          <label>
            It holds. To end it, your password
            <input name="password" type="password" className="field" autoComplete="current-password" maxLength={200} required />
          </label>
          <button type="submit" className="button self-start" disabled={busy}>
            End two-step sign-in
          </button>
        </form>
      )}
    </section>
  );
}
