import type { QueryClient } from '@tanstack/react-query';
import { api, at, reply } from '../api/client';
import type { AssignmentInput, PlannedAssignment } from '../api/types';
import { type Known, type Left, SaveQueue } from '../keep/SaveQueue';
import { type Defaults, inputOf, type Plan, planOf, sameInput } from './plan';

const PAUSE = 700;

/** Under which a plan is kept in the browser. */
export const planName = (id: string): string => `plan ${id}`;
/** The same for the new plan of a class, which was never sent. */
export const newPlanName = (courseId: string): string => `new plan ${courseId}`;

const knownOf = (saved: Plan): Known<AssignmentInput> => ({ version: saved.version, work: inputOf(saved), savedAt: null });

/** The plan as it is now, and what is sent of it. */
export type Latest = { current: { plan: Plan; work: AssignmentInput } };

type Parts = {
  saved: Plan;
  left: Pick<Left<AssignmentInput>, 'version' | 'sent'> | null;
  catalogue: Defaults;
  queries: QueryClient;
  latest: Latest;
  setPlan: (change: (plan: Plan) => Plan) => void;
  /** Told of what the server has kept. */
  arrived: (kept: PlannedAssignment) => void;
};

/** Sends a plan as it changes: by itself while only its teacher sees it, on a press once it is published. */
export function planQueue({ saved, left, catalogue, queries, latest, setPlan, arrived }: Parts): SaveQueue<AssignmentInput> {
  const { plan } = latest.current;
  const queue: SaveQueue<AssignmentInput> = new SaveQueue<AssignmentInput>(
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
        queue.forget();
        void queries.resetQueries({ queryKey: ['plan'] });
      },
    },
    knownOf(saved),
    () => latest.current.work,
    left,
    { pause: plan.publishedAt === null ? PAUSE : null },
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
      queue.rename(planName(kept.id));
      window.history.replaceState(null, '', `/plan/${kept.id}`);
    }
    arrived(kept);
    void queries.invalidateQueries({ queryKey: ['today'] });
  };
  return queue;
}
