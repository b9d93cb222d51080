import { useQuery, useQueryClient } from '@tanstack/react-query';
import { Fragment, useState } from 'react';
import { Link } from 'react-router';
import { api, at, reply } from '../api/client';
import type { SchoolPeople, SchoolStudent, Slip } from '../api/types';
import { Choice } from '../ui/Choice';
import { Failed, Notice, Waiting } from '../ui/states';
import { useTask } from '../ui/useTask';
import { byName } from '../ui/words';
import { useSay } from '../words/words';
import { BringList } from './BringList';
import { Care } from './Care';
import { ClassSettings } from './ClassSettings';
import { Former } from './Former';
import { JoinBlock } from './JoinBlock';
import { NamesForm } from './NamesForm';
import { Person } from './Person';

type Props = {
  school: SchoolPeople;
  course: SchoolPeople['courses'][number];
  changed: () => void;
  /** Shows login slips. */
  show: (slips: Slip[]) => void;
};

/** A class: who is in it, how others come in, and what is settled for it. */
export function ClassPeople({ school, course, changed, show }: Props) {
  const say = useSay();
  const [part, setPart] = useState<'people' | 'add' | 'class'>('people');
  const where = at({ id: course.id });
  const people = useQuery({ queryKey: ['school', course.id], queryFn: () => reply(api.GET('/api/courses/{id}/students', where)) });
  const queries = useQueryClient();
  const again = () => {
    void queries.invalidateQueries({ queryKey: ['school', course.id] });
    changed();
  };
  const { students = [] } = people.data ?? {};
  // An empty class shows first how it is filled.
  const shown = people.data?.students.length === 0 && part === 'people' && !course.archived ? 'add' : part;
  return (
    <>
      <div className="flex flex-wrap items-baseline gap-x-4 gap-y-2">
        <h2>
          {course.name} <span className="text-base font-normal text-faint">{course.year}</span>
        </h2>
        <Link to={`/term/${course.id}`} className="quiet-link text-sm">
          {say('school.term')}
        </Link>
      </div>
      <Choice
        label={say('school.class.what')}
        value={shown}
        options={[
          { value: 'people', label: say('school.students', { count: course.students }) },
          ...(course.archived ? [] : [{ value: 'add' as const, label: say('school.addStudents') }]),
          { value: 'class', label: say('school.class') },
        ]}
        onChange={setPart}
      />
      {people.error && <Failed error={people.error} again={() => void people.refetch()} />}
      {!people.data && !people.error && <Waiting what={course.name} />}
      {people.data && shown === 'people' && <People school={school} course={course} students={students} again={again} show={show} />}
      {people.data && shown === 'add' && (
        <>
          {students.length === 0 && <p className="mt-3 text-faint">{say('school.class.empty')}</p>}
          <NamesForm
            kept={`names ${course.id}`}
            title={say('school.names.paste')}
            button={(count) => say('school.add', { count: count ?? 0 })}
            preview={async (names) => (await reply(api.POST('/api/courses/{id}/students/preview', { ...where, body: { names } }))).people}
            send={async (names, same) => reply(api.POST('/api/courses/{id}/students', { ...where, body: { names, same } }))}
            done={({ slips }) => {
              setPart('people');
              again();
              show(slips);
            }}
          />
          <JoinBlock courseId={course.id} changed={again} />
          <BringList
            courseId={course.id}
            done={() => {
              again();
              setPart('people');
            }}
          />
        </>
      )}
      {people.data && shown === 'class' && <ClassSettings school={school} course={course} changed={again} />}
    </>
  );
}

type PeopleProps = Omit<Props, 'changed'> & {
  students: SchoolStudent[];
  again: () => void;
};

function People({ school, course, students, again, show }: PeopleProps) {
  const say = useSay();
  const task = useTask();
  const { busy, error, run } = task;
  const [open, setOpen] = useState<string | null>(null);
  const waiting = students.filter(({ password }) => password === 'slip').length;
  const without = students.filter(({ password }) => password === 'none' || password === 'first').length;
  const path = at({ id: course.id });
  const slips = (ask: () => Promise<{ slips: Slip[] }>) =>
    run(async () => {
      show((await ask()).slips);
      again();
    });
  return (
    <div className="mt-3">
      {waiting > 0 && !course.archived && (
        <p className="mb-2 flex flex-wrap items-center gap-3 text-sm">
          {say('school.slips.waiting', { count: waiting })}
          <button
            type="button"
            className="button button-small button-main"
            disabled={busy}
            onClick={() => void slips(() => reply(api.GET('/api/courses/{id}/slips', path)))}
          >
            {say('school.slips.show', { count: waiting })}
          </button>
        </p>
      )}
      {without > 0 && !course.archived && (
        <p className="mb-2 flex flex-wrap items-center gap-3 text-sm">
          {say('school.slips.without', { count: without })}
          <button
            type="button"
            className="button button-small"
            disabled={busy}
            onClick={() => void slips(() => reply(api.POST('/api/courses/{id}/slips', path)))}
          >
            {say('school.slips.make', { count: without })}
          </button>
        </p>
      )}
      {error && <Notice>{error}</Notice>}
      <div className="overflow-x-auto">
        <table className="glance">
          <thead>
            <tr>
              <th scope="col">{say('school.name')}</th>
              <th scope="col">{say('school.username')}</th>
              <th scope="col">{say('school.passwordWord')}</th>
              <th scope="col">
                <span className="sr-only">{say('school.actions')}</span>
              </th>
            </tr>
          </thead>
          <tbody>
            {byName(students).map(({ id, name, given, family, signIn, disabled, password }) => (
              <Fragment key={id}>
                <tr>
                  <td>
                    <bdi>{name}</bdi>
                    {disabled && ` (${say('school.disabled')})`}
                  </td>
                  <td>{signIn}</td>
                  <td>{say(`school.password.${password}`)}</td>
                  <td className="text-end">
                    <span className="flex flex-wrap justify-end gap-1.5">
                      {!course.archived && (
                        <Care
                          person={{ id, name, disabled, hasPassword: password === 'own' }}
                          mayDisable={school.keeps}
                          task={task}
                          show={show}
                          changed={again}
                        />
                      )}
                      <button
                        type="button"
                        className="button button-small"
                        aria-expanded={open === id}
                        aria-label={say('school.moreOf', { name })}
                        onClick={() => setOpen(open === id ? null : id)}
                      >
                        {say('school.moreWord')}
                      </button>
                    </span>
                  </td>
                </tr>
                {open === id && (
                  <tr>
                    <td colSpan={4}>
                      <Person
                        key={name + given + family}
                        person={{ id, name, given, family }}
                        course={course}
                        school={school}
                        task={task}
                        changed={again}
                      />
                    </td>
                  </tr>
                )}
              </Fragment>
            ))}
          </tbody>
        </table>
      </div>
      {!course.archived && <Former course={course} changed={again} />}
    </div>
  );
}
