import type { ReactNode } from 'react';
import { Link } from 'react-router';
import type { Bench } from '../api/types';
import { plural, when } from '../ui/words';

/** What the task sets, and what it leaves open, in a line. */
function whatIsSet(part: Bench['part']): string {
  const { freedom, meter, bars } = part;
  const open = [
    freedom.meter && 'meter',
    freedom.tempo && `tempo (${freedom.tempo.low} to ${freedom.tempo.high})`,
    freedom.swing && 'swing',
    freedom.form && 'bars and sections',
    freedom.rows && 'instruments',
    freedom.kit !== false && 'kit',
  ].filter(Boolean);
  const set = `${plural(bars, 'bar')} of ${meter.count}/${meter.unit}`;
  if (open.length === 0) return `${set}. Meter and tempo are set by the task.`;
  return open.length === 1 && freedom.kit !== false
    ? `${set}. Meter and tempo are set by the task; you choose the kit.`
    : `You begin with ${set}. You choose ${open.join(', ')}.`;
}

type Props = { bench: Bench; showTarget?: boolean; toggleTarget?: () => void; children?: ReactNode };

/** The task, beside the sheet. */
export function Brief({ bench, showTarget, toggleTarget, children }: Props) {
  const { assignment, part, open } = bench;
  return (
    <section aria-labelledby="brief" className="card p-3">
      <h2 id="brief">The task</h2>
      <p className="mt-2 whitespace-pre-line">
        {[assignment.brief, part.brief].filter(Boolean).join('\n\n') || 'Build the beat, then hand it in.'}
      </p>
      <p className="mt-3 text-sm text-faint">
        {whatIsSet(part)}
        {assignment.dueAt && (open ? ` Due ${when(assignment.dueAt)}.` : ` Was due ${when(assignment.dueAt)}.`)}
      </p>
      {children}
      {!bench.trying && (
        <p className="mt-2 text-sm">
          <Link className="quiet-link" to={`/sheet/beat/${part.id}`}>
            your beat on paper
          </Link>
        </p>
      )}
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
