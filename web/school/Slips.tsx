import type { Slip } from '../api/types';
import { Qr } from '../ui/Qr';

/** First passwords, to be printed and cut apart. They are told once: the server keeps them no more. */
export function Slips({ slips, school, done }: { slips: Slip[]; school: string; done: () => void }) {
  return (
    <>
      <header className="mb-3 flex flex-wrap items-baseline gap-3 print:hidden">
        <h1>First passwords</h1>
        <p>They stand here once: print them, or write them down. Everybody chooses a password of their own at the first sign-in.</p>
        <button type="button" className="button button-main" onClick={() => window.print()}>
          Print
        </button>
        <button type="button" className="button" onClick={done}>
          I have them
        </button>
      </header>
      <ul className="slips">
        {slips.map(({ id, name, signIn, password }) => (
          <li key={id} className="slip">
            <Qr
              text={`${window.location.origin}/?as=${encodeURIComponent(signIn)}`}
              label="The address, as a picture"
              className="float-right ml-2 size-20"
            />
            <p className="font-head text-lg font-bold">
              <bdi>{name}</bdi>
            </p>
            <p className="text-sm">{school}, Pulsanda</p>
            <p className="text-sm">{window.location.origin}</p>
            <p>
              Name: <b className="font-mono">{signIn}</b>
            </p>
            <p>
              Password: <b className="font-mono">{password}</b>
            </p>
          </li>
        ))}
      </ul>
    </>
  );
}
