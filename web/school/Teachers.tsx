import { useState } from 'react';
import { api, at, reply } from '../api/client';
import type { SchoolPeople, Slip } from '../api/types';
import { Notice } from '../ui/states';
import { type Task, useTask } from '../ui/useTask';
import { byName, plural } from '../ui/words';
import { Care } from './Care';

type Props = { school: SchoolPeople; changed: () => void; show: (slips: Slip[]) => void };

/** The teachers and administrators of the school. */
export function Teachers({ school, changed, show }: Props) {
  const task = useTask();
  const waiting = school.teachers.filter(({ role, password }) => role === 'teacher' && password === 'slip').length;
  return (
    <>
      <h2>Teachers</h2>
      {waiting > 0 && (
        <p className="mb-2 flex flex-wrap items-center gap-3 text-sm">
          {plural(waiting, 'login slip is', 'login slips are')} not printed yet.
          <button
            type="button"
            className="button button-small button-main"
            disabled={task.busy}
            onClick={() => void task.run(async () => show((await reply(api.GET('/api/teachers/slips'))).slips))}
          >
            Show {plural(waiting, 'slip')}
          </button>
        </p>
      )}
      {task.error && <Notice>{task.error}</Notice>}
      <table className="glance">
        <thead>
          <tr>
            <th scope="col">Name</th>
            <th scope="col">Username</th>
            <th scope="col">Mail</th>
            <th scope="col">
              <span className="sr-only">What to do</span>
            </th>
          </tr>
        </thead>
        <tbody>
          {byName(school.teachers).map(({ id, name, signIn, email, role, disabled, second, password }) => (
            <tr key={id}>
              <td>
                <bdi>{name}</bdi>
                {role === 'keeper' && ', administrator'}
                {disabled && ' (disabled)'}
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
                        aria-label={`End two-step sign-in of ${name}`}
                        onClick={() =>
                          void task.run(async () => {
                            await reply(api.POST('/api/accounts/{id}/second/end', at({ id })));
                            changed();
                          })
                        }
                      >
                        End two-step sign-in
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
    </>
  );
}

type AddressProps = { id: string; name: string; email: string; task: Task; changed: () => void };

/** Where a link for a new password is mailed to; kept when the field is left. */
function Address({ id, name, email, task: { run }, changed }: AddressProps) {
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
      aria-label={`Mail of ${name}`}
      value={typed}
      maxLength={200}
      onChange={(event) => setTyped(event.target.value)}
      onBlur={keep}
      onKeyDown={(event) => event.key === 'Enter' && keep()}
    />
  );
}
