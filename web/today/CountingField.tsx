import { useQueryClient } from '@tanstack/react-query';
import { api, at, reply } from '../api/client';
import type { TeacherToday } from '../api/types';
import { useTask } from '../ui/useTask';

type Course = TeacherToday['courses'][number];

const STYLES: Record<Course['counting'], string> = { steps: '1 2 3 … 16', syllables: '1 e & a', 'bar-beat': 'bar.beat' };

/** How places are said to this class: on its sheets, and in everything that is said of its beats. */
export function CountingField({ course }: { course: Course }) {
  const queries = useQueryClient();
  const { busy, error, run } = useTask();
  const choose = (counting: Course['counting']) =>
    run(async () => {
      await reply(api.PUT('/api/courses/{id}', { ...at({ id: course.id }), body: { counting } }));
      await queries.invalidateQueries();
    });
  return (
    <label className="flex items-center gap-1.5 text-sm">
      Counts
      <select
        className="field field-small w-auto"
        value={course.counting}
        disabled={busy}
        onChange={(event) => void choose(event.target.value as Course['counting'])}
      >
        {Object.entries(STYLES).map(([style, words]) => (
          <option key={style} value={style}>
            {words}
          </option>
        ))}
      </select>
      {error && <span role="alert">{error}</span>}
    </label>
  );
}
