import { useQuery } from '@tanstack/react-query';
import { useParams, useSearchParams } from 'react-router';
import { call } from '../api/client';
import type { PlannedAssignment, TeacherToday } from '../api/types';
import { useCatalogue } from '../api/useCatalogue';
import { Failed, Waiting } from '../ui/states';
import { PlannerView } from './PlannerView';
import { newPlan, type Plan, planOf } from './plan';
import { withUnsaved } from './unsaved';

/** Where a teacher writes an assignment; /plan/new?class=… begins one. */
export default function PlannerPage() {
  const { assignmentId = 'new' } = useParams();
  const [search] = useSearchParams();
  const catalogue = useCatalogue();
  const courseId = search.get('class');
  const plan = useQuery({
    queryKey: ['plan', assignmentId, courseId],
    queryFn: async (): Promise<{ saved: Plan; left: Plan | null }> => {
      if (assignmentId !== 'new') {
        const answer = await call<PlannedAssignment>('GET', `/api/assignments/${assignmentId}`);
        const left = answer.publishedAt ? withUnsaved(answer) : null;
        return { saved: planOf(answer), left: left && planOf(left) };
      }
      const { courses } = await call<TeacherToday>('GET', '/api/today');
      const course = courses.find((one) => one.id === courseId) ?? courses[0];
      if (!course) throw new Error('You have no class to set this to yet.');
      return { saved: newPlan(course), left: null };
    },
    staleTime: Number.POSITIVE_INFINITY,
    gcTime: 0,
  });
  const error = plan.error ?? catalogue.error;
  if (error) return <Failed error={error} again={() => void plan.refetch()} />;
  if (!plan.data || !catalogue.data) return <Waiting what="the Planner" />;
  return <PlannerView key={assignmentId} {...plan.data} catalogue={catalogue.data} />;
}
