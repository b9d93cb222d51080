import { useState } from 'react';
import { api, reply } from '../api/client';
import type { Slip } from '../api/types';
import { Qr } from '../ui/Qr';
import { Notice } from '../ui/states';
import { useTask } from '../ui/useTask';
import { useSay } from '../words/words';

/** Login slips, to be printed and cut apart. They stay until somebody says that they were printed, or until they are used. */
export function Slips({ slips, school, done }: { slips: Slip[]; school: string; done: () => void }) {
  const say = useSay();
  const [printed, setPrinted] = useState(false);
  const { busy, error, run } = useTask();
  const print = () => {
    window.print();
    setPrinted(true);
  };
  const finish = () =>
    run(async () => {
      await reply(api.POST('/api/slips/printed', { body: { accounts: slips.map(({ id }) => id) } }));
      done();
    });
  return (
    <>
      <header className="mb-3 flex flex-wrap items-baseline gap-3 print:hidden">
        <h1>{say('school.slips')}</h1>
        <p>{say('school.slips.about')}</p>
        <button type="button" className={`button ${printed ? '' : 'button-main'}`} onClick={print}>
          {say('school.slips.print')}
        </button>
        <button type="button" className={`button ${printed ? 'button-main' : ''}`} disabled={busy} onClick={() => void finish()}>
          {say('school.slips.done')}
        </button>
        <button type="button" className="button" onClick={done}>
          {say('school.slips.later')}
        </button>
        {error && <Notice>{error}</Notice>}
      </header>
      <ul className="slips">
        {slips.map(({ id, name, signIn, password }) => (
          <li key={id} className="slip">
            <Qr
              text={`${window.location.origin}/?as=${encodeURIComponent(signIn)}`}
              label={say('school.slip.qr')}
              className="float-right ms-2 size-20"
            />
            <p className="font-head text-lg font-bold">
              <bdi>{name}</bdi>
            </p>
            <p className="text-sm">{`${school}, Pulsanda`}</p>
            <p className="text-sm">{window.location.origin}</p>
            <p>
              {say('school.slip.username')} <b className="font-mono">{signIn}</b>
            </p>
            <p>
              {say('school.slip.password')} <b className="font-mono">{password}</b>
            </p>
          </li>
        ))}
      </ul>
    </>
  );
}
