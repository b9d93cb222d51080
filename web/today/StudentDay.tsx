import { Link } from 'react-router';
import type { StudentToday } from '../api/types';
import { fromNow, taskName, weekday, when } from '../ui/words';
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
        <Link to="/term" className="button ml-auto">
          My term
        </Link>
      </div>
      <Reminders tasks={toDo} />
      {day.tasks.length === 0 && (
        <p className="card mt-4">There is no task for you yet. When your teacher publishes one, it stands here.</p>
      )}
      <Group title="Build and hand in" tasks={toDo} />
      <Group title="Read what your teacher says" tasks={returned} />
      <Group title="With your teacher" tasks={waiting} />
      <Group title="Opens later" tasks={closed} />
      <Group title="Time is over" tasks={missed} />
      <Group title="You are excused" tasks={excused} />
    </div>
  );
}

/** What is due within two days and has not been handed in. */
function Reminders({ tasks }: { tasks: Task[] }) {
  const soon = tasks.filter(({ dueAt }) => dueAt && Date.parse(dueAt) - Date.now() < 2 * 86_400_000);
  if (soon.length === 0) return null;
  return (
    <p role="note" className="card mt-2 border-l-4 border-l-ink p-2">
      {soon.map((task) => (
        <span key={task.partId} className="block">
          <b>{nameOf(task)}</b> <Due at={task.dueAt} />
          {!task.savedAt && ', and you have not begun'}
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
          <TaskCard key={task.partId} title={nameOf(task)} kind={task.kind} glimpse={task.glimpse} due={dueOf(task)}>
            <Doing task={task} />
          </TaskCard>
        ))}
      </ul>
    </section>
  );
}

function dueOf(task: Task) {
  if (task.closedAt) return `closed ${fromNow(task.closedAt)}`;
  const late = task.late && isDue(task) && !task.attempt;
  return (
    <>
      <Due at={task.dueAt} />
      {late && '; you can still hand in, late'}
    </>
  );
}

function Doing({ task }: { task: Task }) {
  const { attempt } = task;
  const bench = (label: string, main = false) => (
    <Link to={`/bench/${task.partId}`} className={`button ${main ? 'button-main' : ''}`} aria-label={`${label}: ${nameOf(task)}`}>
      {label}
    </Link>
  );
  if (task.waiting && !attempt) {
    return <span className="text-sm text-faint">Opens when part {task.position - 1} is right</span>;
  }
  if (attempt?.returnedAt) {
    return (
      <>
        <span className="font-head text-2xl" title="Your mark">
          {attempt.mark} <span className="text-sm text-faint">of {task.points}</span>
        </span>
        <Link to={`/returned/${attempt.id}`} className="button button-main" aria-label={`Read the feedback: ${nameOf(task)}`}>
          Read the feedback
        </Link>
        {!isOver(task) && bench('Build on')}
      </>
    );
  }
  if (attempt) {
    return (
      <>
        <span className="text-sm text-faint">
          <time dateTime={attempt.handedInAt} title={when(attempt.handedInAt)}>
            attempt {attempt.number}, {fromNow(attempt.handedInAt)}
          </time>
        </span>
        {bench(isOver(task) ? 'Look at it' : 'Change it')}
      </>
    );
  }
  return (
    <>
      {task.savedAt && <span className="text-sm text-faint">begun {fromNow(task.savedAt)}</span>}
      {bench(isOver(task) ? 'Look at it' : task.savedAt ? 'Go on building' : 'Begin', !isOver(task))}
    </>
  );
}
