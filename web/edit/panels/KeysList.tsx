import { keyNames } from '../../ui/keyNames';
import { useSay } from '../../words/words';
import { EVERYWHERE, KEYS } from '../keys';

/** What hands can do on the sheet, and each key with what it does. */
export default function KeysList() {
  const say = useSay();
  return (
    <>
      <p className="mt-2">{say('panels.keys.how')}</p>
      <dl className="mt-2 grid grid-cols-[auto_1fr] gap-x-3 gap-y-1">
        {[...KEYS.map(({ keys, what }) => [keys, what] as const), ...EVERYWHERE].map(([keys, what]) => (
          <div key={keys} className="contents">
            <dt>
              <kbd className="rounded border border-rule bg-paper px-1.5 font-text">{keyNames(keys)}</kbd>
            </dt>
            <dd>{say(what)}</dd>
          </div>
        ))}
      </dl>
    </>
  );
}
