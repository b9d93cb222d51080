import { useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { api, at, reply } from '../api/client';
import type { AssignmentInput, Effect } from '../api/types';
import type { SaveQueue } from '../keep/SaveQueue';
import { useTask } from '../ui/useTask';
import { say } from '../words/words';
import type { Plan } from './plan';
import type { Latest } from './planQueue';

/** What is done with a plan as a whole: saved, looked at, published, taken back, removed. */
export function usePlanSteps(queue: SaveQueue<AssignmentInput>, latest: Latest, setPlan: (change: (plan: Plan) => Plan) => void) {
  const navigate = useNavigate();
  const queries = useQueryClient();
  const { busy, error, run } = useTask();
  const [effect, setEffect] = useState<Effect | null>(null);
  const [telling, setTelling] = useState(false);
  /** Saves, or first says what that changes for whom. */
  const saveChanges = async () => {
    const { plan, work } = latest.current;
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
    const { id } = latest.current.plan;
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
  return { saveChanges, feasible, publish, step, remove, forget, busy, error, effect, setEffect, telling };
}
