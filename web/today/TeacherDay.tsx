import { Link } from 'react-router';
import type { TeacherToday } from '../api/types';
import { plural, when } from '../ui/words';
import { CountingField } from './CountingField';

type Assignment = TeacherToday['assignments'][number];

/** One block a class: what waits to be marked first, then what runs, then what is still being planned. */
export function TeacherDay({ day }: { day: TeacherToday }) {
  return (
    <div className="mx-auto max-w-5xl">
      <h1>Today</h1>
      {day.courses.length === 0 && (
        <p className="card mt-4">You have no class yet. Ask the person who runs Pulsanda at your school to add one.</p>
      )}
      {day.courses.map((course) => {
        const assignments = day.assignments.filter((one) => one.courseId === course.id);
        return (
          <section key={course.id} className="mt-5">
            <div className="flex flex-wrap items-baseline gap-x-4 gap-y-2">
              <h2>{course.name}</h2>
              <span className="text-faint">{plural(course.students, 'student')}</span>
              <CountingField course={course} />
              <Link to={`/term/${course.id}`} className="button ml-auto">
                The class over the term
              </Link>
              <Link to={`/plan/new?class=${course.id}`} className="button button-main">
                Plan an assignment
              </Link>
            </div>
            {assignments.length === 0 && (
              <p className="card mt-3">No assignment yet. Plan the first one: name it, draw the target, publish.</p>
            )}
            <ul className="mt-3 flex flex-col gap-2">
              {assignments.map((one) => (
                <AssignmentCard key={one.id} one={one} students={course.students} />
              ))}
            </ul>
          </section>
        );
      })}
    </div>
  );
}

function AssignmentCard({ one, students }: { one: Assignment; students: number }) {
  return (
    <li className="card flex flex-wrap items-center gap-x-5 gap-y-2">
      <div className="min-w-56 flex-1">
        <h3>{one.title}</h3>
        <p className="text-sm text-faint">
          {one.publishedAt ? (one.dueAt ? `Due ${when(one.dueAt)}` : 'No due time') : 'Not published yet; only you see it'}
        </p>
      </div>
      <Link
        to={`/plan/${one.id}`}
        className="button min-w-36 justify-center"
        aria-label={`${one.publishedAt ? 'Open the plan' : 'Go on planning'}: ${one.title}`}
      >
        {one.publishedAt ? 'Open the plan' : 'Go on planning'}
      </Link>
      {one.publishedAt && (
        <div className="flex flex-col gap-1.5">
          {one.parts.map((part) => {
            const name = one.parts.length > 1 ? `${one.title}, part ${part.position}` : one.title;
            const doing = part.toMark > 0 ? `Mark ${part.toMark}` : 'Look at the work';
            return (
              <p key={part.id} className="flex flex-wrap items-center justify-end gap-x-4 gap-y-1 text-sm">
                <span>
                  {one.parts.length > 1 && `Part ${part.position}: `}
                  <span className="font-head text-2xl">{part.handedIn}</span> of {students} handed in
                </span>
                <Link to={`/picture/${part.id}`} className="button justify-center" aria-label={`Class picture: ${name}`}>
                  Class picture
                </Link>
                <Link
                  to={`/marking/${part.id}`}
                  className={`button min-w-36 justify-center ${part.toMark > 0 ? 'button-main' : ''}`}
                  aria-label={`${doing}: ${name}`}
                >
                  {doing}
                </Link>
              </p>
            );
          })}
        </div>
      )}
    </li>
  );
}
