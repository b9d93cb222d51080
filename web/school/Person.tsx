import { useState } from 'react';
import { Link } from 'react-router';
import { api, at, reply } from '../api/client';
import type { SchoolPeople } from '../api/types';
import type { Task } from '../ui/useTask';
import { useSay } from '../words/words';

type Props = {
  person: { id: string; name: string; given: string; family: string };
  course: SchoolPeople['courses'][number];
  school: SchoolPeople;
  task: Task;
  changed: () => void;
};

/** What is done seldom for a student: their page, another class, out of the class, and for administrators their file and their end. */
export function Person({ person: { id, name, given, family }, course, school, task: { busy, run }, changed }: Props) {
  const say = useSay();
  const [to, setTo] = useState('');
  const [typed, setTyped] = useState('');
  const [names, setNames] = useState({ name, given, family });
  const others = school.courses.filter((one) => one.id !== course.id && !one.archived);
  const path = at({ id: course.id, student: id });
  const move = () =>
    run(async () => {
      await reply(api.POST('/api/courses/{id}/students/{student}/move', { ...path, body: { to } }));
      changed();
    });
  const call = () =>
    run(async () => {
      await reply(api.PUT('/api/accounts/{id}/name', { ...at({ id }), body: names }));
      changed();
    });
  const remove = () =>
    run(async () => {
      await reply(api.DELETE('/api/courses/{id}/students/{student}', path));
      changed();
    });
  const erase = () =>
    run(async () => {
      await reply(api.POST('/api/accounts/{id}/erase', { ...at({ id }), body: { name: typed } }));
      changed();
    });
  return (
    <div className="flex flex-wrap items-end gap-x-3 gap-y-2 py-1 text-start">
      <Link to={`/student/${id}`} className="button button-small">
        {say('school.person.term')}
      </Link>
      {!course.archived && (
        <>
          <span className="flex flex-wrap items-end gap-1.5">
            <label className="flex items-center gap-1.5">
              {say('school.name')}
              <input
                className="field field-small w-44"
                value={names.name}
                maxLength={120}
                onChange={(event) => setNames({ ...names, name: event.target.value })}
              />
            </label>
            <label className="flex items-center gap-1.5">
              {say('school.called')}
              <input
                className="field field-small w-28"
                value={names.given}
                maxLength={60}
                onChange={(event) => setNames({ ...names, given: event.target.value })}
              />
            </label>
            <label className="flex items-center gap-1.5">
              {say('school.person.family')}
              <input
                className="field field-small w-32"
                value={names.family}
                maxLength={60}
                onChange={(event) => setNames({ ...names, family: event.target.value })}
              />
            </label>
            <button
              type="button"
              className="button button-small"
              disabled={
                busy ||
                names.name.trim() === '' ||
                names.given.trim() === '' ||
                (names.name === name && names.given === given && names.family === family)
              }
              onClick={() => void call()}
            >
              {say('school.name.save')}
            </button>
          </span>
          {others.length > 0 && (
            <span className="flex items-end gap-1.5">
              <label>
                <span className="sr-only">{say('school.person.another', { name })}</span>
                <select className="field field-small" value={to} onChange={(event) => setTo(event.target.value)}>
                  <option value="">{say('school.person.anotherHint')}</option>
                  {others.map((one) => (
                    <option key={one.id} value={one.id}>
                      {one.name}
                    </option>
                  ))}
                </select>
              </label>
              <button type="button" className="button button-small" disabled={busy || to === ''} onClick={() => void move()}>
                {say('school.person.move')}
              </button>
            </span>
          )}
          <button
            type="button"
            className="button button-small"
            disabled={busy}
            aria-label={say('school.person.removeOf', { name })}
            onClick={() => void remove()}
          >
            {say('school.person.remove')}
          </button>
        </>
      )}
      {school.keeps && (
        <>
          <a className="button button-small" href={`/api/accounts/${id}/file`} download>
            {say('school.person.data')}
          </a>
          <details>
            <summary className="quiet-link w-fit py-1">{say('school.person.erase')}</summary>
            <label>
              {say('school.person.eraseWhat', { name })}
              <input className="field field-small" value={typed} onChange={(event) => setTyped(event.target.value)} />
            </label>
            <button
              type="button"
              className="button button-small mt-1"
              disabled={busy || typed.trim() !== name}
              aria-label={say('school.person.eraseOf', { name })}
              onClick={() => void erase()}
            >
              {say('school.person.eraseDo')}
            </button>
          </details>
        </>
      )}
    </div>
  );
}
