import { useQueryClient } from '@tanstack/react-query';
import { useEffect } from 'react';
import { useNavigate } from 'react-router';
import { api, at, reply } from '../api/client';
import { Notice } from '../ui/states';
import { useTask } from '../ui/useTask';
import { useSay } from '../words/words';

/** What was returned: a moment ago, at this time; or earlier. */
export type ReturnedNow = { partId: string; attempts: { id: string; name: string }[]; at: number | null };
/** Milliseconds that it stays in sight; after that it is done at the attempt, until the student has opened it. */
const SHOWN = 60_000;

/** What was returned a moment ago, or is opened by nobody yet: take it back. */
export function TakeBack({ returned, done }: { returned: ReturnedNow; done: () => void }) {
  const say = useSay();
  const navigate = useNavigate();
  const queries = useQueryClient();
  const { error, busy, run } = useTask();
  useEffect(() => {
    if (returned.at === null) return;
    const timer = setTimeout(done, Math.max(0, returned.at + SHOWN - Date.now()));
    return () => clearTimeout(timer);
  }, [returned, done]);
  const [first] = returned.attempts;
  if (!first) return null;
  const several = returned.attempts.length > 1;
  const takeBack = () =>
    run(async () => {
      if (several)
        await reply(
          api.POST('/api/parts/{id}/take-back-group', {
            ...at({ id: returned.partId }),
            body: { attempts: returned.attempts.map(({ id }) => id) },
          }),
        );
      else await reply(api.POST('/api/attempts/{id}/take-back', at({ id: first.id })));
      await queries.invalidateQueries({ queryKey: ['marking', returned.partId] });
      queries.removeQueries({ queryKey: ['attempt', first.id] });
      void queries.invalidateQueries({ queryKey: ['today'] });
      done();
      navigate(`/marking/${returned.partId}/${first.id}`, { state: { again: Date.now() } });
    });
  return (
    <div role="status" className="card arrive mb-2 flex flex-wrap items-center gap-3 px-3 py-1 text-sm">
      <span>{several ? say('mark.back.toMany', { count: returned.attempts.length }) : say('mark.back.to', { name: first.name })}</span>
      <button type="button" className="button button-small" disabled={busy} onClick={() => void takeBack()}>
        {say('mark.back.do')}
      </button>
      <span className="text-sm text-faint">{several ? say('mark.back.untilMany') : say('mark.back.until', { name: first.name })}</span>
      {error && <Notice>{error}</Notice>}
    </div>
  );
}
