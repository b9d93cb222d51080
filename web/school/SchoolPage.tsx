import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { useSearchParams } from 'react-router';
import { api, at, reply } from '../api/client';
import type { SchoolPeople, Slip } from '../api/types';
import { Failed, Notice, Waiting } from '../ui/states';
import { useTask } from '../ui/useTask';
import { fromNow, plural } from '../ui/words';
import { BringSet } from './BringSet';
import { ClassPeople } from './ClassPeople';
import { FindStudent } from './FindStudent';
import { MailboxView } from './MailboxView';
import { NamesForm } from './NamesForm';
import { SchoolSettings } from './SchoolSettings';
import { Slips } from './Slips';
import { Teachers } from './Teachers';
import '../ui/rooms.css';
import './school.css';

/** People and classes: a keeper has the whole school, a teacher their own classes. */
export default function SchoolPage() {
  const queries = useQueryClient();
  const school = useQuery({ queryKey: ['school'], queryFn: () => reply(api.GET('/api/school')) });
  const [search, setSearch] = useSearchParams();
  const [slips, setSlips] = useState<Slip[]>([]);
  if (school.error) return <Failed error={school.error} again={() => void school.refetch()} />;
  if (!school.data) return <Waiting what="the school" />;
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
      <section aria-label="Classes">
        <h1>{name}</h1>
        <p className="text-sm text-faint">{plural(courses.length, 'class', 'classes')}</p>
        <ul className="mt-2">
          {keeps && (
            <li>
              <button type="button" className="school-class" aria-pressed={!chosen} onClick={() => setSearch({}, { replace: true })}>
                <span className="block font-bold">Teachers and school</span>
                <span className="text-sm text-faint">who teaches, lists, what holds for all</span>
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
                  {course.archived && 'archived · '}
                  {course.year && `${course.year} · `}
                  {(keeps || !course.own) && `${course.teacher} · `}
                  {plural(course.students, 'student')}
                </span>
              </button>
            </li>
          ))}
        </ul>
        {courses.length === 0 && <p className="card mt-2">No class yet: name the first one below.</p>}
        <AddClass
          school={school.data}
          done={(id) => {
            changed();
            setSearch({ class: id }, { replace: true });
          }}
        />
        <BroughtIn school={school.data} changed={changed} />
      </section>
      <section aria-label={chosen ? chosen.name : 'Teachers'} className="min-w-0">
        {chosen ? (
          <ClassPeople key={chosen.id} school={school.data} course={chosen} changed={changed} show={setSlips} />
        ) : keeps ? (
          <>
            <Teachers school={school.data} changed={changed} show={setSlips} />
            <NamesForm
              kept="names of teachers"
              title="Add teachers"
              button={() => 'Add teachers'}
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
          <p className="card text-faint">Choose a class at the left, or name a new one.</p>
        )}
      </section>
    </div>
  );
}

/** The list that was brought in last, which can be taken back while nobody of it has begun. */
function BroughtIn({ school: { intake }, changed }: { school: SchoolPeople; changed: () => void }) {
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
      <p className="text-faint">
        Brought in last, {fromNow(intake.at)}: {plural(intake.accounts, 'account')}
        {intake.classes > 0 && `, ${plural(intake.classes, 'class', 'classes')}`}.
      </p>
      <button type="button" className="button button-small mt-1" disabled={busy} onClick={() => void takeBack()}>
        Undo that import
      </button>
      {error && <Notice>{error}</Notice>}
    </div>
  );
}

function AddClass({ school, done }: { school: SchoolPeople; done: (id: string) => void }) {
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
        A new class
        <input className="field field-small" value={name} maxLength={120} required onChange={(event) => setName(event.target.value)} />
      </label>
      <label>
        School year
        <input className="field field-small" value={year} maxLength={20} onChange={(event) => setYear(event.target.value)} />
      </label>
      {school.keeps && (
        <label>
          Its teacher
          <select className="field field-small" value={teacher} onChange={(event) => setTeacher(event.target.value)}>
            <option value="">myself</option>
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
        Make the class
      </button>
    </form>
  );
}
