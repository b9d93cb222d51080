import { Link } from 'react-router';
import type { MarkingList } from '../api/types';
import { lateWords, partName, taskName, when } from '../ui/words';
import { say, useSay } from '../words/words';
import '../ui/class.css';
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
  if (mark !== null) return say('mark.list.mark');
  return suggestedBefore === null ? say('mark.list.suggested') : say('mark.list.before', { mark: suggestedBefore });
}

function stateOf(attempt: Listed): string {
  const said = attempt.said.length > 0 ? say('mark.list.comments', { count: attempt.said.length }) : say('mark.list.correct');
  const late = attempt.late > 0 ? `, ${lateWords(attempt.late)}` : '';
  return `${say(`mark.state.${attempt.state}`)}, ${said}, ${when(attempt.handedInAt)}${late}`;
}

/** Who has handed in, when, which attempt, how well placed, the mark and the state. */
export function ClassList({ list, chosen }: { list: MarkingList; chosen: string | undefined }) {
  const say = useSay();
  const handedIn = list.students.filter((student) => student.attempts.length > 0);
  const others = list.students.filter((student) => student.attempts.length === 0);
  return (
    <section aria-labelledby="class" className="names-room">
      <h1 id="class" className="text-lg">
        {taskName(list.assignment.title, list.parts.length, list.part)}
      </h1>
      <p className="text-sm text-faint">
        {list.assignment.course.name} · {say('mark.day.handedIn', { count: handedIn.length, all: list.students.length })}
      </p>
      <nav aria-label={say('mark.list.of')} className="mt-2 flex flex-wrap gap-1.5">
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
          {say('mark.list.glance')}
        </Link>
        <Link to={`/picture/${list.part.id}`} className="button button-small">
          {say('mark.day.picture')}
        </Link>
        <Link to={`/project/${list.part.id}`} className="button button-small">
          {say('mark.list.projector')}
        </Link>
        <Link to={`/sheet/class/${list.part.id}`} className="button button-small">
          {say('mark.list.paper')}
        </Link>
      </nav>
      {handedIn.length === 0 && <p className="card mt-3">{say('mark.list.nobody')}</p>}
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
                  {index === 0 ? <bdi>{student.name}</bdi> : say('mark.list.attempt', { number: attempt.number })}
                </span>
                <span dir="ltr" className="ms-auto shrink-0 font-head" title={shownAs(attempt)}>
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
          <summary>{say('mark.list.missing', { count: others.length })}</summary>
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
