import type { Checked } from '../api/types';
import { Tick } from '../ui/Tick';
import { useSay } from '../words/words';

/** Places that are worth naming one by one. */
const FEW = 8;

/** What the rules say of a beat: each met or not, with what it brings, and where a failed one is seen. */
export function CheckedList({ checked }: { checked: Checked }) {
  const say = useSay();
  return (
    <section aria-label={say('beat.compared.asked')} className="mt-3">
      <h3>{say('mark.checked.met', { passed: checked.passed, all: checked.passed + checked.failed, points: checked.points })}</h3>
      {checked.added && <p className="mt-1">{say(`mark.checked.${checked.added}`)}</p>}
      <ul className="mt-1 flex flex-col gap-1 text-sm">
        {checked.results.map((one) => {
          const places = [...new Set(one.evidence.map(({ place }) => place))];
          return (
            <li key={`${one.kind} ${one.text}`} className="flex items-start gap-2">
              <Tick met={one.passed} />
              <span className="flex-1">
                {one.text}{' '}
                <span className="text-faint">
                  {one.passed ? one.points : say('mark.checked.of', { earned: one.earned, points: one.points })}
                </span>
                {!one.passed && places.length > 0 && places.length <= FEW && (
                  <span className="block text-faint">{say('mark.checked.see', { places: places.join('; ') })}</span>
                )}
              </span>
            </li>
          );
        })}
      </ul>
      <p className="mt-1 text-sm text-faint">{say('mark.checked.hint')}</p>
    </section>
  );
}
