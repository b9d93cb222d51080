import { api, at, reply } from '../api/client';
import type { SchoolPeople, Slip } from '../api/types';
import { Notice } from '../ui/states';
import { useTask } from '../ui/useTask';
import { byName } from '../ui/words';

type Props = { school: SchoolPeople; changed: () => void; show: (slips: Slip[]) => void };

/** The teachers and keepers of the school. */
export function Teachers({ school, changed, show }: Props) {
  const { busy, error, run } = useTask();
  return (
    <>
      <h2>Teachers</h2>
      {error && <Notice>{error}</Notice>}
      <table className="glance">
        <thead>
          <tr>
            <th scope="col">Name</th>
            <th scope="col">Signs in as</th>
            <th scope="col">
              <span className="sr-only">What to do</span>
            </th>
          </tr>
        </thead>
        <tbody>
          {byName(school.teachers).map(({ id, name, signIn, role, disabled }) => (
            <tr key={id}>
              <td>
                <bdi>{name}</bdi>
                {role === 'keeper' && ', keeps the school'}
                {disabled && ' (disabled)'}
              </td>
              <td>{signIn}</td>
              <td className="text-right">
                {role === 'teacher' && (
                  <span className="flex flex-wrap justify-end gap-1.5">
                    <button
                      type="button"
                      className="button button-small"
                      disabled={busy}
                      aria-label={`New password for ${name}`}
                      onClick={() => void run(async () => show((await reply(api.POST('/api/accounts/{id}/password', at({ id })))).slips))}
                    >
                      New password
                    </button>
                    <button
                      type="button"
                      className="button button-small"
                      disabled={busy}
                      aria-label={`${disabled ? 'Enable' : 'Disable'} ${name}`}
                      onClick={() =>
                        void run(async () => {
                          await reply(api.PUT('/api/accounts/{id}', { ...at({ id }), body: { disabled: !disabled } }));
                          changed();
                        })
                      }
                    >
                      {disabled ? 'Enable' : 'Disable'}
                    </button>
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
