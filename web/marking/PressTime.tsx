import { useQueryClient } from '@tanstack/react-query';
import { api, at, reply } from '../api/client';
import type { AttemptToMark } from '../api/types';
import { Notice } from '../ui/states';
import { useTask } from '../ui/useTask';
import { useSay } from '../words/words';

/** A beat that arrived late and claims that it was handed in before, without a connection: the teacher says which time counts. */
export function PressTime({ attempt, part }: { attempt: AttemptToMark['attempt']; part: string }) {
  const say = useSay();
  const queries = useQueryClient();
  const { busy, error, run } = useTask();
  const decide = (accepted: boolean, always: boolean) =>
    run(async () => {
      await reply(api.PUT('/api/attempts/{id}/press', { ...at({ id: attempt.id }), body: { accepted, always } }));
      await queries.invalidateQueries({ queryKey: ['marking', part] });
      await queries.invalidateQueries({ queryKey: ['attempt', attempt.id] });
    });
  const counts = attempt.pressAccepted === true;
  return (
    <p className="flex flex-wrap items-center gap-2 text-sm">
      {say(counts ? 'mark.press.handedIn' : 'mark.press.arrived')}
      {!counts && (
        <>
          <button type="button" className="button button-small" disabled={busy} onClick={() => void decide(true, false)}>
            {say('mark.press.accept')}
          </button>
          <button type="button" className="button button-small" disabled={busy} onClick={() => void decide(true, true)}>
            {say('mark.press.always')}
          </button>
        </>
      )}
      {counts && (
        <button type="button" className="button button-small" disabled={busy} onClick={() => void decide(false, true)}>
          {say('mark.press.arrival')}
        </button>
      )}
      {error && <Notice>{error}</Notice>}
    </p>
  );
}
