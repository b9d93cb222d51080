import { useState } from 'react';
import { api, at, reply } from '../api/client';
import type { SchoolPeople, Slip } from '../api/types';
import { Notice } from '../ui/states';
import { type Task, useTask } from '../ui/useTask';
import { byName } from '../ui/words';
import { useSay } from '../words/words';
import { Care } from './Care';

type Props = { school: SchoolPeople; changed: () => void; show: (slips: Slip[]) => void };

/** The teachers and administrators of the school. */
export function Teachers({ school, changed, show }: Props) {
  const say = useSay();
  const task = useTask();
  const waiting = school.teachers.filter(({ role, password }) => role === 'teacher' && password === 'slip').length;
  return (
    <>
      <h2>{say('school.teachers')}</h2>
      {waiting > 0 && (
        <p className="mb-2 flex flex-wrap items-center gap-3 text-sm">
          {say('school.slips.waiting', { count: waiting })}
          <button
            type="button"
            className="button button-small button-main"
            disabled={task.busy}
            onClick={() => void task.run(async () => show((await reply(api.GET('/api/teachers/slips'))).slips))}
          >
            {say('school.slips.show', { count: waiting })}
          </button>
        </p>
      )}
      {task.error && <Notice>{task.error}</Notice>}
      <div className="overflow-x-auto">
        <table className="glance">
          <thead>
            <tr>
              <th scope="col">{say('school.name')}</th>
              <th scope="col">{say('school.username')}</th>
              <th scope="col">{say('school.teachers.mail')}</th>
              <th scope="col">
                <span className="sr-only">{say('school.actions')}</span>
              </th>
            </tr>
          </thead>
          <tbody>
            {byName(school.teachers).map(({ id, name, signIn, email, role, disabled, second, password }) => (
              <tr key={id}>
                <td>
                  <bdi>{name}</bdi>
                  {role === 'administrator' && `, ${say('school.administrator')}`}
                  {disabled && ` (${say('school.disabled')})`}
                </td>
                <td>{signIn}</td>
                <td>
                  <Address key={email} id={id} name={name} email={email} task={task} changed={changed} />
                </td>
                <td className="text-end">
                  {role === 'teacher' && (
                    <span className="flex flex-wrap justify-end gap-1.5">
                      {second && (
                        <button
                          type="button"
                          className="button button-small"
                          disabled={task.busy}
                          aria-label={say('school.teachers.endOf', { name })}
                          onClick={() =>
                            void task.run(async () => {
                              await reply(api.POST('/api/accounts/{id}/second/end', at({ id })));
                              changed();
                            })
                          }
                        >
                          {say('school.teachers.end')}
                        </button>
                      )}
                      <Care
                        person={{ id, name, disabled, hasPassword: password === 'own' }}
                        mayDisable={true}
                        task={task}
                        show={show}
                        changed={changed}
                      />
                    </span>
                  )}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
    </>
  );
}

type AddressProps = { id: string; name: string; email: string; task: Task; changed: () => void };

/** Where a link for a new password is mailed to; kept when the field is left. */
function Address({ id, name, email, task: { run }, changed }: AddressProps) {
  const say = useSay();
  const [typed, setTyped] = useState(email);
  const keep = () =>
    typed.trim() !== email &&
    void run(async () => {
      await reply(api.PUT('/api/accounts/{id}', { ...at({ id }), body: { email: typed.trim() } }));
      changed();
    });
  return (
    <input
      type="email"
      className="field field-small w-56"
      aria-label={say('school.teachers.mailOf', { name })}
      value={typed}
      maxLength={200}
      onChange={(event) => setTyped(event.target.value)}
      onBlur={keep}
      onKeyDown={(event) => event.key === 'Enter' && keep()}
    />
  );
}
