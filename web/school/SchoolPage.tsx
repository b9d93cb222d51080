import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { useSearchParams } from 'react-router';
import { api, at, reply } from '../api/client';
import type { SchoolPeople, Slip } from '../api/types';
import { Failed, Notice, Waiting } from '../ui/states';
import { useTask } from '../ui/useTask';
import { fromNow } from '../ui/words';
import { BringSet } from './BringSet';
import { ClassPeople } from './ClassPeople';
import { FindStudent } from './FindStudent';
import { MailboxView } from './MailboxView';
import { NamesForm } from './NamesForm';
import { SchoolSettings } from './SchoolSettings';
import { Slips } from './Slips';
import { Teachers } from './Teachers';
import '../ui/class.css';
import '../ui/rooms.css';
import './school.css';
import { useSay } from '../words/words';

/** People and classes: an administrator has the whole school, a teacher their own classes. */
export default function SchoolPage() {
  const say = useSay();
  const queries = useQueryClient();
  const school = useQuery({ queryKey: ['school'], queryFn: () => reply(api.GET('/api/school')) });
  const [search, setSearch] = useSearchParams();
  const [slips, setSlips] = useState<Slip[]>([]);
  if (school.error) return <Failed error={school.error} again={() => void school.refetch()} />;
  if (!school.data) return <Waiting what={say('school.place')} />;
  const { name, keeps, courses } = school.data;
  const changed = () => void school.refetch();
  const closeSlips = () => {
    setSlips([]);
    void queries.invalidateQueries({ queryKey: ['school'] });
  };
  const chosen = courses.find(({ id }) => id === search.get('class')) ?? null;
  if (slips.length > 0) return <Slips slips={slips} school={name} done={closeSlips} />;
  return (
    <div className="school">
      <section aria-label={say('school.classesLabel')}>
        <h1>{name}</h1>
        <p className="text-sm text-faint">{say('school.classes', { count: courses.length })}</p>
        <ul className="mt-2">
          {keeps && (
            <li>
              <button type="button" className="school-class" aria-pressed={!chosen} onClick={() => setSearch({}, { replace: true })}>
                <span className="block font-bold">{say('school.whole')}</span>
                <span className="text-sm text-faint">{say('school.whole.about')}</span>
              </button>
            </li>
          )}
          {courses.map((course) => (
            <li key={course.id}>
              <button
                type="button"
                className="school-class"
                aria-pressed={course === chosen}
                onClick={() => setSearch({ class: course.id }, { replace: true })}
              >
                <span className="block font-bold">{course.name}</span>
                <span className="text-sm text-faint">
                  {course.archived && `${say('school.archived')} · `}
                  {course.year && `${course.year} · `}
                  {(keeps || !course.own) && `${course.teacher} · `}
                  {say('school.students', { count: course.students })}
                </span>
              </button>
            </li>
          ))}
        </ul>
        {courses.length === 0 && <p className="card mt-2">{say('school.class.none')}</p>}
        <AddClass
          school={school.data}
          done={(id) => {
            changed();
            setSearch({ class: id }, { replace: true });
          }}
        />
        <BroughtIn school={school.data} changed={changed} />
      </section>
      <section aria-label={chosen ? chosen.name : say('school.teachers')} className="min-w-0">
        {chosen ? (
          <ClassPeople key={chosen.id} school={school.data} course={chosen} changed={changed} show={setSlips} />
        ) : keeps ? (
          <>
            <Teachers school={school.data} changed={changed} show={setSlips} />
            <NamesForm
              kept="names of teachers"
              title={say('school.teachers.add')}
              button={() => say('school.teachers.add')}
              send={(names) => reply(api.POST('/api/teachers', { body: { names } }))}
              done={({ slips: made }) => {
                changed();
                setSlips(made);
              }}
            />
            <FindStudent />
            <BringSet done={changed} />
            <MailboxView />
            <SchoolSettings key={school.data.name} school={school.data} changed={changed} />
          </>
        ) : (
          <p className="card text-faint">{say('school.class.choose')}</p>
        )}
      </section>
    </div>
  );
}

/** The list that was brought in last, which can be taken back while nobody of it has begun. */
function BroughtIn({ school: { intake }, changed }: { school: SchoolPeople; changed: () => void }) {
  const say = useSay();
  const queries = useQueryClient();
  const { busy, error, run } = useTask();
  if (!intake) return null;
  const takeBack = () =>
    run(async () => {
      await reply(api.DELETE('/api/intakes/{id}', at({ id: intake.id })));
      await queries.invalidateQueries({ queryKey: ['school'] });
      changed();
    });
  return (
    <div className="mt-3 border-t border-rule pt-3 text-sm">
      <p className="text-faint">{say('school.intake', { when: fromNow(intake.at), accounts: intake.accounts, classes: intake.classes })}</p>
      <button type="button" className="button button-small mt-1" disabled={busy} onClick={() => void takeBack()}>
        {say('school.intake.undo')}
      </button>
      {error && <Notice>{error}</Notice>}
    </div>
  );
}

function AddClass({ school, done }: { school: SchoolPeople; done: (id: string) => void }) {
  const say = useSay();
  const { busy, error, run } = useTask();
  const [name, setName] = useState('');
  const [year, setYear] = useState(school.courses.find(({ archived }) => !archived)?.year ?? '');
  const [teacher, setTeacher] = useState('');
  const add = () =>
    run(async () => {
      const { id } = await reply(api.POST('/api/courses', { body: { name, year, ...(teacher !== '' && { teacherId: teacher }) } }));
      setName('');
      done(id);
    });
  return (
    <form
      className="mt-3 flex flex-col gap-1.5 border-t border-rule pt-3 text-sm"
      onSubmit={(event) => {
        event.preventDefault();
        void add();
      }}
    >
      <label>
        {say('school.class.new')}
        <input className="field field-small" value={name} maxLength={120} required onChange={(event) => setName(event.target.value)} />
      </label>
      <label>
        {say('school.class.year')}
        <input className="field field-small" value={year} maxLength={20} onChange={(event) => setYear(event.target.value)} />
      </label>
      {school.keeps && (
        <label>
          {say('school.class.teacher')}
          <select className="field field-small" value={teacher} onChange={(event) => setTeacher(event.target.value)}>
            <option value="">{say('school.class.myself')}</option>
            {school.teachers
              .filter(({ role, disabled }) => role === 'teacher' && !disabled)
              .map((one) => (
                <option key={one.id} value={one.id}>
                  {one.name}
                </option>
              ))}
          </select>
        </label>
      )}
      {error && <Notice>{error}</Notice>}
      <button type="submit" className="button button-small self-start" disabled={busy || name.trim() === ''}>
        {say('school.class.make')}
      </button>
    </form>
  );
}
