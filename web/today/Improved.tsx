import { useQueryClient } from '@tanstack/react-query';
import { Link } from 'react-router';
import { api, reply } from '../api/client';
import type { TeacherToday } from '../api/types';
import { Notice } from '../ui/states';
import { useTask } from '../ui/useTask';
import { taskName } from '../ui/words';
import { useSay } from '../words/words';

/** After an upgrade: what a better comparison suggests otherwise than before, until the teacher has looked. */
export function Improved({ parts }: { parts: TeacherToday['improved'] }) {
  const say = useSay();
  const client = useQueryClient();
  const { busy, error, run } = useTask();
  if (parts.length === 0) return null;
  const all = parts.reduce((sum, one) => sum + one.count, 0);
  const seen = () =>
    run(async () => {
      await reply(api.DELETE('/api/improved'));
      await client.invalidateQueries({ queryKey: ['today'] });
    });
  return (
    <section aria-labelledby="improved" className="card mt-3 text-sm">
      <h2 id="improved" className="text-lg">
        {say('mark.improved', { count: all })}
      </h2>
      <p className="text-faint">{say('mark.improved.hint')}</p>
      <ul className="mt-1">
        {parts.map((one) => (
          <li key={one.partId}>
            <Link to={`/marking/${one.partId}`} className="quiet-link">
              {say('mark.improved.look', { name: taskName(one.title, one.parts, one) })}
            </Link>{' '}
            ({one.count})
          </li>
        ))}
      </ul>
      {error && <Notice>{error}</Notice>}
      <button type="button" className="button mt-2" disabled={busy} onClick={() => void seen()}>
        {say('mark.improved.done')}
      </button>
    </section>
  );
}
