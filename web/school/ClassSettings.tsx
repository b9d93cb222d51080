import { useState } from 'react';
import { useNavigate } from 'react-router';
import { api, at, reply } from '../api/client';
import type { SchoolPeople } from '../api/types';
import { AskFirst } from '../ui/AskFirst';
import { NumberField } from '../ui/NumberField';
import { Notice } from '../ui/states';
import { useTask } from '../ui/useTask';
import { plural } from '../ui/words';
import { nextYear } from './years';

type Props = { school: SchoolPeople; course: SchoolPeople['courses'][number]; changed: () => void };

/** What is settled for a class: its name and year, who shares it, and how its year ends. */
export function ClassSettings(props: Props) {
  const { school, course } = props;
  const may = course.own || school.keeps;
  return (
    <>
      {!course.archived && <LessonTime key={JSON.stringify(course.lesson)} {...props} />}
      {!course.archived && <Sheets key={course.id} {...props} />}
      {!course.archived && <NameAndYear key={`${course.name} ${course.year}`} {...props} />}
      {may && !course.archived && <Sharing key={course.colleagues.join()} {...props} />}
      {school.keeps && <Hand {...props} />}
      {may && !course.archived && <Next {...props} />}
      {may && <Archive {...props} />}
      {may && course.students === 0 && <Remove {...props} />}
    </>
  );
}

const DAYS = ['Monday', 'Tuesday', 'Wednesday', 'Thursday', 'Friday', 'Saturday', 'Sunday'];

/** When the class usually meets: its lessons are offered as due dates. */
function LessonTime({ course, changed }: Props) {
  const [day, setDay] = useState(course.lesson?.day ?? 0);
  const [time, setTime] = useState(course.lesson?.time ?? '');
  const { busy, error, run } = useTask();
  const save = () =>
    run(async () => {
      const lesson = day === 0 ? null : { day, time };
      await reply(api.PUT('/api/courses/{id}', { ...at({ id: course.id }), body: { lesson } }));
      changed();
    });
  const same = day === (course.lesson?.day ?? 0) && (day === 0 || time === course.lesson?.time);
  return (
    <form
      className="card mt-3 flex flex-wrap items-end gap-2 text-sm"
      onSubmit={(event) => {
        event.preventDefault();
        void save();
      }}
    >
      <label>
        Usual lesson
        <select className="field mt-1 block" value={day} onChange={(event) => setDay(Number(event.target.value))}>
          <option value={0}>no fixed day</option>
          {DAYS.map((name, i) => (
            <option key={name} value={i + 1}>
              {name}
            </option>
          ))}
        </select>
      </label>
      {day !== 0 && (
        <label>
          Time
          <input type="time" className="field mt-1 block" required value={time} onChange={(event) => setTime(event.target.value)} />
        </label>
      )}
      <button type="submit" className="button" disabled={busy || same}>
        Save lesson
      </button>
      <p className="w-full text-faint">A due date without a time then means the lesson of that day.</p>
      {error && <Notice>{error}</Notice>}
    </form>
  );
}

/** How the sheets of the class are drawn. */
function Sheets({ course, changed }: Props) {
  const { busy, error, run } = useTask();
  // As chosen last: the page may know of it later.
  const [sheet, setSheet] = useState(course.sheet);
  const choose = (change: Partial<typeof sheet>) =>
    run(async () => {
      const chosen = { ...sheet, ...change };
      await reply(api.PUT('/api/courses/{id}', { ...at({ id: course.id }), body: { sheet: chosen } }));
      setSheet(chosen);
      changed();
    });
  return (
    <fieldset className="card mt-3 flex flex-wrap items-end gap-3 text-sm">
      <legend className="sr-only">Sheets</legend>
      <label>
        Rows
        <select
          className="field mt-1 block"
          value={sheet.likeStaff ? 'staff' : 'beat'}
          disabled={busy}
          onChange={(event) => void choose({ likeStaff: event.target.value === 'staff' })}
        >
          <option value="beat">in the order of each beat</option>
          <option value="staff">as on a staff, cymbals on top</option>
        </select>
      </label>
      <label>
        Notes
        <select
          className="field mt-1 block"
          value={sheet.values ? 'values' : 'alike'}
          disabled={busy}
          onChange={(event) => void choose({ values: event.target.value === 'values' })}
        >
          <option value="alike">all alike</option>
          <option value="values">with note values and beams</option>
        </select>
      </label>
      <p className="w-full text-faint">All sheets of this class are drawn this way. No beat is changed.</p>
      {error && <Notice>{error}</Notice>}
    </fieldset>
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
        Save name
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
  const nameOf = (id: string) => school.colleagues.find((one) => one.id === id)?.name ?? '';
  const hand = () =>
    run(async () => {
      await reply(api.PUT('/api/courses/{id}/teacher', { ...at({ id: course.id }), body: { teacherId: to } }));
      changed();
    });
  return (
    <div className="card mt-3 flex flex-wrap items-end gap-2 text-sm">
      <label>
        Transfer this class from {course.teacher} to
        <select className="field field-small mt-1" value={to} onChange={(event) => setTo(event.target.value)}>
          <option value="">choose a teacher …</option>
          {school.colleagues
            .filter(({ name }) => name !== course.teacher)
            .map(({ id, name }) => (
              <option key={id} value={id}>
                {name}
              </option>
            ))}
        </select>
      </label>
      {to !== '' && (
        <AskFirst action="Transfer class" disabled={busy} act={() => void hand()}>
          {nameOf(to)} will teach “{course.name}” with its {plural(course.students, 'student')} and all its tasks. {course.teacher} won’t
          see it any more.
        </AskFirst>
      )}
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
      <summary className="font-head text-lg font-bold">Start next year’s class</summary>
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
      {tick(`Take its ${plural(course.students, 'student')} along`, students, setStudents)}
      {tick('Copy its tasks, as drafts', tasks, setTasks)}
      {tasks && (
        <span className="flex flex-wrap items-center gap-1.5">
          Move due dates by
          <NumberField label="Days later" value={days} low={-1100} high={1100} take={(number) => setDays(Math.round(number))} />
          days; 364 keeps the day of the week
        </span>
      )}
      {tick('Archive this class; it can still be read', archive, setArchive)}
      {error && <Notice>{error}</Notice>}
      {busy ? (
        <p role="status">Making the class and copying its tasks …</p>
      ) : (
        name.trim() !== '' && (
          <AskFirst action={`Start ${year || 'next year'}`} act={() => void begin()}>
            This makes the class “{name} {year}”{students && ` with the ${plural(course.students, 'student')} of this one`}
            {tasks && ' and a draft of each task'}.{archive && ` “${course.name}” is archived: you can restore it at any time.`}
          </AskFirst>
        )
      )}
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
          ? 'This class is archived: everything in it can be read, nothing changes.'
          : 'Archive the class when its year is over. It can still be read.'}
      </p>
      {course.archived ? (
        <button type="button" className="button" disabled={busy} onClick={() => void put()}>
          Restore class
        </button>
      ) : (
        <AskFirst action="Archive class" disabled={busy} act={() => void put()}>
          “{course.name}” leaves Today for you and its {plural(course.students, 'student')}, and nobody can hand in any more. You can
          restore it here at any time.
        </AskFirst>
      )}
      {error && <Notice>{error}</Notice>}
    </div>
  );
}

function Remove({ course, changed }: Props) {
  const navigate = useNavigate();
  const { busy, error, run } = useTask();
  const remove = () =>
    run(async () => {
      await reply(api.DELETE('/api/courses/{id}', at({ id: course.id })));
      changed();
      navigate('/school');
    });
  return (
    <div className="card mt-3 flex flex-wrap items-center gap-3 text-sm">
      <p className="min-w-56 flex-1">A class that never had a student or a task can be deleted.</p>
      <AskFirst action="Delete class" disabled={busy} act={() => void remove()}>
        “{course.name}” is deleted for good. Nothing is in it.
      </AskFirst>
      {error && <Notice>{error}</Notice>}
    </div>
  );
}
