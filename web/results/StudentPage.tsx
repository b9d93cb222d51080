import { useQuery } from '@tanstack/react-query';
import { lazy, Suspense, useState } from 'react';
import { Link, useParams } from 'react-router';
import { api, at, reply } from '../api/client';
import type { StudentTerm } from '../api/types';
import { ASPECTS } from '../compared/aspects';
import { FirstBar } from '../sheet/FirstBar';
import { Failed, Waiting } from '../ui/states';
import { lateWords, taskName, when } from '../ui/words';
import { percentWords, stateWords } from './states';
import '../ui/class.css';
import '../ui/rooms.css';
import './results.css';
import { useSay } from '../words/words';

const HeardBeat = lazy(() => import('./HeardBeat'));

/** A student over the term, for a talk with the family: marks, what the beats are like, what comes again, and the beats to hear. */
export default function StudentPage({ own }: { own: boolean }) {
  const say = useSay();
  const { studentId = '' } = useParams();
  const { data, error, refetch } = useQuery({
    queryKey: ['student-term', own ? 'own' : studentId],
    queryFn: () => (own ? reply(api.GET('/api/term')) : reply(api.GET('/api/students/{id}/term', at({ id: studentId })))),
    refetchOnMount: 'always',
  });
  if (error && !data) return <Failed error={error} again={() => void refetch()} />;
  if (!data) return <Waiting what={say('term.place')} />;
  const now = data.tasks.filter(({ course }) => course === data.tasks[0]?.course);
  const before = data.tasks.filter((task) => !now.includes(task));
  return (
    <div className="mx-auto max-w-5xl">
      <header className="mb-3 flex flex-wrap items-baseline gap-x-4">
        <h1>{own ? say('term.mine') : <bdi>{data.student.name}</bdi>}</h1>
        <span className="text-faint">
          {data.school}
          {now[0] && `, ${now[0].course} ${now[0].year}`}
        </span>
        <button type="button" className="button ms-auto print:hidden" onClick={() => window.print()}>
          {say('term.print')}
        </button>
      </header>
      {data.tasks.length === 0 ? (
        <p className="card">{say('term.none')}</p>
      ) : (
        <div className="grid gap-4 md:grid-cols-[17rem_minmax(0,1fr)] print:grid-cols-[14rem_minmax(0,1fr)]">
          <Sum data={data} own={own} />
          <div className="min-w-0">
            <Tasks tasks={now} own={own} />
            {before.length > 0 && (
              <>
                <h2 className="mt-4 text-faint">{say('term.before')}</h2>
                <Tasks tasks={before} own={own} />
              </>
            )}
          </div>
        </div>
      )}
    </div>
  );
}

function Sum({ data, own }: { data: StudentTerm; own: boolean }) {
  const say = useSay();
  const aspects = ASPECTS.flatMap((name) => {
    const value = data.aspects[name];
    return value === null || value === undefined ? [] : [{ name, value }];
  });
  const counts = [
    data.missing > 0 && say('term.missing', { count: data.missing }),
    data.late > 0 && say('term.late', { count: data.late }),
    data.excused > 0 && say('term.excused', { count: data.excused }),
  ].filter(Boolean);
  return (
    <section aria-label={say('term.short')} className="flex flex-col gap-3">
      <div className="card">
        <p className="term-sum">{data.share === null ? say('term.noMark') : percentWords(data.share)}</p>
        <p className="text-sm text-faint">{[data.share !== null && say('term.share'), ...counts].filter(Boolean).join('; ')}</p>
      </div>
      {aspects.length > 0 && (
        <div className="card">
          <h2 className="text-base">{say('term.like')}</h2>
          <dl className="mt-1 text-sm">
            {aspects.map(({ name, value }) => (
              <div key={name} className="mt-1 grid grid-cols-[1fr_auto] gap-x-2">
                <dt>{say(`mark.aspect.${name}`)}</dt>
                <dd>{percentWords(value)}</dd>
                <svg aria-hidden="true" viewBox="0 0 100 4" preserveAspectRatio="none" className="col-span-2 h-1.5 w-full">
                  <rect width="100" height="4" className="fill-wash" />
                  <rect width={100 * value} height="4" className="fill-target" />
                </svg>
              </div>
            ))}
          </dl>
        </div>
      )}
      <div className="card">
        <h2 className="text-base">{say('term.habits')}</h2>
        {data.habits.length === 0 ? (
          <p className="text-sm text-faint">{own ? say('term.habits.none') : say('term.habits.noneOf')}</p>
        ) : (
          <ul className="mt-1 flex flex-col gap-1.5 text-sm">
            {data.habits.map(({ text, tasks }) => (
              <li key={text}>
                <b>{text}</b> <span className="text-faint">{say('term.habits.in', { count: tasks.length, tasks: tasks.join(', ') })}</span>
              </li>
            ))}
          </ul>
        )}
      </div>
    </section>
  );
}

function Tasks({ tasks, own }: { tasks: StudentTerm['tasks']; own: boolean }) {
  const say = useSay();
  const [heard, setHeard] = useState<string | null>(null);
  return (
    <ul className="flex flex-col gap-2">
      {tasks.map((task) => {
        const name = taskName(task.title, task.parts, task);
        const { attemptId } = task;
        const to = own ? `/returned/${attemptId}` : `/marking/${task.partId}/${attemptId}`;
        return (
          <li key={task.partId} className="card flex flex-wrap items-start gap-x-4 gap-y-2 break-inside-avoid p-3">
            {task.glimpse && <FirstBar glimpse={task.glimpse} />}
            <div className="min-w-48 flex-1">
              <h3 className="text-lg">{name}</h3>
              <p className="text-sm text-faint">
                {task.own ? say('term.fromLesson') : task.dueAt ? say('term.due', { when: when(task.dueAt) }) : say('term.noDue')}
                {task.late > 0 && <b>, {lateWords(task.late)}</b>}
                {task.number > 1 && `, ${say('term.attempt', { number: task.number })}`}
              </p>
              {task.said.length > 0 && (
                <ul className="mt-1 list-disc ps-5 text-sm">
                  {task.said.slice(0, 4).map((text) => (
                    <li key={text}>{text}</li>
                  ))}
                  {task.said.length > 4 && <li>{say('term.moreSaid', { count: task.said.length - 4 })}</li>}
                </ul>
              )}
              {attemptId && task.said.length === 0 && (!own || task.returned) && task.mark !== null && task.mark === task.points && (
                <p className="text-sm">{say('term.right')}</p>
              )}
            </div>
            <div className="flex flex-col items-end gap-1.5">
              <p className="font-head text-xl">
                {task.mark === null ? (
                  <span className="text-base">{own && task.state === 'handed-in' ? say('term.with') : stateWords(task.state)}</span>
                ) : (
                  <>
                    {task.mark} <span className="text-sm text-faint">{say('term.of', { points: task.points })}</span>
                  </>
                )}
              </p>
              {attemptId && (
                <span className="flex gap-1.5 print:hidden">
                  {heard === attemptId ? (
                    <Suspense fallback={null}>
                      <HeardBeat attemptId={attemptId} done={() => setHeard(null)} />
                    </Suspense>
                  ) : (
                    <button
                      type="button"
                      className="button button-small"
                      aria-label={say('term.hear', { name })}
                      onClick={() => setHeard(attemptId)}
                    >
                      {say('term.hear.word')}
                    </button>
                  )}
                  {(!own || task.returned) && (
                    <Link to={to} className="button button-small" aria-label={say('term.openOf', { name })}>
                      {say('term.open')}
                    </Link>
                  )}
                </span>
              )}
            </div>
          </li>
        );
      })}
    </ul>
  );
}
