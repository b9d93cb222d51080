import { useQueryClient } from '@tanstack/react-query';
import { useEffect, useMemo, useReducer, useRef, useState, useSyncExternalStore } from 'react';
import { api, at, reply } from '../api/client';
import type { AssignmentInput, PlannedAssignment } from '../api/types';
import type { Keeping, Left } from '../keep/SaveQueue';
import { clock } from '../ui/words';
import { say } from '../words/words';
import { type Defaults, inputOf, type Plan, sheetsOf } from './plan';
import { planQueue } from './planQueue';
import { usePlanSteps } from './usePlanSteps';

/** Milliseconds between two looks at how far judging again is. */
const LOOK = 700;
type Recomparing = PlannedAssignment['recomparing'];

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

/** How far the beats of a plan are judged again, looked at until all are. */
function useRecomparing(id: string | null, [recomparing, setRecomparing]: [Recomparing, (now: Recomparing) => void]): void {
  useEffect(() => {
    if (!recomparing || !id || recomparing.done + recomparing.failed >= recomparing.total) return;
    const timer = setTimeout(() => {
      reply(api.GET('/api/assignments/{id}', at({ id }))).then(
        (now) => setRecomparing(now.recomparing),
        () => setRecomparing({ ...recomparing }), // looked at again in a moment
      );
    }, LOOK);
    return () => clearTimeout(timer);
  }, [recomparing, id, setRecomparing]);
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
  const queries = useQueryClient();
  const sheets = useSheets(plan);
  // biome-ignore lint/correctness/useExhaustiveDependencies: the sheets are read through their stores
  const work = useMemo(() => inputOf(plan), [plan, sheets]);
  const latest = useRef({ plan, work });
  latest.current = { plan, work };
  const [recomparing, setRecomparing] = useState<Recomparing>(null);
  useRecomparing(plan.id, [recomparing, setRecomparing]);
  const kept = useRef<(now: PlannedAssignment) => void>(() => {});
  const [queue] = useState(() => planQueue({ saved, left, catalogue, queries, latest, setPlan, arrived: (now) => kept.current(now) }));
  const { setEffect, ...steps } = usePlanSteps(queue, latest, setPlan);
  kept.current = (now) => {
    setEffect(null);
    setRecomparing(now.recomparing);
  };
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
  const dirty = queue.dirty;
  return {
    ...steps,
    queue,
    keeping,
    save: () => queue.send(),
    error: steps.error || (keeping.state === 'refused' ? keeping.sentence : ''),
    dirty,
    said: steps.telling ? say('plan.save.telling') : saidOf(plan, keeping, dirty, recomparing),
    busy: steps.busy || keeping.state === 'saving',
    forgetEffect: () => setEffect(null),
  };
}

/** How far the plan is kept, in words. */
function saidOf(plan: Plan, keeping: Keeping<AssignmentInput>, dirty: boolean, recomparing: Recomparing): string {
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
