import { useQueryClient } from '@tanstack/react-query';
import { useEffect, useMemo, useReducer, useRef, useState, useSyncExternalStore } from 'react';
import { useNavigate } from 'react-router';
import { api, at, reply } from '../api/client';
import type { AssignmentInput, Effect, PlannedAssignment } from '../api/types';
import { type Keeping, type Known, type Left, SaveQueue } from '../keep/SaveQueue';
import { useTask } from '../ui/useTask';
import { clock } from '../ui/words';
import { say } from '../words/words';
import { type Defaults, inputOf, type Plan, planOf, sameInput, sheetsOf } from './plan';

/** Milliseconds between two looks at how far judging again is. */
const LOOK = 700;
const PAUSE = 700;

/** Under which a plan is kept in the browser. */
export const planName = (id: string): string => `plan ${id}`;
/** The same for the new plan of a class, which was never sent. */
export const newPlanName = (courseId: string): string => `new plan ${courseId}`;

const knownOf = (saved: Plan): Known<AssignmentInput> => ({ version: saved.version, work: inputOf(saved), savedAt: null });

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
export function usePlanKeeping(
  plan: Plan,
  setPlan: (change: (plan: Plan) => Plan) => void,
  saved: Plan,
  left: Pick<Left<AssignmentInput>, 'version' | 'sent'> | null,
  catalogue: Defaults,
) {
  const navigate = useNavigate();
  const queries = useQueryClient();
  const sheets = useSheets(plan);
  // biome-ignore lint/correctness/useExhaustiveDependencies: the sheets are read through their stores
  const work = useMemo(() => inputOf(plan), [plan, sheets]);
  const latest = useRef({ plan, work });
  latest.current = { plan, work };
  const { busy, error, run } = useTask();
  const [effect, setEffect] = useState<Effect | null>(null);
  const [telling, setTelling] = useState(false);
  const [recomparing, setRecomparing] = useState<PlannedAssignment['recomparing']>(null);
  const published = plan.publishedAt !== null;

  const [queue] = useState(() => {
    const one: SaveQueue<AssignmentInput> = new SaveQueue<AssignmentInput>(
      plan.id ? planName(plan.id) : newPlanName(plan.course.id),
      {
        send: async (input, version, keepalive) => {
          const { plan: now } = latest.current;
          const keys = now.parts.map(({ key }) => key);
          const kept = now.id
            ? await reply(api.PUT('/api/assignments/{id}', { ...at({ id: now.id }), body: { ...input, version }, keepalive }))
            : await reply(api.POST('/api/assignments', { body: { ...input, courseId: now.course.id }, keepalive }));
          name(kept, input, keys);
          return { version: kept.version, savedAt: new Date().toISOString() };
        },
        other: ({ body }) => (body.plan ? knownOf(planOf(body.plan as PlannedAssignment)) : null),
        same: (a, b) => JSON.stringify(a) === JSON.stringify(b),
        equal: (a, b) => sameInput(a, b, catalogue),
        // What another tab has kept is read anew.
        take: () => {
          one.forget();
          void queries.resetQueries({ queryKey: ['plan'] });
        },
      },
      knownOf(saved),
      () => latest.current.work,
      left,
      { pause: published ? null : PAUSE },
    );
    /** From now on the plan and its parts have names of their own; what was sent is known under them. */
    const name = (kept: PlannedAssignment, input: AssignmentInput, keys: string[]) => {
      const ids = new Map(keys.map((key, i) => [key, kept.parts[i]?.id ?? null]));
      const fresh = !latest.current.plan.id;
      delete input.id;
      input.parts.forEach((part, i) => {
        part.id = kept.parts[i]?.id ?? null;
      });
      setPlan((before) => ({
        ...before,
        id: kept.id,
        parts: before.parts.map((part) => (part.id === null ? { ...part, id: ids.get(part.key) ?? null } : part)),
      }));
      latest.current.plan = { ...latest.current.plan, id: kept.id };
      if (fresh) {
        one.rename(planName(kept.id));
        window.history.replaceState(null, '', `/plan/${kept.id}`);
      }
      setEffect(null);
      setRecomparing(kept.recomparing);
      void queries.invalidateQueries({ queryKey: ['today'] });
    };
    return one;
  });
  const keeping = useSyncExternalStore(queue.subscribe, () => queue.keeping);
  useEffect(() => {
    queue.start();
    return () => {
      queue.stop();
      void queries.invalidateQueries({ queryKey: ['today'] });
    };
  }, [queue, queries]);
  // biome-ignore lint/correctness/useExhaustiveDependencies: it is told of every change of the plan
  useEffect(() => queue.changed(), [queue, work]);

  /** Saves, or first says what that changes for whom. */
  const saveChanges = async () => {
    const { id } = plan;
    if (id && plan.parts.some((part) => part.attempts > 0)) {
      setTelling(true);
      const told = await run(() => reply(api.POST('/api/assignments/{id}/effect', { ...at({ id }), body: work })));
      setTelling(false);
      if (!told) return;
      if (told.parts.length > 0) {
        setEffect(told);
        return;
      }
    }
    await queue.send();
  };
  /** What no beat can meet, and what nobody knows, as sentences. The plan is kept first, so that the core reads what is here. */
  const feasible = async () => {
    await queue.send();
    const { id } = latest.current.plan;
    if (queue.dirty || !id) return null;
    const found = await run(() => reply(api.GET('/api/assignments/{id}/feasible', at({ id }))));
    const several = latest.current.plan.parts.length > 1;
    const said = ({ part, text }: { part: number; text: string }) => (several ? say('plan.part.text', { part, text }) : text);
    return found && { impossible: found.impossible.map(said), undecided: found.undecided.map(said) };
  };
  /** @param when a time to come at which it opens by itself; null for now */
  const publish = async (when: string | null) => {
    await queue.send();
    const { id } = latest.current.plan;
    if (queue.dirty || !id) return;
    if (!(await run(() => reply(api.POST('/api/assignments/{id}/publish', { ...at({ id }), body: { at: when } }))))) return;
    void queries.invalidateQueries({ queryKey: ['today'] });
    navigate('/');
  };
  /** Takes what is published back, closes it, or opens it again. */
  const step = async (what: 'withdraw' | 'close' | 'reopen') => {
    const { id } = plan;
    if (!id) return;
    const now = await run(() => reply(api.POST(`/api/assignments/{id}/${what}`, at({ id }))));
    if (!now) return;
    setPlan((before) => ({ ...before, publishedAt: now.publishedAt, closedAt: now.closedAt }));
    void queries.invalidateQueries({ queryKey: ['today'] });
    // What is not published is kept by itself: the plan begins anew.
    if (what === 'withdraw') void queries.resetQueries({ queryKey: ['plan'] });
  };
  const remove = async () => {
    const { id } = latest.current.plan;
    await queue.rest();
    const gone = await run(async () => {
      if (id) await reply(api.DELETE('/api/assignments/{id}', at({ id })));
      return true;
    });
    if (!gone) return;
    queue.took(latest.current.work, { version: queue.version, savedAt: null });
    void queries.invalidateQueries({ queryKey: ['today'] });
    navigate('/');
  };
  /** Goes back to what is saved. */
  const forget = () => {
    queue.forget();
    void queries.resetQueries({ queryKey: ['plan'] });
  };
  useEffect(() => {
    const { id } = plan;
    if (!recomparing || !id || recomparing.done + recomparing.failed >= recomparing.total) return;
    const timer = setTimeout(() => {
      reply(api.GET('/api/assignments/{id}', at({ id }))).then(
        (now) => setRecomparing(now.recomparing),
        () => setRecomparing({ ...recomparing }), // looked at again in a moment
      );
    }, LOOK);
    return () => clearTimeout(timer);
  }, [recomparing, plan]);
  const dirty = queue.dirty;
  return {
    queue,
    keeping,
    save: () => queue.send(),
    saveChanges,
    feasible,
    publish,
    step,
    remove,
    error: error || (keeping.state === 'refused' ? keeping.sentence : ''),
    dirty,
    said: telling ? say('plan.save.telling') : saidOf(plan, keeping, dirty, recomparing),
    busy: busy || keeping.state === 'saving',
    effect,
    forgetEffect: () => setEffect(null),
    forget,
  };
}

/** How far the plan is kept, in words. */
function saidOf(plan: Plan, keeping: Keeping<AssignmentInput>, dirty: boolean, recomparing: PlannedAssignment['recomparing']): string {
  if (recomparing) {
    const { done, total, failed } = recomparing;
    const missed = failed > 0 ? say('plan.save.missed', { count: failed }) : '';
    return done + failed < total ? say('plan.save.comparing', { done, total, missed }) : say('plan.save.compared', { missed });
  }
  switch (keeping.state) {
    case 'waiting':
      return keeping.sentence;
    case 'refused':
      return say('plan.save.not');
    case 'conflict':
      return say('plan.save.conflict');
    case 'saved':
      return dirty ? say('plan.save.saving') : keeping.at ? say('plan.save.at', { time: clock(keeping.at) }) : say('plan.save.saved');
    default:
      return plan.publishedAt && keeping.state === 'changed' ? say('plan.save.changed') : say('plan.save.saving');
  }
}

export type PlanQueue = ReturnType<typeof usePlanKeeping>;
