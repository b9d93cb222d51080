import type { ReactNode } from 'react';
import { Link } from 'react-router';
import type { TeacherToday } from '../api/types';
import { fromNow, partName, planTitle, plural, taskName, weekday } from '../ui/words';
import { CountingField } from './CountingField';
import { Improved } from './Improved';
import { Due, TaskCard } from './TaskCard';

type Assignment = TeacherToday['assignments'][number];

/** One block a class: what waits to be marked first, then what runs, then what is still being planned. */
export function TeacherDay({ day }: { day: TeacherToday }) {
  return (
    <div className="mx-auto max-w-5xl">
      <h1>{weekday()}</h1>
      <Improved parts={day.improved} />
      {day.courses.length === 0 && (
        <p className="card mt-4">
          You have no class yet; make one under{' '}
          <Link to="/school" className="quiet-link">
            School
          </Link>
          , with the names of its students.
        </p>
      )}
      {day.courses.map((course) => {
        const assignments = day.assignments.filter((one) => one.courseId === course.id);
        return (
          <section key={course.id} className="mt-3">
            <div className="flex flex-wrap items-baseline gap-x-4 gap-y-2">
              <h2>{course.name}</h2>
              <span className="text-faint">{plural(course.students, 'student')}</span>
              <CountingField course={course} />
              <Link to={`/term/${course.id}`} className="button ms-auto">
                The class over the term
              </Link>
              <Link to={`/plan/new?class=${course.id}`} className="button button-main">
                Plan an assignment
              </Link>
            </div>
            {assignments.length === 0 && (
              <p className="card mt-3">No assignment yet. Plan the first one: name it, draw the target, publish.</p>
            )}
            {GROUPS.map(({ title, holds }) => {
              const those = assignments.filter((one) => groupOf(one) === holds);
              return (
                those.length > 0 && (
                  <section key={holds} aria-label={title}>
                    <h3 className="mt-4 text-faint">{title}</h3>
                    <ul className="mt-1.5 flex flex-col gap-2">
                      {those.map((one) => (
                        <AssignmentCard key={one.id} one={one} students={course.students} />
                      ))}
                    </ul>
                  </section>
                )
              );
            })}
          </section>
        );
      })}
    </div>
  );
}

/** What needs something done stands first, what is finished last. */
const GROUPS = [
  { title: 'To mark', holds: 'waiting' },
  { title: 'Being planned', holds: 'planned' },
  { title: 'With the class', holds: 'running' },
  { title: 'Finished', holds: 'over' },
] as const;

/** Whether the class has it; a planned one opens by itself. */
const isOut = (one: Assignment): boolean => one.publishedAt !== null && new Date(one.publishedAt) <= new Date();

function groupOf(one: Assignment): (typeof GROUPS)[number]['holds'] {
  if (!isOut(one)) return 'planned';
  if (one.parts.some((part) => part.toMark > 0)) return 'waiting';
  return one.closedAt || (one.dueAt && new Date(one.dueAt) < new Date()) ? 'over' : 'running';
}

function dueOf(one: Assignment): ReactNode {
  if (one.publishedAt && !isOut(one)) return <>opens {fromNow(one.publishedAt)}</>;
  if (!one.publishedAt) return 'only you see it';
  return one.closedAt ? `closed ${fromNow(one.closedAt)}` : <Due at={one.dueAt} />;
}

function AssignmentCard({ one, students }: { one: Assignment; students: number }) {
  const plan = (label: string, className: string) => (
    <Link to={`/plan/${one.id}`} className={className} aria-label={`${label}: ${planTitle(one)}`}>
      {isOut(one) ? 'plan' : 'Go on planning'}
    </Link>
  );
  return (
    <TaskCard title={planTitle(one)} kind={one.kind} glimpse={one.glimpse} due={dueOf(one)}>
      {isOut(one) ? (
        <div className="flex flex-col gap-2">
          {one.parts.map((part, index) => {
            const name = taskName(one.title, one.parts.length, part);
            const doing = part.toMark > 0 ? `Mark ${part.toMark}` : 'Look at the work';
            return (
              <div key={part.id} className="flex flex-wrap items-center justify-end gap-x-4 gap-y-1">
                <div className="w-52">
                  <Progress part={part} students={students} />
                  <p className="text-xs text-faint">
                    {one.parts.length > 1 && `${partName(part)}: `}
                    {part.handedIn} of {students} handed in
                    {part.handedIn > part.toMark && `, ${part.handedIn - part.toMark} returned`}
                  </p>
                </div>
                <div className="w-36 text-center">
                  <Link
                    to={`/marking/${part.id}`}
                    className={`button w-full justify-center ${part.toMark > 0 ? 'button-main' : ''}`}
                    aria-label={`${doing}: ${name}`}
                  >
                    {doing}
                  </Link>
                  <p className="text-xs">
                    <Link to={`/picture/${part.id}`} className="quiet-link inline-block py-1" aria-label={`Class picture: ${name}`}>
                      class picture
                    </Link>
                    {index === 0 && (
                      <>
                        <span aria-hidden="true"> · </span>
                        {plan('Open the plan', 'quiet-link inline-block py-1')}
                      </>
                    )}
                  </p>
                </div>
              </div>
            );
          })}
        </div>
      ) : (
        plan('Go on planning', 'button button-main w-36 justify-center')
      )}
    </TaskCard>
  );
}

/** Returned, to mark, to come: as parts of a line. */
function Progress({ part, students }: { part: Assignment['parts'][number]; students: number }) {
  const share = (count: number) => ({ width: `${(100 * count) / Math.max(1, students)}%` });
  return (
    <div aria-hidden="true" className="day-progress">
      <span className="bg-ink" style={share(part.handedIn - part.toMark)} />
      <span className="bg-student" style={share(part.toMark)} />
    </div>
  );
}
