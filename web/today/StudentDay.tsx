import { Link } from 'react-router';
import type { StudentToday } from '../api/types';
import { fromNow, taskName, weekday, when } from '../ui/words';
import { Due, TaskCard } from './TaskCard';

type Task = StudentToday['tasks'][number];

const nameOf = (task: Task): string => taskName(task.title, task.parts, task);

function isOver(task: Task): boolean {
  return task.closedAt !== null || (task.dueAt !== null && new Date(task.dueAt) < new Date());
}

/** What comes first: what was returned, then what is to be handed in, then what is with the teacher. */
export function StudentDay({ day, name }: { day: StudentToday; name: string }) {
  const returned = day.tasks.filter((task) => task.attempt?.returnedAt);
  const toDo = day.tasks.filter((task) => !task.attempt && !isOver(task) && !task.waiting);
  const closed = day.tasks.filter((task) => !task.attempt && !isOver(task) && task.waiting);
  const waiting = day.tasks.filter((task) => task.attempt && !task.attempt.returnedAt);
  const missed = day.tasks.filter((task) => !task.attempt && isOver(task));
  return (
    <div className="mx-auto max-w-5xl">
      <h1>
        {weekday()}, <bdi>{name}</bdi>
      </h1>
      {day.tasks.length === 0 && (
        <p className="card mt-4">There is no task for you yet. When your teacher publishes one, it stands here.</p>
      )}
      <Group title="Build and hand in" tasks={toDo} />
      <Group title="Read what your teacher says" tasks={returned} />
      <Group title="With your teacher" tasks={waiting} />
      <Group title="Opens later" tasks={closed} />
      <Group title="Time is over" tasks={missed} />
    </div>
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
            kind={task.kind}
            glimpse={task.glimpse}
            due={task.closedAt ? `closed ${fromNow(task.closedAt)}` : <Due at={task.dueAt} />}
          >
            <Doing task={task} />
          </TaskCard>
        ))}
      </ul>
    </section>
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
        <Link to={`/returned/${attempt.id}`} className="button button-main" aria-label={`Read the answer: ${nameOf(task)}`}>
          Read the answer
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
