import { Link } from 'react-router';
import type { StudentToday } from '../api/types';
import { fromNow, taskName, weekday, when } from '../ui/words';
import { say, useSay } from '../words/words';
import { Due, TaskCard } from './TaskCard';

type Task = StudentToday['tasks'][number];

const nameOf = (task: Task): string => taskName(task.title, task.parts, task);

const isDue = (task: Task): boolean => task.dueAt !== null && new Date(task.dueAt) < new Date();

/** Whether nothing more is taken. */
function isOver(task: Task): boolean {
  return task.closedAt !== null || (isDue(task) && !task.late);
}

/** What comes first: what was returned, then what is to be handed in, then what is with the teacher. */
export function StudentDay({ day, name }: { day: StudentToday; name: string }) {
  const say = useSay();
  const returned = day.tasks.filter((task) => task.attempt?.returnedAt);
  const toDo = day.tasks.filter((task) => !task.attempt && !isOver(task) && !task.waiting && !task.excused);
  const closed = day.tasks.filter((task) => !task.attempt && !isOver(task) && task.waiting);
  const waiting = day.tasks.filter((task) => task.attempt && !task.attempt.returnedAt);
  const missed = day.tasks.filter((task) => !task.attempt && isOver(task) && !task.excused);
  const excused = day.tasks.filter((task) => !task.attempt && task.excused);
  return (
    <div className="mx-auto max-w-5xl">
      <div className="flex flex-wrap items-baseline gap-x-4">
        <h1>
          {weekday()}, <bdi>{name}</bdi>
        </h1>
        <Link to="/term" className="button ms-auto">
          {say('frame.today.term')}
        </Link>
      </div>
      <Reminders tasks={toDo} />
      {day.tasks.length === 0 && <p className="card mt-4">{say('frame.today.none')}</p>}
      <Group title={say('frame.today.build')} tasks={toDo} />
      <Group title={say('frame.today.read')} tasks={returned} />
      <Group title={say('frame.today.with')} tasks={waiting} />
      <Group title={say('frame.today.later')} tasks={closed} />
      <Group title={say('frame.today.over')} tasks={missed} />
      <Group title={say('frame.today.excused')} tasks={excused} />
    </div>
  );
}

/** What is due within two days and has not been handed in. */
function Reminders({ tasks }: { tasks: Task[] }) {
  const say = useSay();
  const soon = tasks.filter(({ dueAt }) => dueAt && Date.parse(dueAt) - Date.now() < 2 * 86_400_000);
  if (soon.length === 0) return null;
  return (
    <p role="note" className="card mt-2 border-s-4 border-s-ink p-2">
      {soon.map((task) => (
        <span key={task.partId} className="block">
          <b>{nameOf(task)}</b> <Due at={task.dueAt} />
          {!task.savedAt && say('frame.due.notBegun')}
        </span>
      ))}
    </p>
  );
}

function Group({ title, tasks }: { title: string; tasks: Task[] }) {
  if (tasks.length === 0) return null;
  return (
    <section className="mt-4" aria-label={title}>
      <h2 className="text-faint">{title}</h2>
      <ul className="mt-2 flex flex-col gap-2">
        {tasks.map((task) => (
          <TaskCard
            key={task.partId}
            title={nameOf(task)}
            language={task.language}
            kind={task.kind}
            glimpse={task.glimpse}
            due={dueOf(task)}
          >
            <Doing task={task} />
          </TaskCard>
        ))}
      </ul>
    </section>
  );
}

function dueOf(task: Task) {
  if (task.closedAt) return say('frame.due.closed', { when: fromNow(task.closedAt) });
  const late = task.late && isDue(task) && !task.attempt;
  return (
    <>
      <Due at={task.dueAt} />
      {late && say('frame.due.late')}
    </>
  );
}

function Doing({ task }: { task: Task }) {
  const say = useSay();
  const { attempt } = task;
  const bench = (label: string, main = false) => (
    <Link to={`/bench/${task.partId}`} className={`button ${main ? 'button-main' : ''}`} aria-label={`${label}: ${nameOf(task)}`}>
      {label}
    </Link>
  );
  if (task.waiting && !attempt) {
    return <span className="text-sm text-faint">{say('frame.today.waits', { number: task.position - 1 })}</span>;
  }
  if (attempt?.returnedAt) {
    return (
      <>
        <span className="font-head text-2xl" title={say('frame.today.mark')}>
          {attempt.mark} <span className="text-sm text-faint">{say('frame.today.of', { points: task.points ?? 0 })}</span>
        </span>
        <Link to={`/returned/${attempt.id}`} className="button button-main" aria-label={`${say('frame.today.feedback')}: ${nameOf(task)}`}>
          {say('frame.today.feedback')}
        </Link>
        {!isOver(task) && bench(say('frame.today.buildOn'))}
      </>
    );
  }
  if (attempt) {
    return (
      <>
        <span className="text-sm text-faint">
          <time dateTime={attempt.handedInAt} title={when(attempt.handedInAt)}>
            {say('frame.today.attempt', { number: attempt.number, when: fromNow(attempt.handedInAt) })}
          </time>
        </span>
        {bench(say(isOver(task) ? 'frame.today.look' : 'frame.today.change'))}
      </>
    );
  }
  return (
    <>
      {task.savedAt && <span className="text-sm text-faint">{say('frame.today.begun', { when: fromNow(task.savedAt) })}</span>}
      {bench(say(isOver(task) ? 'frame.today.look' : task.savedAt ? 'frame.today.goOn' : 'frame.today.begin'), !isOver(task))}
    </>
  );
}
