import { Link } from 'react-router';
import type { TeacherToday } from '../api/types';
import { plural, when } from '../ui/words';

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
              <Link to={`/plan/new?class=${course.id}`} className="button button-main ml-auto">
                Plan an assignment
              </Link>
            </div>
            {assignments.length === 0 && (
              <p className="card mt-3">No assignment yet. Plan the first one: name it, draw the target, publish.</p>
            )}
            <ul className="mt-3 flex flex-col gap-2">
              {assignments.map((one) => (
                <li key={one.id} className="card flex flex-wrap items-center gap-x-5 gap-y-2">
                  <div className="min-w-56 flex-1">
                    <h3>{one.title}</h3>
                    <p className="text-sm text-faint">
                      {one.publishedAt ? (one.dueAt ? `Due ${when(one.dueAt)}` : 'No due time') : 'Not published yet; only you see it'}
                      {one.view === 'hidden' && ' · target hidden'}
                    </p>
                  </div>
                  {one.publishedAt && (
                    <p className="text-sm">
                      <span className="font-head text-2xl">{one.handedIn}</span> of {course.students} handed in
                    </p>
                  )}
                  <Link
                    to={`/plan/${one.id}`}
                    className="button min-w-36 justify-center"
                    aria-label={`${one.publishedAt ? 'Open the plan' : 'Go on planning'}: ${one.title}`}
                  >
                    {one.publishedAt ? 'Open the plan' : 'Go on planning'}
                  </Link>
                  {one.publishedAt && (
                    <Link
                      to={`/marking/${one.partId}`}
                      className={`button min-w-36 justify-center ${one.toMark > 0 ? 'button-main' : ''}`}
                      aria-label={`${one.toMark > 0 ? `Mark ${one.toMark}` : 'Look at the work'}: ${one.title}`}
                    >
                      {one.toMark > 0 ? `Mark ${one.toMark}` : 'Look at the work'}
                    </Link>
                  )}
                </li>
              ))}
            </ul>
          </section>
        );
      })}
    </div>
  );
}
