import { useQuery } from '@tanstack/react-query';
import { useParams, useSearchParams } from 'react-router';
import { api, at, reply } from '../api/client';
import type { AssignmentInput, TeacherToday } from '../api/types';
import { useCatalogue } from '../api/useCatalogue';
import { arrived, unsent } from '../keep/Keeper';
import { Failed, Waiting } from '../ui/states';
import { PlannerView } from './PlannerView';
import { newPlan, type Plan, planOf } from './plan';
import { planName } from './usePlanKeeping';
import { withUnsent } from './withUnsent';

/** A plan as the server has it, and as it was left here with changes that were not sent. */
export type Opened = { saved: Plan; left: { version: number; plan: Plan } | null };

/** Where a teacher writes an assignment; /plan/new?class=… begins one. */
export default function PlannerPage() {
  const { assignmentId = 'new' } = useParams();
  const [search] = useSearchParams();
  const catalogue = useCatalogue();
  const courseId = search.get('class');
  const plan = useQuery({
    queryKey: ['plan', assignmentId, courseId],
    queryFn: async (): Promise<Opened> => {
      if (assignmentId !== 'new') {
        // What was typed a moment ago may still be on its way.
        await arrived(planName(assignmentId));
        const answer = await reply(api.GET('/api/assignments/{id}', at({ id: assignmentId })));
        const left = unsent<AssignmentInput>(planName(assignmentId));
        return { saved: planOf(answer), left: left && { version: left.version, plan: planOf(withUnsent(answer, left.work)) } };
      }
      const { courses } = (await reply(api.GET('/api/today'))) as TeacherToday;
      const course = courses.find((one) => one.id === courseId) ?? courses[0];
      if (!course) throw new Error('You have no class to set this to yet.');
      const { newPattern, policy } = catalogue.data ?? (await reply(api.GET('/api/catalogue')));
      return { saved: newPlan(course, newPattern, policy.usual.points), left: null };
    },
    staleTime: Number.POSITIVE_INFINITY,
    gcTime: 0,
  });
  const error = plan.error ?? catalogue.error;
  if (error) return <Failed error={error} again={() => void plan.refetch()} />;
  if (!plan.data || !catalogue.data) return <Waiting what="the Planner" />;
  return <PlannerView key={`${assignmentId} ${plan.dataUpdatedAt}`} {...plan.data} catalogue={catalogue.data} />;
}
