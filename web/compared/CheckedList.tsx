import type { Checked } from '../api/types';
import { Tick } from '../ui/Tick';

/** Places that are worth naming one by one. */
const FEW = 8;

/** Why rules that are met bring no points. */
const ADDED: Record<NonNullable<Checked['added']>, string> = {
  nothing: 'Nothing has been added to the given part yet, so the rules bring no points.',
  everything: 'Nearly every place is filled, so the rules bring no points.',
  random:
    'Nothing in what was added repeats or follows the beat, so the rules bring no points by themselves. The teacher listens and decides.',
};

/** What the rules say of a beat: each met or not, with what it brings, and where a failed one is seen. */
export function CheckedList({ checked }: { checked: Checked }) {
  return (
    <section aria-label="What was asked for" className="mt-3">
      <h3>
        {checked.passed} of {checked.passed + checked.failed} rules met, {checked.points} points
      </h3>
      {checked.added && <p className="mt-1">{ADDED[checked.added]}</p>}
      <ul className="mt-1 flex flex-col gap-1 text-sm">
        {checked.results.map((one) => {
          const places = [...new Set(one.evidence.map(({ place }) => place))];
          return (
            <li key={`${one.kind} ${one.text}`} className="flex items-start gap-2">
              <Tick met={one.passed} />
              <span className="flex-1">
                {one.text} <span className="text-faint">{one.passed ? one.points : `${one.earned} of ${one.points}`}</span>
                {!one.passed && places.length > 0 && places.length <= FEW && (
                  <span className="block text-faint">See {places.join('; ')}.</span>
                )}
              </span>
            </li>
          );
        })}
      </ul>
      <p className="mt-1 text-sm text-faint">Only the rules are counted here. How it sounds is for the teacher to judge.</p>
    </section>
  );
}
