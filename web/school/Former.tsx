import { useQuery } from '@tanstack/react-query';
import { api, at, reply } from '../api/client';
import { Notice } from '../ui/states';
import { useTask } from '../ui/useTask';
import { day } from '../ui/words';
import { useSay } from '../words/words';

/** Students who were in the class and are not now, each with the way back. */
export function Former({ course, changed }: { course: { id: string; name: string }; changed: () => void }) {
  const say = useSay();
  const former = useQuery({
    queryKey: ['school', course.id, 'former'],
    queryFn: () => reply(api.GET('/api/courses/{id}/former', at({ id: course.id }))),
  });
  const { busy, error, run } = useTask();
  const putBack = (student: string) =>
    run(async () => {
      await reply(api.PUT('/api/courses/{id}/students/{student}', at({ id: course.id, student })));
      changed();
    });
  const { students = [] } = former.data ?? {};
  if (students.length === 0) return null;
  return (
    <section aria-labelledby="former" className="mt-4 text-sm">
      <h3 id="former" className="text-base">
        {say('school.former', { count: students.length })}
      </h3>
      {error && <Notice>{error}</Notice>}
      <ul>
        {students.map(({ id, name, signIn, until }) => (
          <li key={id} className="flex flex-wrap items-center gap-x-3 border-b border-rule py-1">
            <bdi className="font-bold">{name}</bdi>
            <span className="text-faint">{say('school.former.until', { username: signIn, day: until ? day(until) : '' })}</span>
            <button
              type="button"
              className="button button-small ms-auto"
              disabled={busy}
              aria-label={say('school.former.backOf', { name })}
              onClick={() => void putBack(id)}
            >
              {say('school.former.back')}
            </button>
          </li>
        ))}
      </ul>
    </section>
  );
}
