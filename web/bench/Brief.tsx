import type { Bench } from '../api/types';
import { plural, when } from '../ui/words';

/** The task, beside the sheet. */
export function Brief({ bench, showTarget, toggleTarget }: { bench: Bench; showTarget?: boolean; toggleTarget?: () => void }) {
  const { assignment, part, open } = bench;
  return (
    <section aria-labelledby="brief" className="card">
      <h2 id="brief">The task</h2>
      <p className="mt-2 whitespace-pre-line">{assignment.brief || 'Build the beat, then hand it in.'}</p>
      <p className="mt-3 text-sm text-faint">
        {plural(part.bars, 'bar')} of {part.meter.count}/{part.meter.unit}. Meter and tempo are set by the task.
        {assignment.dueAt && (open ? ` Due ${when(assignment.dueAt)}.` : ` Was due ${when(assignment.dueAt)}.`)}
      </p>
      {toggleTarget ? (
        <button type="button" className="button mt-3" aria-pressed={showTarget} onClick={toggleTarget}>
          Show the target
        </button>
      ) : (
        part.view === 'hidden' && <p className="mt-3 text-sm">The target is hidden: build what the task says.</p>
      )}
    </section>
  );
}
