import type { ReactNode } from 'react';
import { Link } from 'react-router';
import type { TeacherToday } from '../api/types';
import { fromNow, partName, planTitle, taskName, weekday } from '../ui/words';
import { say, useSay } from '../words/words';
import { CountingField } from './CountingField';
import { Improved } from './Improved';
import { Due, TaskCard } from './TaskCard';

type Assignment = TeacherToday['assignments'][number];

/** One block a class: what waits to be marked first, then what runs, then what is still being planned. */
export function TeacherDay({ day }: { day: TeacherToday }) {
  const say = useSay();
  return (
    <div className="mx-auto max-w-5xl">
      <h1>{weekday()}</h1>
      <Improved parts={day.improved} />
      {day.courses.length === 0 && (
        <p className="card mt-4">
          {say('mark.day.noClass')}{' '}
          <Link to="/school" className="quiet-link">
            {say('mark.day.school')}
          </Link>
        </p>
      )}
      {day.courses.map((course) => {
        const assignments = day.assignments.filter((one) => one.courseId === course.id);
        return (
          <section key={course.id} className="mt-3">
            <div className="flex flex-wrap items-baseline gap-x-4 gap-y-2">
              <h2>{course.name}</h2>
              <span className="text-faint">{say('mark.day.students', { count: course.students })}</span>
              <CountingField course={course} />
              <Link to={`/term/${course.id}`} className="button ms-auto">
                {say('mark.day.term')}
              </Link>
              <Link to={`/plan/new?class=${course.id}`} className="button button-main">
                {say('mark.day.plan')}
              </Link>
            </div>
            {assignments.length === 0 && <p className="card mt-3">{say('mark.day.none')}</p>}
            {GROUPS.map((holds) => {
              const title = say(`mark.day.${holds}`);
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
const GROUPS = ['waiting', 'planned', 'running', 'over'] as const;

/** Whether the class has it; a planned one opens by itself. */
const isOut = (one: Assignment): boolean => one.publishedAt !== null && new Date(one.publishedAt) <= new Date();

function groupOf(one: Assignment): (typeof GROUPS)[number] {
  if (!isOut(one)) return 'planned';
  if (one.parts.some((part) => part.toMark > 0)) return 'waiting';
  return one.closedAt || (one.dueAt && new Date(one.dueAt) < new Date()) ? 'over' : 'running';
}

function dueOf(one: Assignment): ReactNode {
  if (one.publishedAt && !isOut(one)) return say('mark.day.opens', { when: fromNow(one.publishedAt) });
  if (!one.publishedAt) return say('mark.day.onlyYou');
  return one.closedAt ? say('frame.due.closed', { when: fromNow(one.closedAt) }) : <Due at={one.dueAt} />;
}

function AssignmentCard({ one, students }: { one: Assignment; students: number }) {
  const say = useSay();
  const plan = (label: string, className: string) => (
    <Link to={`/plan/${one.id}`} className={className} aria-label={`${label}: ${planTitle(one)}`}>
      {say(isOut(one) ? 'mark.day.planLink' : 'mark.day.goOn')}
    </Link>
  );
  return (
    <TaskCard title={planTitle(one)} kind={one.kind} glimpse={one.glimpse} due={dueOf(one)}>
      {isOut(one) ? (
        <div className="flex flex-col gap-2">
          {one.parts.map((part, index) => {
            const name = taskName(one.title, one.parts.length, part);
            const doing = part.toMark > 0 ? say('mark.day.mark', { count: part.toMark }) : say('mark.day.look');
            return (
              <div key={part.id} className="flex flex-wrap items-center justify-end gap-x-4 gap-y-1">
                <div className="w-52">
                  <Progress part={part} students={students} />
                  <p className="text-xs text-faint">
                    {one.parts.length > 1 && `${partName(part)}: `}
                    {say('mark.day.handedIn', { count: part.handedIn, all: students })}
                    {part.handedIn > part.toMark && say('mark.day.returned', { count: part.handedIn - part.toMark })}
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
                    <Link
                      to={`/picture/${part.id}`}
                      className="quiet-link inline-block py-1"
                      aria-label={`${say('mark.day.picture')}: ${name}`}
                    >
                      {say('mark.day.picture')}
                    </Link>
                    {index === 0 && (
                      <>
                        <span aria-hidden="true"> · </span>
                        {plan(say('mark.day.openPlan'), 'quiet-link inline-block py-1')}
                      </>
                    )}
                  </p>
                </div>
              </div>
            );
          })}
        </div>
      ) : (
        plan(say('mark.day.goOn'), 'button button-main w-36 justify-center')
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
