import type { SchoolPeople, Slip } from '../api/types';
import { Notice } from '../ui/states';
import { useTask } from '../ui/useTask';
import { byName } from '../ui/words';
import { Care } from './Care';

type Props = { school: SchoolPeople; changed: () => void; show: (slips: Slip[]) => void };

/** The teachers and keepers of the school. */
export function Teachers({ school, changed, show }: Props) {
  const task = useTask();
  return (
    <>
      <h2>Teachers</h2>
      {task.error && <Notice>{task.error}</Notice>}
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
                    <Care person={{ id, name, disabled }} mayDisable={true} task={task} show={show} changed={changed} />
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
