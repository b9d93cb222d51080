import type { ReactNode } from 'react';
import { Link } from 'react-router';
import type { Bench } from '../api/types';
import { when } from '../ui/words';
import { say, useSay } from '../words/words';

/** What the task sets, and what it leaves open, in a line. */
function whatIsSet(part: Bench['part']): string {
  const { freedom, meter, bars } = part;
  const open = [
    freedom.meter && say('beat.open.meter'),
    freedom.tempo && say('beat.open.tempo', { low: freedom.tempo.low, high: freedom.tempo.high }),
    freedom.swing && say('beat.open.swing'),
    freedom.form && say('beat.open.form'),
    freedom.rows && say('beat.open.rows'),
    freedom.kit !== false && say('beat.open.kit'),
  ].filter(Boolean);
  const set = say('beat.brief.set', { bars: say('frame.bars', { count: bars }), meter: `${meter.count}/${meter.unit}` });
  if (open.length === 0) return say('beat.brief.fixed', { set });
  return open.length === 1 && freedom.kit !== false
    ? say('beat.brief.kit', { set })
    : say('beat.brief.open', { set, open: open.join(', ') });
}

type Props = { bench: Bench; children?: ReactNode };

/** The task, beside the sheet. */
export function Brief({ bench, children }: Props) {
  const say = useSay();
  const { assignment, part, open } = bench;
  return (
    <section aria-labelledby="brief" className="card p-3">
      <h2 id="brief">{say('beat.brief.title')}</h2>
      {assignment.brief || part.brief ? (
        <p dir="auto" lang={assignment.course.language} className="mt-2 whitespace-pre-line">
          {[assignment.brief, part.brief].filter(Boolean).join('\n\n')}
        </p>
      ) : (
        <p className="mt-2">{say('beat.brief.empty')}</p>
      )}
      <p className="mt-3 text-sm text-faint">
        {whatIsSet(part)}
        {assignment.dueAt && say(open ? 'beat.brief.due' : 'beat.brief.wasDue', { when: when(assignment.dueAt) })}
      </p>
      {children}
      {!bench.trying && (
        <p className="mt-2 text-sm">
          <Link className="quiet-link" to={`/sheet/beat/${part.id}`}>
            {say('beat.brief.paper')}
          </Link>
        </p>
      )}
      {part.view === 'hidden' && <p className="mt-3 text-sm">{say('beat.brief.hidden')}</p>}
    </section>
  );
}
