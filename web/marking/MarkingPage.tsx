import { useQuery } from '@tanstack/react-query';
import { useParams } from 'react-router';
import { call } from '../api/client';
import type { AttemptToMark, MarkingList } from '../api/types';
import { useCatalogue } from '../api/useCatalogue';
import { Failed, Waiting } from '../ui/states';
import { AttemptView } from './AttemptView';
import { ClassList } from './ClassList';

/** The Marking table: the class at the left, one attempt at the right. */
export default function MarkingPage() {
  const { partId, attemptId } = useParams();
  const catalogue = useCatalogue();
  const list = useQuery({
    queryKey: ['marking', partId],
    queryFn: () => call<MarkingList>('GET', `/api/parts/${partId}/marking`),
    refetchOnMount: 'always',
  });
  const attempt = useQuery({
    queryKey: ['attempt', attemptId],
    queryFn: () => call<AttemptToMark>('GET', `/api/attempts/${attemptId}`),
    enabled: attemptId !== undefined,
    refetchOnMount: 'always',
    refetchOnWindowFocus: false,
  });
  const error = list.error ?? catalogue.error;
  if (error) return <Failed error={error} again={() => void (list.error ? list : catalogue).refetch()} />;
  if (!list.data || !catalogue.data) return <Waiting what="the Marking table" />;
  return (
    <div className="grid gap-5 lg:grid-cols-[19rem_minmax(0,1fr)]">
      <ClassList list={list.data} chosen={attemptId} />
      <div className="min-w-0">
        {attempt.error ? (
          <Failed error={attempt.error} again={() => void attempt.refetch()} />
        ) : attempt.data ? (
          <AttemptView key={attempt.data.attempt.id} data={attempt.data} catalogue={catalogue.data} />
        ) : attemptId ? (
          <Waiting what="the attempt" />
        ) : (
          <p className="card">Choose a student at the left: you hear and see their beat beside the target, and answer it.</p>
        )}
      </div>
    </div>
  );
}
