import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { api, at, reply } from '../api/client';
import type { Shelf, ShelfItem, StudentToday, TeacherToday } from '../api/types';
import { Notice } from '../ui/states';
import { useTask } from '../ui/useTask';
import { taskName } from '../ui/words';
import { say, useSay } from '../words/words';

/** Where a pattern can go. */
type Way = { to: string; label: string };

/** A pattern into a task: for a teacher as target, start or frame of a plan; for a student onto the Bench. */
export function TakeInto({ item, teacher }: { item: ShelfItem; teacher: boolean }) {
  const say = useSay();
  const navigate = useNavigate();
  const today = useQuery({ queryKey: ['today'], queryFn: () => reply(api.GET('/api/today')) });
  const ways = today.data ? (teacher ? plansOf(today.data as TeacherToday) : benchesOf(today.data as StudentToday)) : [];
  const [chosen, setChosen] = useState('');
  const [as, setAs] = useState('target');
  const to = ways.some((way) => way.to === chosen) ? chosen : (ways[0]?.to ?? '');
  if (today.error) return <Notice>{today.error.message}</Notice>;
  if (ways.length === 0) {
    return today.data ? <p className="text-sm text-faint">{say('shelf.noTask')}</p> : null;
  }
  const go = () => {
    const [path = '', query = ''] = to.split('?');
    const search = new URLSearchParams(query);
    search.set('take', item.key);
    if (teacher) search.set('as', as);
    navigate(`${path}?${search}`);
  };
  return (
    <form
      className="flex flex-wrap items-end gap-2 text-sm"
      onSubmit={(event) => {
        event.preventDefault();
        go();
      }}
    >
      <label className="min-w-40 flex-1">
        {teacher ? say('shelf.use.in') : say('shelf.use.bench')}
        <select className="field field-small" value={to} onChange={(event) => setChosen(event.target.value)}>
          {ways.map((way) => (
            <option key={way.to} value={way.to}>
              {way.label}
            </option>
          ))}
        </select>
      </label>
      {teacher && (
        <label>
          {say('shelf.use.as')}
          <select className="field field-small" value={as} onChange={(event) => setAs(event.target.value)}>
            <option value="target">{say('shelf.use.target')}</option>
            <option value="start">{say('shelf.use.start')}</option>
            <option value="frame">{say('shelf.use.frame')}</option>
          </select>
        </label>
      )}
      <button type="submit" className="button button-main">
        {teacher ? say('shelf.use.do') : say('shelf.use.open')}
      </button>
    </form>
  );
}

function plansOf(day: TeacherToday): Way[] {
  return [
    ...day.courses.map(({ id, name }) => ({ to: `/plan/new?class=${id}`, label: say('shelf.use.new', { name }) })),
    ...day.assignments.filter(({ publishedAt }) => !publishedAt).map(({ id, title }) => ({ to: `/plan/${id}`, label: title })),
  ];
}

function benchesOf(day: StudentToday): Way[] {
  const open = day.tasks.filter((task) => !task.waiting && !task.closedAt && (!task.dueAt || new Date(task.dueAt) > new Date()));
  return open.map((task) => ({ to: `/bench/${task.partId}`, label: taskName(task.title, task.parts, task) }));
}

/** A task to a class, with all its parts: only its teacher sees it until it is published. */
export function SetTask({ item, shelf }: { item: ShelfItem; shelf: Shelf }) {
  const say = useSay();
  const navigate = useNavigate();
  const { busy, error, run } = useTask();
  const [course, setCourse] = useState(shelf.courses[0]?.id ?? '');
  if (shelf.courses.length === 0) return <p className="text-sm text-faint">{say('shelf.plan.none')}</p>;
  const set = () =>
    run(async () => {
      const { id } = await reply(api.POST('/api/shelf/{key}/assignment', { ...at({ key: item.key }), body: { courseId: course } }));
      navigate(`/plan/${id}`);
    });
  return (
    <form
      className="flex flex-wrap items-end gap-2 text-sm"
      onSubmit={(event) => {
        event.preventDefault();
        void set();
      }}
    >
      <label className="min-w-40 flex-1">
        {say('shelf.plan.for')}
        <select className="field field-small" value={course} onChange={(event) => setCourse(event.target.value)}>
          {shelf.courses.map(({ id, name }) => (
            <option key={id} value={id}>
              {name}
            </option>
          ))}
        </select>
      </label>
      <button type="submit" className="button button-main" disabled={busy}>
        {say('shelf.plan.do')}
      </button>
      {error && <Notice>{error}</Notice>}
    </form>
  );
}
