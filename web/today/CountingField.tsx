import { useQueryClient } from '@tanstack/react-query';
import { api, at, reply } from '../api/client';
import type { TeacherToday } from '../api/types';
import { useTask } from '../ui/useTask';
import { type Key, useSay } from '../words/words';

type Course = TeacherToday['courses'][number];

const STYLES: Record<Course['counting'], Key> = {
  steps: 'mark.counting.steps',
  syllables: 'mark.counting.syllables',
  'bar-beat': 'mark.counting.bar-beat',
};

/** How places are said to this class: on its sheets, and in everything that is said of its beats. */
export function CountingField({ course }: { course: Course }) {
  const say = useSay();
  const queries = useQueryClient();
  const { busy, error, run } = useTask();
  const choose = (counting: Course['counting']) =>
    run(async () => {
      await reply(api.PUT('/api/courses/{id}', { ...at({ id: course.id }), body: { counting } }));
      await queries.invalidateQueries();
    });
  return (
    <label className="flex items-center gap-1.5 text-sm">
      {say('mark.counting')}
      <select
        className="field field-small w-auto"
        value={course.counting}
        disabled={busy}
        onChange={(event) => void choose(event.target.value as Course['counting'])}
      >
        {Object.entries(STYLES).map(([style, words]) => (
          <option key={style} value={style}>
            {say(words)}
          </option>
        ))}
      </select>
      {error && <span role="alert">{error}</span>}
    </label>
  );
}
