import { useQueryClient } from '@tanstack/react-query';
import { useCallback, useEffect, useState, useSyncExternalStore } from 'react';
import { Link } from 'react-router';
import type { Bench, HandedIn, Sibling } from '../api/types';
import type { Editor } from '../edit/Editor';
import { presses } from '../keep/Presses';
import { soon } from '../ui/soon';
import { Notice } from '../ui/states';
import { useTask } from '../ui/useTask';
import { clock, when } from '../ui/words';
import { say, useSay } from '../words/words';
import type { DraftQueue } from './DraftQueue';

const Folded = soon(() => import('./Folded'));

type Props = { bench: Bench; queue: DraftQueue; editor: Editor; limit: number; setParts: (parts: Sibling[]) => void };

/** A line about the work, and one press to hand in. */
export function HandIn({ bench, queue, editor, limit, setParts }: Props) {
  const say = useSay();
  const queries = useQueryClient();
  const [note, setNote] = useState(queue.note);
  const [attempts, setAttempts] = useState(bench.attempts);
  const [said, setSaid] = useState('');
  const [folds, setFolds] = useState(false);
  const folded = useCallback(() => setFolds(false), []);
  const { busy, error, run } = useTask();
  const muted = useSyncExternalStore(editor.store.subscribe, () =>
    editor.section.rows.flatMap((row, index) => (row.muted ? [editor.words.name(index)] : [])).join(', '),
  );
  const handIn = async () => {
    setSaid('');
    presses.seen(bench.part.id);
    const done = await run(() => queue.handIn());
    if (!done) return;
    arrive(done);
    setFolds(true);
    setSaid(say('beat.handIn.done', { number: done.attempts[0]?.number ?? 1 }));
  };
  const arrive = (done: HandedIn) => {
    // What came from elsewhere since may be newer.
    setAttempts((before) => (done.attempts.length < before.length ? before : done.attempts));
    setParts(done.parts);
    void queries.invalidateQueries({ queryKey: ['today'] });
  };
  const waiting = useSyncExternalStore(presses.subscribe, () => presses.waiting(bench.part.id));
  const outcome = useSyncExternalStore(presses.subscribe, () => presses.outcome(bench.part.id));
  const sent = outcome && 'done' in outcome ? outcome : null;
  // biome-ignore lint/correctness/useExhaustiveDependencies: once for each that arrives
  useEffect(() => {
    if (sent) arrive(sent.done);
  }, [sent]);
  useEffect(() => () => presses.seen(bench.part.id), [bench.part.id]);
  return (
    <section aria-label={say('beat.handIn')}>
      <label data-roomy className="block text-sm">
        {say('beat.handIn.note')}
        <textarea
          className="field mt-1"
          rows={2}
          maxLength={limit}
          value={note}
          onChange={(event) => {
            setNote(event.target.value);
            queue.setNote(event.target.value);
          }}
        />
      </label>
      {muted !== '' && <p className="mt-1 text-sm">{say('beat.handIn.muted', { rows: muted })}</p>}
      <button
        type="button"
        className="button button-main mt-2 w-full justify-center"
        disabled={busy || waiting !== null || !bench.open}
        onClick={() => void handIn()}
      >
        {say(busy ? 'beat.handIn.busy' : attempts.length > 0 ? 'beat.handIn.again' : 'beat.handIn')}
      </button>
      {folds && <Folded editor={editor} done={folded} />}
      {!bench.open && <p className="mt-2 text-sm">{say('beat.handIn.over')}</p>}
      <div role="status" className="text-sm not-empty:mt-2">
        {waiting ? (
          <>
            {say('beat.handIn.waits', { time: clock(waiting.at) })}{' '}
            <button type="button" className="button button-small" onClick={() => presses.drop(bench.part.id)}>
              {say('beat.handIn.drop')}
            </button>
          </>
        ) : (
          said || (sent && arrivedWords(sent.done, sent.at, bench.assignment.dueAt))
        )}
      </div>
      {outcome && 'refused' in outcome && <Notice>{say('beat.handIn.refused', { time: clock(outcome.at), why: outcome.refused })}</Notice>}
      {error && <Notice>{error}</Notice>}
      {attempts.length > 0 && (
        <ul data-roomy className="mt-2 flex max-h-20 flex-col gap-1 overflow-y-auto text-sm text-faint">
          {attempts.map((attempt) => (
            <li key={attempt.id}>
              {say('beat.handIn.attempt', { number: attempt.number, when: when(attempt.handedInAt) })}
              {attempt.returnedAt && (
                <>
                  {' · '}
                  <Link to={`/returned/${attempt.id}`} className="quiet-link text-ink">
                    {say('beat.handIn.returned', { mark: attempt.mark ?? 0 })}
                  </Link>
                </>
              )}
            </li>
          ))}
        </ul>
      )}
    </section>
  );
}

/** A press that had to wait has arrived; a time to hand in that passed meanwhile is told. */
function arrivedWords(done: HandedIn, pressed: string, dueAt: string | null): string {
  const late = dueAt !== null && new Date() > new Date(dueAt);
  const words = say('beat.handIn.arrived', { number: done.attempts[0]?.number ?? 1, time: clock(pressed) });
  return late ? `${words} ${say('beat.handIn.arrivedLate')}` : words;
}
