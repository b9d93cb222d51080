import { useQuery } from '@tanstack/react-query';
import { Navigate, useParams, useSearchParams } from 'react-router';
import { ApiError, api, at, reply } from '../api/client';
import type { AssignmentInput, TeacherToday } from '../api/types';
import { useCatalogue } from '../api/useCatalogue';
import { arrived, type Left, unsent } from '../keep/SaveQueue';
import { Failed, Waiting } from '../ui/states';
import { keep } from '../ui/storage';
import { useSay } from '../words/words';
import { PlannerView } from './PlannerView';
import { leftPlan, newPlan, type Plan, planOf } from './plan';
import { newPlanName, planName } from './planQueue';
import { withUnsent } from './withUnsent';

/** A plan as the server has it, and as it was left here with changes that were not sent. */
export type Opened = { saved: Plan; left: (Pick<Left<AssignmentInput>, 'version' | 'sent'> & { plan: Plan }) | null };

/** Where a teacher writes an assignment; /plan/new?class=… begins one. */
export default function PlannerPage() {
  const say = useSay();
  const { assignmentId = 'new' } = useParams();
  const [search] = useSearchParams();
  const catalogue = useCatalogue();
  const courseId = search.get('class');
  const plan = useQuery({
    queryKey: ['plan', assignmentId, courseId],
    queryFn: async (): Promise<Opened | { goesOn: string }> => {
      if (assignmentId !== 'new') {
        // What was typed a moment ago may still be on its way.
        await arrived(planName(assignmentId));
        const answer = await reply(api.GET('/api/assignments/{id}', at({ id: assignmentId })));
        const left = unsent<AssignmentInput>(planName(assignmentId));
        return { saved: planOf(answer), left: left && { ...left, plan: planOf(withUnsent(answer, left.work)) } };
      }
      const { courses } = (await reply(api.GET('/api/today'))) as TeacherToday;
      const course = courses.find((one) => one.id === courseId) ?? courses[0];
      if (!course) throw new Error(say('plan.noClass'));
      const { newPattern, policy } = catalogue.data ?? (await reply(api.GET('/api/catalogue')));
      const name = newPlanName(course.id);
      await arrived(name);
      const left = unsent<AssignmentInput>(name);
      const id = left?.work.id;
      if (left && id && (await isThere(id))) {
        // It was sent when the page went away: it goes on under its own name.
        keep('unsent', name, null);
        keep('unsent', planName(id), left);
        return { goesOn: id };
      }
      const usual = policy.usual.points;
      const saved = newPlan(course, newPattern, usual);
      if (!left) return { saved, left: null };
      return { saved, left: { version: 0, plan: leftPlan(course, newPattern, usual, left.work) } };
    },
    staleTime: Number.POSITIVE_INFINITY,
    gcTime: 0,
  });
  const error = plan.error ?? catalogue.error;
  if (error) return <Failed error={error} again={() => void plan.refetch()} />;
  if (!plan.data || !catalogue.data) return <Waiting what={say('plan.place')} />;
  if ('goesOn' in plan.data) return <Navigate to={`/plan/${plan.data.goesOn}`} replace />;
  return <PlannerView key={`${assignmentId} ${plan.dataUpdatedAt}`} {...plan.data} catalogue={catalogue.data} />;
}

/** Whether the server has this plan. */
async function isThere(id: string): Promise<boolean> {
  try {
    await reply(api.GET('/api/assignments/{id}', at({ id })));
    return true;
  } catch (error) {
    if (error instanceof ApiError && error.status === 404) return false;
    throw error;
  }
}
