import { Link } from 'react-router';
import type { MarkingList } from '../api/types';
import { STATES } from '../compared/names';
import { lateWords, partName, plural, taskName, when } from '../ui/words';
import '../ui/rooms.css';

/** Within the list only: the page stays where it is. */
function intoSight(link: HTMLAnchorElement | null): void {
  const list = link?.closest('section');
  if (!link || !list) return;
  const [inner, outer] = [link.getBoundingClientRect(), list.getBoundingClientRect()];
  if (inner.top < outer.top || inner.bottom > outer.bottom) list.scrollTop += inner.top - outer.top - outer.height / 3;
}

type Listed = MarkingList['students'][number]['attempts'][number];

/** Of an attempt, in words: what is to be done with it, how many comments there are, and when it came. */
function shownAs({ mark, suggestedBefore }: Listed): string {
  if (mark !== null) return 'Mark';
  return suggestedBefore === null ? 'Suggested mark' : `Suggested mark; before, it was ${suggestedBefore}`;
}

function stateOf(attempt: Listed): string {
  const said = attempt.said.length > 0 ? plural(attempt.said.length, 'comment') : 'everything correct';
  return `${STATES[attempt.state]}, ${said}, ${when(attempt.handedInAt)}${attempt.late > 0 ? `, ${lateWords(attempt.late)}` : ''}`;
}

/** Who has handed in, when, which attempt, how well placed, the mark and the state. */
export function ClassList({ list, chosen }: { list: MarkingList; chosen: string | undefined }) {
  const handedIn = list.students.filter((student) => student.attempts.length > 0);
  const others = list.students.filter((student) => student.attempts.length === 0);
  return (
    <section aria-labelledby="class" className="names-room">
      <h1 id="class" className="text-lg">
        {taskName(list.assignment.title, list.parts.length, list.part)}
      </h1>
      <p className="text-sm text-faint">
        {list.assignment.course.name} · {handedIn.length} of {list.students.length} handed in
      </p>
      <nav aria-label="Of this part" className="mt-2 flex flex-wrap gap-1.5">
        {list.parts.length > 1 &&
          list.parts.map((part) => (
            <Link
              key={part.id}
              to={`/marking/${part.id}`}
              aria-current={part.id === list.part.id ? 'page' : undefined}
              className="part-tab"
            >
              {partName(part)}
            </Link>
          ))}
        <Link to={`/marking/${list.part.id}`} className="button button-small">
          At a glance
        </Link>
        <Link to={`/picture/${list.part.id}`} className="button button-small">
          Class picture
        </Link>
        <Link to={`/project/${list.part.id}`} className="button button-small">
          Projector
        </Link>
        <Link to={`/sheet/class/${list.part.id}`} className="button button-small">
          Paper
        </Link>
      </nav>
      {handedIn.length === 0 && <p className="card mt-3">Nobody has handed in yet. Their beats will stand here as they come.</p>}
      <ul className="mt-2 flex flex-col">
        {handedIn.map((student) =>
          student.attempts.map((attempt, index) => (
            <li key={attempt.id}>
              <Link
                ref={attempt.id === chosen ? intoSight : undefined}
                to={`/marking/${list.part.id}/${attempt.id}`}
                aria-current={attempt.id === chosen ? 'true' : undefined}
                className={`attempt-link ${index === 0 ? '' : 'ps-6 text-sm text-faint'}`}
              >
                <span className={`min-w-0 truncate ${attempt.state !== 'returned' && index === 0 ? 'font-bold' : ''}`}>
                  {index === 0 ? <bdi>{student.name}</bdi> : `attempt ${attempt.number}`}
                </span>
                <span className="ms-auto shrink-0 font-head" title={shownAs(attempt)}>
                  {attempt.mark ?? <span className="text-faint">{attempt.suggested === null ? '' : `~${attempt.suggested}`}</span>}
                </span>
                <span className="w-4 shrink-0 text-center" title={stateOf(attempt)}>
                  <span aria-hidden="true">{attempt.state === 'returned' ? '✓' : attempt.state === 'begun' ? '◐' : '●'}</span>
                  <span className="sr-only">{stateOf(attempt)}</span>
                </span>
              </Link>
            </li>
          )),
        )}
      </ul>
      {others.length > 0 && (
        <details className="mt-3 text-sm">
          <summary>{others.length} have not handed in</summary>
          <p className="mt-1 text-faint">
            {others.map((student, i) => (
              <span key={student.id}>
                {i > 0 && ', '}
                <bdi>{student.name}</bdi>
              </span>
            ))}
          </p>
        </details>
      )}
    </section>
  );
}
