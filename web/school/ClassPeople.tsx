import { useQuery } from '@tanstack/react-query';
import { api, at, reply } from '../api/client';
import type { SchoolPeople, Slip } from '../api/types';
import { Failed, Notice, Waiting } from '../ui/states';
import { useTask } from '../ui/useTask';
import { byName } from '../ui/words';
import { Care } from './Care';
import { NamesForm } from './NamesForm';

type Props = {
  course: SchoolPeople['courses'][number];
  keeps: boolean;
  changed: () => void;
  /** Shows first passwords, once. */
  show: (slips: Slip[]) => void;
};

/** Who is in a class: add them, give new passwords, take somebody out. */
export function ClassPeople({ course, keeps, changed, show }: Props) {
  const where = at({ id: course.id });
  const people = useQuery({
    queryKey: ['school', course.id],
    queryFn: () => reply(api.GET('/api/courses/{id}/students', where)),
  });
  const task = useTask();
  const { busy, error, run } = task;
  if (people.error) return <Failed error={people.error} again={() => void people.refetch()} />;
  if (!people.data) return <Waiting what={course.name} />;
  const again = async () => {
    await people.refetch();
    changed();
  };
  const { students } = people.data;
  return (
    <>
      <h2>{course.name}</h2>
      {error && <Notice>{error}</Notice>}
      {students.length === 0 ? (
        <p className="text-faint">Nobody is in this class yet: paste its names below.</p>
      ) : (
        <table className="glance">
          <thead>
            <tr>
              <th scope="col">Name</th>
              <th scope="col">Signs in as</th>
              <th scope="col">Password</th>
              <th scope="col">
                <span className="sr-only">What to do</span>
              </th>
            </tr>
          </thead>
          <tbody>
            {byName(students).map(({ id, name, signIn, disabled, fresh }) => (
              <tr key={id}>
                <td>
                  <bdi>{name}</bdi>
                  {disabled && ' (disabled)'}
                </td>
                <td>{signIn}</td>
                <td>{fresh ? 'the first one' : 'their own'}</td>
                <td className="text-right">
                  <span className="flex flex-wrap justify-end gap-1.5">
                    <Care person={{ id, name, disabled }} mayDisable={keeps} task={task} show={show} changed={() => void again()} />
                    <button
                      type="button"
                      className="button button-small"
                      disabled={busy}
                      aria-label={`Take out: ${name}`}
                      onClick={() =>
                        void run(async () => {
                          const path = at({ id: course.id, student: id });
                          await reply(api.DELETE('/api/courses/{id}/students/{student}', path));
                          await again();
                        })
                      }
                    >
                      Take out
                    </button>
                  </span>
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      <NamesForm
        title="Add students"
        button="Add them to the class"
        preview={async (names) => (await reply(api.POST('/api/courses/{id}/students/preview', { ...where, body: { names } }))).people}
        send={async (names) => (await reply(api.POST('/api/courses/{id}/students', { ...where, body: { names } }))).slips}
        done={(slips) => {
          void again();
          show(slips);
        }}
      />
    </>
  );
}
