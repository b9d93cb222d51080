import { useQueryClient } from '@tanstack/react-query';
import { useEffect, useState, useSyncExternalStore } from 'react';
import { Link } from 'react-router';
import type { Bench, HandedIn, Sibling } from '../api/types';
import type { Editor } from '../edit/Editor';
import { presses } from '../keep/Presses';
import { Notice } from '../ui/states';
import { useTask } from '../ui/useTask';
import { clock, when } from '../ui/words';
import type { DraftKeeper } from './DraftKeeper';

type Props = { bench: Bench; keeper: DraftKeeper; editor: Editor; limit: number; setParts: (parts: Sibling[]) => void };

/** A line about the work, and one press to hand in. */
export function HandIn({ bench, keeper, editor, limit, setParts }: Props) {
  const queries = useQueryClient();
  const [note, setNote] = useState(keeper.note);
  const [attempts, setAttempts] = useState(bench.attempts);
  const [said, setSaid] = useState('');
  const { busy, error, run } = useTask();
  const muted = useSyncExternalStore(editor.store.subscribe, () =>
    editor.section.rows.flatMap((row, index) => (row.muted ? [editor.words.name(index)] : [])).join(', '),
  );
  const handIn = async () => {
    setSaid('');
    presses.seen(bench.part.id);
    const done = await run(() => keeper.handIn());
    if (!done) return;
    arrive(done);
    setSaid(`Attempt ${done.attempts[0]?.number} is with your teacher. You may change your beat and hand in again until it is due.`);
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
    <section aria-label="Hand in">
      <label className="block text-sm">
        What did you choose, and why? (if you like)
        <textarea
          className="field mt-1"
          rows={2}
          maxLength={limit}
          value={note}
          onChange={(event) => {
            setNote(event.target.value);
            keeper.setNote(event.target.value);
          }}
        />
      </label>
      {muted !== '' && <p className="mt-1 text-sm">Muted in the beat: {muted}. Your teacher gets it so.</p>}
      <button
        type="button"
        className="button button-main mt-2 w-full justify-center"
        disabled={busy || waiting !== null || !bench.open}
        onClick={() => void handIn()}
      >
        {busy ? 'Handing in …' : attempts.length > 0 ? 'Hand in again' : 'Hand in'}
      </button>
      {!bench.open && <p className="mt-2 text-sm">The time for handing in is over.</p>}
      <div role="status" className="text-sm not-empty:mt-2">
        {waiting ? (
          <>
            Pressed at {clock(waiting.at)}, kept here: it is handed in by itself when the connection is back. Your teacher sees when you
            pressed.{' '}
            <button type="button" className="button button-small" onClick={() => presses.drop(bench.part.id)}>
              Do not hand it in
            </button>
          </>
        ) : (
          said || (sent && arrivedWords(sent.done, sent.at, bench.assignment.dueAt))
        )}
      </div>
      {outcome && 'refused' in outcome && (
        <Notice>
          What you handed in at {clock(outcome.at)} was not taken: {outcome.refused}
        </Notice>
      )}
      {error && <Notice>{error}</Notice>}
      {attempts.length > 0 && (
        <ul className="mt-2 flex max-h-20 flex-col gap-1 overflow-y-auto text-sm text-faint">
          {attempts.map((attempt) => (
            <li key={attempt.id}>
              Attempt {attempt.number}, {when(attempt.handedInAt)}
              {attempt.returnedAt && (
                <>
                  {' · '}
                  <Link to={`/returned/${attempt.id}`} className="quiet-link text-ink">
                    returned, mark {attempt.mark}
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
  const words = `Attempt ${done.attempts[0]?.number}, handed in at ${clock(pressed)}, is with your teacher now.`;
  return late ? `${words} It arrived after it was due; your teacher sees both times.` : words;
}
