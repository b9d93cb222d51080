import { useState } from 'react';
import { useNavigate } from 'react-router';
import { api, at, reply } from '../api/client';
import type { SchoolPeople } from '../api/types';
import { NumberField } from '../ui/NumberField';
import { Notice } from '../ui/states';
import { useTask } from '../ui/useTask';
import { nextYear } from './years';

type Props = { school: SchoolPeople; course: SchoolPeople['courses'][number]; changed: () => void };

/** What is settled for a class: its name and year, who shares it, and how its year ends. */
export function ClassSettings(props: Props) {
  const { school, course } = props;
  const may = course.own || school.keeps;
  return (
    <>
      {!course.archived && <NameAndYear key={`${course.name} ${course.year}`} {...props} />}
      {may && !course.archived && <Sharing key={course.colleagues.join()} {...props} />}
      {school.keeps && <Hand {...props} />}
      {may && !course.archived && <Next {...props} />}
      {may && <Archive {...props} />}
    </>
  );
}

function NameAndYear({ course, changed }: Props) {
  const [name, setName] = useState(course.name);
  const [year, setYear] = useState(course.year);
  const { busy, error, run } = useTask();
  const keep = () =>
    run(async () => {
      await reply(api.PUT('/api/courses/{id}', { ...at({ id: course.id }), body: { name, year } }));
      changed();
    });
  return (
    <form
      className="card mt-3 flex flex-wrap items-end gap-2 text-sm"
      onSubmit={(event) => {
        event.preventDefault();
        void keep();
      }}
    >
      <label className="min-w-56 flex-1">
        Name of the class
        <input className="field mt-1" value={name} maxLength={120} required onChange={(event) => setName(event.target.value)} />
      </label>
      <label>
        School year
        <input
          className="field mt-1 block w-28"
          value={year}
          maxLength={20}
          placeholder="2026/27"
          onChange={(event) => setYear(event.target.value)}
        />
      </label>
      <button
        type="submit"
        className="button"
        disabled={busy || name.trim() === '' || (name.trim() === course.name && year.trim() === course.year)}
      >
        Keep the name
      </button>
      {error && <Notice>{error}</Notice>}
    </form>
  );
}

function Sharing({ school, course, changed }: Props) {
  const [chosen, setChosen] = useState(course.colleagues);
  const { busy, error, run } = useTask();
  const others = school.colleagues.filter(({ name }) => name !== course.teacher);
  const share = (id: string, shares: boolean) =>
    run(async () => {
      const colleagues = shares ? [...chosen, id] : chosen.filter((one) => one !== id);
      setChosen(colleagues);
      await reply(api.PUT('/api/courses/{id}/colleagues', { ...at({ id: course.id }), body: { colleagues } }));
      changed();
    });
  return (
    <fieldset className="card mt-3 text-sm">
      <legend className="sr-only">Shared with</legend>
      <h3 className="text-lg">Shared with</h3>
      <p className="text-faint">Colleagues plan, mark and see in this class what you do.</p>
      {others.length === 0 && <p>There is no other teacher in the school yet.</p>}
      <div className="flex flex-wrap gap-x-4">
        {others.map(({ id, name }) => (
          <label key={id} className="flex min-h-8 items-center gap-1.5">
            <input
              type="checkbox"
              checked={chosen.includes(id)}
              disabled={busy}
              onChange={(event) => void share(id, event.target.checked)}
            />
            <bdi>{name}</bdi>
          </label>
        ))}
      </div>
      {error && <Notice>{error}</Notice>}
    </fieldset>
  );
}

function Hand({ school, course, changed }: Props) {
  const [to, setTo] = useState('');
  const { busy, error, run } = useTask();
  const hand = () =>
    run(async () => {
      await reply(api.PUT('/api/courses/{id}/teacher', { ...at({ id: course.id }), body: { teacherId: to } }));
      changed();
    });
  return (
    <div className="card mt-3 flex flex-wrap items-end gap-2 text-sm">
      <label>
        {course.teacher} teaches this class; give it to
        <select className="field field-small mt-1" value={to} onChange={(event) => setTo(event.target.value)}>
          <option value="">nobody else</option>
          {school.colleagues
            .filter(({ name }) => name !== course.teacher)
            .map(({ id, name }) => (
              <option key={id} value={id}>
                {name}
              </option>
            ))}
        </select>
      </label>
      <button type="button" className="button" disabled={busy || to === ''} onClick={() => void hand()}>
        Give the class away
      </button>
      {error && <Notice>{error}</Notice>}
    </div>
  );
}

function Next({ course, changed }: Props) {
  const navigate = useNavigate();
  const [name, setName] = useState(course.name);
  const [year, setYear] = useState(nextYear(course.year));
  const [students, setStudents] = useState(true);
  const [tasks, setTasks] = useState(true);
  const [archive, setArchive] = useState(true);
  const [days, setDays] = useState(364);
  const { busy, error, run } = useTask();
  const begin = () =>
    run(async () => {
      const body = { name, year, students, tasks, days, archive };
      const { id } = await reply(api.POST('/api/courses/{id}/next', { ...at({ id: course.id }), body }));
      changed();
      navigate(`/school?class=${id}`);
    });
  const tick = (label: string, value: boolean, set: (value: boolean) => void) => (
    <label className="flex min-h-8 items-center gap-1.5">
      <input type="checkbox" checked={value} onChange={(event) => set(event.target.checked)} />
      {label}
    </label>
  );
  return (
    <details className="card mt-3 text-sm">
      <summary className="font-head text-lg font-bold">Begin the next year</summary>
      <div className="mt-2 flex flex-wrap gap-2">
        <label className="min-w-56 flex-1">
          Name of the new class
          <input className="field mt-1" value={name} maxLength={120} onChange={(event) => setName(event.target.value)} />
        </label>
        <label>
          Its school year
          <input className="field mt-1 block w-28" value={year} maxLength={20} onChange={(event) => setYear(event.target.value)} />
        </label>
      </div>
      {tick('its students come along', students, setStudents)}
      {tick('its tasks come along, as drafts', tasks, setTasks)}
      {tasks && (
        <span className="flex flex-wrap items-center gap-1.5">
          due
          <NumberField label="Days later" value={days} low={-1100} high={1100} take={(number) => setDays(Math.round(number))} />
          days later; 364 is the same day of the week
        </span>
      )}
      {tick('the class of now is put away; it stays to be read', archive, setArchive)}
      {error && <Notice>{error}</Notice>}
      <button type="button" className="button button-main mt-2" disabled={busy || name.trim() === ''} onClick={() => void begin()}>
        {busy ? 'One moment …' : `Begin ${year || 'the next year'}`}
      </button>
    </details>
  );
}

function Archive({ course, changed }: Props) {
  const { busy, error, run } = useTask();
  const put = () =>
    run(async () => {
      await reply(api.PUT('/api/courses/{id}', { ...at({ id: course.id }), body: { archived: !course.archived } }));
      changed();
    });
  return (
    <div className="card mt-3 flex flex-wrap items-center gap-3 text-sm">
      <p className="min-w-56 flex-1">
        {course.archived
          ? 'This class is put away: everything in it can be read, nothing changes.'
          : 'Put the class away when its year is over: it leaves Today and stays to be read.'}
      </p>
      <button type="button" className="button" disabled={busy} onClick={() => void put()}>
        {course.archived ? 'Take it out again' : 'Put it away'}
      </button>
      {error && <Notice>{error}</Notice>}
    </div>
  );
}
