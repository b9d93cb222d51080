import { useQueryClient } from '@tanstack/react-query';
import { useEffect, useMemo, useReducer, useRef, useState } from 'react';
import { useNavigate } from 'react-router';
import { call } from '../api/client';
import type { Effect, PlannedAssignment } from '../api/types';
import { inputOf, type Plan, sheetsOf } from './plan';
import { keepUnsaved } from './unsaved';

/** Milliseconds between two looks at how far comparing again is. */
const LOOK = 700;

/** Drawn again whenever one of the plan's sheets changes. */
function useSheets(plan: Plan): number {
  const [count, changed] = useReducer((before: number) => before + 1, 0);
  const stores = useMemo(() => plan.parts.flatMap((part) => sheetsOf(part).map((sheet) => sheet.store)), [plan.parts]);
  useEffect(() => {
    const ends = stores.map((store) => store.subscribe(changed));
    return () => ends.forEach((end) => void end());
  }, [stores]);
  return count;
}

/**
 * Keeps a plan by itself while only the teacher sees it; what is published changes only on a press, and when that changes how beats
 * that are handed in are judged, only after it is told for whom.
 */
export function usePlanKeeping(plan: Plan, setPlan: (change: (plan: Plan) => Plan) => void, saved: Plan) {
  const navigate = useNavigate();
  const queries = useQueryClient();
  const sheets = useSheets(plan);
  // biome-ignore lint/correctness/useExhaustiveDependencies: the sheets are read through their stores
  const body = useMemo(() => JSON.stringify(inputOf(plan)), [plan, sheets]);
  // What the server has; a plan that comes back with changes from before differs from it.
  const known = useRef(useMemo(() => JSON.stringify(inputOf(saved)), [saved]));
  const [keptAt, setKeptAt] = useState<Date | null>(null);
  const [busy, setBusy] = useState(false);
  const [asking, setAsking] = useState(false);
  const [error, setError] = useState('');
  const [effect, setEffect] = useState<Effect | null>(null);
  const [recomparing, setRecomparing] = useState<PlannedAssignment['recomparing']>(null);
  const dirty = body !== known.current;
  const guarded = async <T>(work: () => Promise<T>): Promise<T | null> => {
    setBusy(true);
    setError('');
    try {
      return await work();
    } catch (problem) {
      setError((problem as Error).message);
      return null;
    } finally {
      setBusy(false);
    }
  };
  const sending = useRef<Promise<PlannedAssignment | null>>(Promise.resolve(null));
  const save = () => {
    sending.current = send();
    return sending.current;
  };
  const send = () =>
    guarded(async () => {
      const input = inputOf(plan);
      const answer = plan.id
        ? await call<PlannedAssignment>('PUT', `/api/assignments/${plan.id}`, input)
        : await call<PlannedAssignment>('POST', '/api/assignments', { courseId: plan.course.id, ...input });
      // From now on the parts have names of their own.
      const named = (one: Plan): Plan => ({
        ...one,
        id: answer.id,
        parts: one.parts.map((part) => {
          const index = plan.parts.findIndex((sent) => sent.key === part.key);
          return part.id === null && index >= 0 ? { ...part, id: answer.parts[index]?.id ?? null } : part;
        }),
      });
      // What was sent, not what stands there by now.
      known.current = JSON.stringify({ ...input, parts: input.parts.map((part, i) => ({ ...part, id: answer.parts[i]?.id ?? null })) });
      setKeptAt(new Date());
      setEffect(null);
      setRecomparing(answer.recomparing);
      void queries.invalidateQueries({ queryKey: ['today'] });
      if (!plan.id) window.history.replaceState(null, '', `/plan/${answer.id}`);
      if (!plan.id || plan.parts.some((part) => part.id === null)) setPlan(named);
      return answer;
    });
  /** Saves, or first says what that changes for whom. */
  const saveChanges = async () => {
    if (plan.id && plan.parts.some((part) => part.attempts > 0)) {
      setAsking(true);
      const told = await guarded(() => call<Effect>('POST', `/api/assignments/${plan.id}/effect`, inputOf(plan)));
      setAsking(false);
      if (!told) return;
      if (told.parts.length > 0) {
        setEffect(told);
        return;
      }
    }
    await save();
  };
  const publish = async () => {
    const id = dirty || !plan.id ? (await save())?.id : plan.id;
    if (!id) return;
    const done = await guarded(() => call<PlannedAssignment>('POST', `/api/assignments/${id}/publish`));
    if (!done) return;
    void queries.invalidateQueries({ queryKey: ['today'] });
    navigate('/');
  };
  const remove = async () => {
    const done = await guarded(async () => {
      await call('DELETE', `/api/assignments/${plan.id}`);
      return true;
    });
    if (!done) return;
    known.current = body;
    leaving.current.dirty = false;
    void queries.invalidateQueries({ queryKey: ['today'] });
    navigate('/');
  };
  /** Goes back to what is saved. */
  const forget = () => {
    if (plan.id) keepUnsaved(plan.id, null);
    window.location.reload();
  };
  const latest = useRef(save);
  latest.current = save;
  // biome-ignore lint/correctness/useExhaustiveDependencies: body stands for everything that is kept
  useEffect(() => {
    if (plan.publishedAt || !dirty || busy || plan.title.trim() === '') return;
    const timer = setTimeout(() => void latest.current(), 700);
    return () => clearTimeout(timer);
  }, [body, plan.publishedAt, busy]);
  useEffect(() => {
    if (plan.publishedAt && plan.id) keepUnsaved(plan.id, dirty ? body : null);
  }, [plan.publishedAt, plan.id, dirty, body]);
  // Leaving at once after a change: what only the teacher sees is sent, what is published stays in this browser.
  const leaving = useRef({ plan, body, dirty });
  leaving.current = { plan, body, dirty };
  useEffect(() => {
    const leave = () => {
      const now = leaving.current;
      if (!now.dirty || now.plan.publishedAt || now.plan.title.trim() === '' || now.body === known.current) return;
      known.current = now.body;
      // After what is on its way, so that a new plan is not made twice.
      sending.current
        .then((answer) => {
          const id = now.plan.id ?? answer?.id;
          return id
            ? call('PUT', `/api/assignments/${id}`, now.body, true)
            : call('POST', '/api/assignments', { courseId: now.plan.course.id, ...JSON.parse(now.body) }, true);
        })
        .then(
          () => queries.invalidateQueries({ queryKey: ['today'] }),
          () => {},
        );
    };
    window.addEventListener('pagehide', leave);
    return () => {
      window.removeEventListener('pagehide', leave);
      leave();
    };
  }, [queries]);
  useEffect(() => {
    if (!recomparing || !plan.id) return;
    const timer = setTimeout(() => {
      call<PlannedAssignment>('GET', `/api/assignments/${plan.id}`).then(
        (answer) => setRecomparing(answer.recomparing),
        () => setRecomparing({ ...recomparing }),
      );
    }, LOOK);
    return () => clearTimeout(timer);
  }, [recomparing, plan.id]);
  const said = recomparing
    ? `Saved; comparing again, ${recomparing.done} of ${recomparing.total} …`
    : asking
      ? 'Seeing for whom this changes something …'
      : busy
        ? 'Saving …'
        : !plan.id && plan.title.trim() === ''
          ? 'Name the task, and it is kept from then on'
          : dirty
            ? plan.publishedAt
              ? 'Changed, not saved yet'
              : 'Saving …'
            : keptAt || plan.id
              ? `Saved${keptAt ? ` at ${keptAt.toLocaleTimeString(undefined, { hour: '2-digit', minute: '2-digit' })}` : ''}`
              : '';
  return { save, saveChanges, publish, remove, error, dirty, said, busy, effect, forgetEffect: () => setEffect(null), forget };
}

export type PlanKeeper = ReturnType<typeof usePlanKeeping>;
