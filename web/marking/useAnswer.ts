import { useQueryClient } from '@tanstack/react-query';
import { useCallback, useEffect, useRef, useState } from 'react';
import { call } from '../api/client';
import type { AttemptToMark, Feedback, Pattern, Pin, Session } from '../api/types';

export type Typed = { mark: string; text: string; pins: Pin[]; correction: Pattern | null };
const PAUSE = 500;
const RETRY = 4000;

/**
 * A teacher's answer to one attempt. Everything typed is in the browser at once and on the server after a pause; a lost connection
 * only delays it. What is returned changes for the student only when it is returned again.
 */
export function useAnswer(data: AttemptToMark) {
  const queries = useQueryClient();
  const path = `/api/attempts/${data.attempt.id}`;
  const key = `${queries.getQueryData<Session>(['session'])?.account?.id} ${path} answer`;
  const [typed, setTyped] = useState<Typed>(() => stored(key) ?? typedOf(data.feedback));
  const [returnedAt, setReturnedAt] = useState(data.feedback.returnedAt);
  const [kept, setKept] = useState<'kept' | 'keeping' | 'not kept'>('kept');
  const [error, setError] = useState('');
  const known = useRef(JSON.stringify(typedOf(data.feedback)));
  const value = typed.mark.trim() === '' ? null : Number(typed.mark.replace(',', '.'));
  const wrong = value !== null && (Number.isNaN(value) || value < 0 || value > data.part.points);
  const latest = useRef({ typed, value, open: false });
  latest.current = { typed, value, open: !returnedAt && !wrong };
  const body = () => ({ ...latest.current.typed, mark: latest.current.value });

  /** What is on its way: a return waits for it, so that nothing older comes after it. */
  const sending = useRef<Promise<void>>(Promise.resolve());
  const send = useCallback(
    async (keepalive: boolean) => {
      const now = JSON.stringify(latest.current.typed);
      if (now === known.current || !latest.current.open) return;
      try {
        await call('PUT', `${path}/feedback`, { ...latest.current.typed, mark: latest.current.value }, keepalive);
        known.current = now;
        if (JSON.stringify(latest.current.typed) !== now) return;
        localStorage.removeItem(key);
        setKept('kept');
        setError('');
      } catch (problem) {
        setKept('not kept');
        setError((problem as Error).message);
      }
    },
    [path, key],
  );
  const save = useCallback(
    (keepalive: boolean) => {
      sending.current = send(keepalive);
    },
    [send],
  );
  useEffect(() => {
    const now = JSON.stringify(typed);
    if (now === known.current) {
      // Typed back to what is kept already.
      localStorage.removeItem(key);
      setKept('kept');
      return;
    }
    localStorage.setItem(key, now);
    setKept('keeping');
    const timer = setTimeout(() => save(false), PAUSE);
    return () => clearTimeout(timer);
  }, [typed, key, save]);
  useEffect(() => {
    if (kept !== 'not kept') return;
    const again = () => save(false);
    const timer = setInterval(again, RETRY);
    window.addEventListener('online', again);
    return () => {
      clearInterval(timer);
      window.removeEventListener('online', again);
    };
  }, [kept, save]);
  useEffect(() => {
    const leave = () => save(true);
    window.addEventListener('pagehide', leave);
    return () => {
      window.removeEventListener('pagehide', leave);
      leave();
    };
  }, [save]);

  const change = useCallback((part: Partial<Typed>) => setTyped((before) => ({ ...before, ...part })), []);
  const add = useCallback(
    (sentence: string) =>
      setTyped((before) => ({ ...before, text: before.text.trim() === '' ? sentence : `${before.text.trimEnd()}\n${sentence}` })),
    [],
  );
  /** Called when this answer, or one to the whole group, has reached the students. */
  const returned = (at: string) => {
    known.current = JSON.stringify(latest.current.typed);
    localStorage.removeItem(key);
    setReturnedAt(at);
    setKept('kept');
    void queries.invalidateQueries({ queryKey: ['marking', data.part.id] });
    void queries.invalidateQueries({ queryKey: ['today'] });
  };
  /** Everything typed has reached the server, as far as it can be reached. */
  const settled = async () => {
    await sending.current;
    save(false);
    await sending.current;
  };
  /** @returns the attempt that waits next, undefined when it could not be returned */
  const giveBack = async (): Promise<string | null | undefined> => {
    setError('');
    await sending.current;
    try {
      const answer = await call<Feedback & { next: string | null }>('POST', `${path}/return`, body());
      returned(answer.returnedAt ?? '');
      return answer.next;
    } catch (problem) {
      setError((problem as Error).message);
      return undefined;
    }
  };
  return { typed, change, add, value, wrong, kept, returnedAt, error, setError, giveBack, returned, settled };
}

export type AnswerState = ReturnType<typeof useAnswer>;

function typedOf({ mark, text, pins, correction }: Feedback): Typed {
  return { mark: mark === null ? '' : String(mark), text, pins, correction };
}

function stored(key: string): Typed | null {
  try {
    return JSON.parse(localStorage.getItem(key) ?? 'null');
  } catch {
    return null;
  }
}
