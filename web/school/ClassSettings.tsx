import { useState } from 'react';
import { useNavigate } from 'react-router';
import { api, at, reply } from '../api/client';
import type { SchoolPeople } from '../api/types';
import { AskFirst } from '../ui/AskFirst';
import { NumberField } from '../ui/NumberField';
import { Notice } from '../ui/states';
import { useTask } from '../ui/useTask';
import { type Language, locale, NAMES, useSay } from '../words/words';
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
      {!course.archived && <ClassLanguage key={`language ${course.id}`} {...props} />}
      {!course.archived && <NameAndYear key={`${course.name} ${course.year}`} {...props} />}
      {may && !course.archived && <Sharing key={course.colleagues.join()} {...props} />}
      {school.keeps && <Hand {...props} />}
      {may && !course.archived && <Next {...props} />}
      {may && <Archive {...props} />}
      {may && course.students === 0 && <Remove {...props} />}
    </>
  );
}

/** The days of the week, from Monday on. */
const days = (): string[] =>
  Array.from({ length: 7 }, (_, i) =>
    new Date(Date.UTC(2024, 0, 1 + i)).toLocaleDateString(locale(), { weekday: 'long', timeZone: 'UTC' }),
  );

/** When the class usually meets: its lessons are offered as due dates. */
function LessonTime({ course, changed }: Props) {
  const say = useSay();
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
        {say('school.lesson')}
        <select className="field mt-1 block" value={day} onChange={(event) => setDay(Number(event.target.value))}>
          <option value={0}>{say('school.lesson.none')}</option>
          {days().map((name, i) => (
            <option key={name} value={i + 1}>
              {name}
            </option>
          ))}
        </select>
      </label>
      {day !== 0 && (
        <label>
          {say('school.lesson.time')}
          <input type="time" className="field mt-1 block" required value={time} onChange={(event) => setTime(event.target.value)} />
        </label>
      )}
      <button type="submit" className="button" disabled={busy || same}>
        {say('school.lesson.save')}
      </button>
      <p className="w-full text-faint">{say('school.lesson.about')}</p>
      {error && <Notice>{error}</Notice>}
    </form>
  );
}

/** How the sheets of the class are drawn. */
function Sheets({ course, changed }: Props) {
  const say = useSay();
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
      <legend className="sr-only">{say('school.sheets')}</legend>
      <label>
        {say('school.sheets.rows')}
        <select
          className="field mt-1 block"
          value={sheet.likeStaff ? 'staff' : 'beat'}
          disabled={busy}
          onChange={(event) => void choose({ likeStaff: event.target.value === 'staff' })}
        >
          <option value="beat">{say('school.sheets.beat')}</option>
          <option value="staff">{say('school.sheets.staff')}</option>
        </select>
      </label>
      <label>
        {say('school.sheets.notes')}
        <select
          className="field mt-1 block"
          value={sheet.values ? 'values' : 'alike'}
          disabled={busy}
          onChange={(event) => void choose({ values: event.target.value === 'values' })}
        >
          <option value="alike">{say('school.sheets.alike')}</option>
          <option value="values">{say('school.sheets.values')}</option>
        </select>
      </label>
      <p className="w-full text-faint">{say('school.sheets.about')}</p>
      {error && <Notice>{error}</Notice>}
    </fieldset>
  );
}

/** In which language the class is taught: its texts are marked so, and its students read it who have chosen none. */
function ClassLanguage({ school, course, changed }: Props) {
  const say = useSay();
  const { busy, error, run } = useTask();
  const choose = (tag: string) =>
    run(async () => {
      const language = tag === '' ? null : (tag as Language);
      await reply(api.PUT('/api/courses/{id}', { ...at({ id: course.id }), body: { language } }));
      changed();
    });
  return (
    <div className="card mt-3 text-sm">
      <label>
        {say('school.settings.language')}
        <select
          className="field mt-1 block w-auto"
          value={course.language ?? ''}
          disabled={busy}
          onChange={(event) => void choose(event.target.value)}
        >
          <option value="">{say('school.language.asSchool', { name: NAMES[school.language] })}</option>
          {Object.entries(NAMES).map(([tag, name]) => (
            <option key={tag} value={tag} lang={tag}>
              {name}
            </option>
          ))}
        </select>
      </label>
      <p className="mt-1 text-faint">{say('school.language.about')}</p>
      {error && <Notice>{error}</Notice>}
    </div>
  );
}

function NameAndYear({ course, changed }: Props) {
  const say = useSay();
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
        {say('school.class.name')}
        <input className="field mt-1" value={name} maxLength={120} required onChange={(event) => setName(event.target.value)} />
      </label>
      <label>
        {say('school.class.year')}
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
        {say('school.name.save')}
      </button>
      {error && <Notice>{error}</Notice>}
    </form>
  );
}

function Sharing({ school, course, changed }: Props) {
  const say = useSay();
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
      <legend className="sr-only">{say('school.share')}</legend>
      <h3 className="text-lg">{say('school.share')}</h3>
      <p className="text-faint">{say('school.share.about')}</p>
      {others.length === 0 && <p>{say('school.share.nobody')}</p>}
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
  const say = useSay();
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
        {say('school.transfer.to', { name: course.teacher })}
        <select className="field field-small mt-1" value={to} onChange={(event) => setTo(event.target.value)}>
          <option value="">{say('school.transfer.choose')}</option>
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
        <AskFirst action={say('school.transfer')} disabled={busy} act={() => void hand()}>
          {say('school.transfer.what', { to: nameOf(to), class: course.name, count: course.students, from: course.teacher })}
        </AskFirst>
      )}
      {error && <Notice>{error}</Notice>}
    </div>
  );
}

function Next({ course, changed }: Props) {
  const say = useSay();
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
      <summary className="font-head text-lg font-bold">{say('school.next')}</summary>
      <div className="mt-2 flex flex-wrap gap-2">
        <label className="min-w-56 flex-1">
          {say('school.next.name')}
          <input className="field mt-1" value={name} maxLength={120} onChange={(event) => setName(event.target.value)} />
        </label>
        <label>
          {say('school.next.year')}
          <input className="field mt-1 block w-28" value={year} maxLength={20} onChange={(event) => setYear(event.target.value)} />
        </label>
      </div>
      {tick(say('school.next.students', { count: course.students }), students, setStudents)}
      {tick(say('school.next.tasks'), tasks, setTasks)}
      {tasks && (
        <span className="flex flex-wrap items-center gap-1.5">
          {say('school.next.move')}
          <NumberField
            label={say('school.next.daysLabel')}
            value={days}
            low={-1100}
            high={1100}
            take={(number) => setDays(Math.round(number))}
          />
          {say('school.next.days')}
        </span>
      )}
      {tick(say('school.next.archive'), archive, setArchive)}
      {error && <Notice>{error}</Notice>}
      {busy ? (
        <p role="status">{say('school.next.busy')}</p>
      ) : (
        name.trim() !== '' && (
          <AskFirst action={year ? say('school.next.start', { year }) : say('school.next.startNext')} act={() => void begin()}>
            {say('school.next.what', {
              name: `${name} ${year}`.trim(),
              count: students ? course.students : 0,
              tasks: tasks ? 'copied' : 'none',
              archive: archive ? 'yes' : 'no',
              old: course.name,
            })}
          </AskFirst>
        )
      )}
    </details>
  );
}

function Archive({ course, changed }: Props) {
  const say = useSay();
  const { busy, error, run } = useTask();
  const put = () =>
    run(async () => {
      await reply(api.PUT('/api/courses/{id}', { ...at({ id: course.id }), body: { archived: !course.archived } }));
      changed();
    });
  return (
    <div className="card mt-3 flex flex-wrap items-center gap-3 text-sm">
      <p className="min-w-56 flex-1">{course.archived ? say('school.archive.isArchived') : say('school.archive.about')}</p>
      {course.archived ? (
        <button type="button" className="button" disabled={busy} onClick={() => void put()}>
          {say('school.archive.restore')}
        </button>
      ) : (
        <AskFirst action={say('school.archive')} disabled={busy} act={() => void put()}>
          {say('school.archive.what', { name: course.name, count: course.students })}
        </AskFirst>
      )}
      {error && <Notice>{error}</Notice>}
    </div>
  );
}

function Remove({ course, changed }: Props) {
  const say = useSay();
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
      <p className="min-w-56 flex-1">{say('school.remove.about')}</p>
      <AskFirst action={say('school.remove')} disabled={busy} act={() => void remove()}>
        {say('school.remove.what', { name: course.name })}
      </AskFirst>
      {error && <Notice>{error}</Notice>}
    </div>
  );
}
