import { useQueryClient } from '@tanstack/react-query';
import { useCallback, useEffect, useRef, useState, useSyncExternalStore } from 'react';
import { api, at, reply } from '../api/client';
import type { AttemptToMark, Feedback, Pattern, Pin } from '../api/types';
import { type Known, SaveQueue, unsent } from '../keep/SaveQueue';
import { useTask } from '../ui/useTask';

/** What a teacher has typed so far. */
export type Typed = { mark: string; text: string; pins: Pin[]; correction: Pattern | null };

const PAUSE = 500;

export const markOf = (typed: Typed): number | null => (typed.mark.trim() === '' ? null : Number(typed.mark.replace(',', '.')));

const typedOf = ({ mark, text, pins, correction }: Feedback): Typed => ({
  mark: mark === null ? '' : String(mark),
  text,
  pins,
  correction,
});

const knownOf = (feedback: Feedback): Known<Typed> => ({ version: feedback.version, work: typedOf(feedback), savedAt: null });

/**
 * A teacher's answer to one attempt. Everything typed is in the browser at once and on the server after a pause; a lost connection
 * only delays it. What is returned changes for the student only when it is returned again.
 */
export function useAnswer(data: AttemptToMark) {
  const queries = useQueryClient();
  const { id } = data.attempt;
  const name = `answer ${id}`;
  const [left] = useState(() => unsent<Typed>(name));
  const [typed, setTyped] = useState<Typed>(() => left?.work ?? typedOf(data.feedback));
  const [returnedAt, setReturnedAt] = useState(data.feedback.returnedAt);
  const { error, run } = useTask();
  const value = markOf(typed);
  const wrong = value !== null && (Number.isNaN(value) || value < 0 || value > data.part.points);
  const latest = useRef({ typed, open: false });
  latest.current = { typed, open: !returnedAt && !wrong };
  const [queue] = useState(
    () =>
      new SaveQueue<Typed>(
        name,
        {
          send: async (work, version, keepalive) => {
            const body = { ...work, mark: markOf(work), version };
            const saved = await reply(api.PUT('/api/attempts/{id}/feedback', { ...at({ id }), body, keepalive }));
            return { version: saved.version, savedAt: null };
          },
          other: ({ body }) => (body.feedback ? knownOf(body.feedback as Feedback) : null),
          same: (a, b) => JSON.stringify(a) === JSON.stringify(b),
          ready: () => latest.current.open,
          take: setTyped,
        },
        knownOf(data.feedback),
        () => latest.current.typed,
        left,
        { pause: PAUSE },
      ),
  );
  const keeping = useSyncExternalStore(queue.subscribe, () => queue.keeping);
  useEffect(() => {
    queue.start();
    return () => queue.stop();
  }, [queue]);
  // biome-ignore lint/correctness/useExhaustiveDependencies: it is told of every change of what is typed
  useEffect(() => queue.changed(), [queue, typed]);

  const change = useCallback((part: Partial<Typed>) => setTyped((before) => ({ ...before, ...part })), []);
  const add = useCallback(
    (sentence: string) =>
      setTyped((before) => ({ ...before, text: before.text.trim() === '' ? sentence : `${before.text.trimEnd()}\n${sentence}` })),
    [],
  );
  /** Pins a note at once, so that what is returned in the same press has it. */
  const pinNow = (pin: Pin) => {
    const now = { ...latest.current.typed, pins: [...latest.current.typed.pins, pin] };
    latest.current.typed = now;
    setTyped(now);
  };
  /** Called when this answer, or one to the whole group, has reached the students. */
  const returned = (when: string, version: number) => {
    queue.took(latest.current.typed, { version, savedAt: null });
    setReturnedAt(when);
    void queries.invalidateQueries({ queryKey: ['marking', data.part.id] });
    void queries.invalidateQueries({ queryKey: ['today'] });
  };
  /** @returns the attempt that waits next, undefined when it could not be returned */
  const giveBack = async (): Promise<string | null | undefined> => {
    // What is on its way comes first, so that nothing older comes after it.
    await queue.rest();
    const body = { ...latest.current.typed, mark: markOf(latest.current.typed), version: queue.version };
    const done = await run(async () => {
      try {
        return await reply(api.POST('/api/attempts/{id}/return', { ...at({ id }), body }));
      } catch (problem) {
        queue.refused(problem);
        throw problem;
      }
    });
    if (done === null) return undefined;
    returned(done.returnedAt ?? '', done.version);
    return done.next;
  };
  return { typed, change, add, pinNow, value, wrong, queue, keeping, returnedAt, error, run, giveBack, returned };
}

export type AnswerState = ReturnType<typeof useAnswer>;
