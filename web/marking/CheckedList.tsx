import type { Checked } from '../api/types';
import { Tick } from '../ui/Tick';

/** What the rules say of a beat: each met or not, with what it brings. */
export function CheckedList({ checked, place }: { checked: Checked; place?: (evidence: Checked['results'][number]['evidence']) => void }) {
  return (
    <section aria-label="What was asked for" className="mt-3">
      <h3>
        {checked.passed} of {checked.passed + checked.failed} rules met, {checked.points} points
      </h3>
      <ul className="mt-1 flex flex-col gap-1 text-sm">
        {checked.results.map((one) => (
          <li key={`${one.kind} ${one.text}`} className="flex items-start gap-2">
            <Tick met={one.passed} />
            <span className="flex-1">
              {one.text} <span className="text-faint">{one.passed ? one.points : `0 of ${one.points}`}</span>
            </span>
            {place && one.evidence.length > 0 && (
              <button
                type="button"
                className="button button-small"
                aria-label={`Show where: ${one.text}`}
                onClick={() => place(one.evidence)}
              >
                Where
              </button>
            )}
          </li>
        ))}
      </ul>
    </section>
  );
}
