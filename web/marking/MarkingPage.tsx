import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useCallback } from 'react';
import { useParams } from 'react-router';
import { api, at, reply } from '../api/client';
import type { AttemptToMark, MarkingList } from '../api/types';
import { useCatalogue } from '../api/useCatalogue';
import { TakeSound } from '../sound/TakeSound';
import { Failed, Waiting } from '../ui/states';
import { byName } from '../ui/words';
import { useSay } from '../words/words';
import { AttemptView } from './AttemptView';
import { ClassList } from './ClassList';
import { Glance } from './Glance';
import { MarkingKeys } from './MarkingKeys';
import { type ReturnedNow, TakeBack } from './TakeBack';
import '../ui/class.css';
import '../ui/rooms.css';

/** Milliseconds between two looks while beats are compared again. */
const LOOK = 1000;

const isWaiting = (progress: MarkingList['recomparing'] | undefined) =>
  Boolean(progress && progress.done + progress.failed < progress.total);

/** Names as the reader's language sorts them. */
const inOrder = (list: MarkingList): MarkingList => ({ ...list, students: byName(list.students) });

/** The Marking table: the class at the left, one attempt at the right, or the whole class at a glance. */
export default function MarkingPage() {
  const say = useSay();
  const { partId = '', attemptId } = useParams();
  const catalogue = useCatalogue();
  const list = useQuery({
    queryKey: ['marking', partId],
    queryFn: () => reply(api.GET('/api/parts/{id}/marking', at({ id: partId }))),
    select: inOrder,
    refetchOnMount: 'always',
    refetchInterval: ({ state: { data } }) => (isWaiting(data?.recomparing) ? LOOK : false),
  });
  const attempt = useQuery({
    queryKey: ['attempt', attemptId],
    queryFn: () => reply(api.GET('/api/attempts/{id}', at({ id: attemptId ?? '' }))) as Promise<AttemptToMark>,
    enabled: attemptId !== undefined,
    refetchOnMount: 'always',
    refetchOnWindowFocus: false,
  });
  // Outlives the way to the next attempt.
  const queries = useQueryClient();
  const { data: returned } = useQuery<ReturnedNow | null>({
    queryKey: ['returned now'],
    queryFn: () => null,
    initialData: null,
    staleTime: Number.POSITIVE_INFINITY,
  });
  const setReturned = useCallback((now: ReturnedNow | null) => queries.setQueryData(['returned now'], now), [queries]);
  const forget = useCallback(() => setReturned(null), [setReturned]);
  const back = attempt.data?.feedback;
  const unopened = back?.returnedAt && !back.openedAt && attempt.data && attempt.data.attempt.id === attemptId ? attempt.data : null;
  const shown: ReturnedNow | null =
    returned?.partId === partId
      ? returned
      : unopened && {
          partId,
          attempts: [{ id: unopened.attempt.id, name: unopened.student.name }],
          at: null,
        };
  const error = list.error ?? catalogue.error;
  if (error && !list.data) return <Failed error={error} again={() => void (list.error ? list : catalogue).refetch()} />;
  if (!list.data || !catalogue.data) return <Waiting what={say('mark.loading.table')} />;
  return (
    <div className="marking">
      <div className="marking-names">
        <ClassList list={list.data} chosen={attemptId} />
        <MarkingKeys glance={attemptId === undefined} />
      </div>
      <div className="flex min-w-0 flex-col desk:min-h-0">
        {shown && <TakeBack key={shown.at} returned={shown} done={forget} />}
        {attempt.error && !attempt.data ? (
          <Failed error={attempt.error} again={() => void attempt.refetch()} />
        ) : attempt.data && attempt.data.attempt.id === attemptId ? (
          <AttemptView
            key={`${attempt.data.attempt.id} ${attempt.data.feedback.returnedAt}`}
            data={attempt.data}
            list={list.data}
            catalogue={catalogue.data}
            onReturned={setReturned}
          />
        ) : attemptId ? (
          <Waiting what={say('mark.loading.attempt')} />
        ) : (
          <div className="desk:min-h-0 desk:overflow-y-auto">
            <Glance list={list.data} />
            <TakeSound
              title={say('mark.sound.class')}
              ask={(order) => reply(api.POST('/api/parts/{id}/renderings', { ...at({ id: partId }), body: order }))}
            />
          </div>
        )}
      </div>
    </div>
  );
}
