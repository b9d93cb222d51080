import { useQuery } from '@tanstack/react-query';
import { Link, useParams } from 'react-router';
import { api, at, reply } from '../api/client';
import type { AttemptReturned } from '../api/types';
import { useCatalogue } from '../api/useCatalogue';
import { CheckedList } from '../compared/CheckedList';
import { Compared } from '../compared/Compared';
import { Failed, Waiting } from '../ui/states';
import { when } from '../ui/words';

/** What a student gets back: the answer, and the differences in the form in which the teacher saw them. */
export default function ReturnedPage() {
  const { attemptId = '' } = useParams();
  const catalogue = useCatalogue();
  const { data, error, refetch } = useQuery({
    queryKey: ['returned', attemptId],
    queryFn: () => reply(api.GET('/api/attempts/{id}', at({ id: attemptId }))) as Promise<AttemptReturned>,
  });
  if (error ?? catalogue.error) return <Failed error={(error ?? catalogue.error) as Error} again={() => void refetch()} />;
  if (!data || !catalogue.data) return <Waiting what="the answer" />;
  const { result, feedback } = data;
  return (
    <div className="mx-auto max-w-6xl">
      <h1>{data.assignment.title}</h1>
      <p className="mb-4 text-sm text-faint">
        Attempt {data.attempt.number}, handed in {when(data.attempt.handedInAt)}
      </p>
      {feedback ? (
        <section aria-label="Your teacher's answer" className="card mb-4 flex flex-wrap items-start gap-x-8 gap-y-3">
          <p className="font-head text-5xl leading-none">
            {feedback.mark} <span className="text-base text-faint">of {data.part.points}</span>
          </p>
          <div className="min-w-64 flex-1">
            <p dir="auto" className="whitespace-pre-line text-lg">
              {feedback.text || 'No words this time; listen to what differs below.'}
            </p>
            <p className="text-sm text-faint">Returned {when(feedback.returnedAt)}</p>
          </div>
          {data.open && (
            <Link to={`/bench/${data.part.id}`} className="button button-main">
              Mend it and hand in again
            </Link>
          )}
        </section>
      ) : (
        <p className="card mb-4">Your teacher has not returned this yet.</p>
      )}
      {feedback && !result && data.part.view !== 'seen' && (
        <p className="mb-3">The target of this task stays hidden, so your teacher says in words what differs.</p>
      )}
      <Compared
        result={result}
        target={data.target}
        submission={data.attempt.pattern}
        music={data.music}
        catalogue={catalogue.data}
        beatName={result ? 'My beat' : 'Your beat'}
        pins={feedback?.pins ?? []}
        correction={feedback?.correction ?? null}
        more={data.checked && <CheckedList checked={data.checked} />}
        beneath={
          feedback?.correction &&
          data.open && (
            <p className="mt-3">
              <Link to={`/bench/${data.part.id}`} state={{ take: feedback.correction }} className="button">
                Take this suggestion over into my beat
              </Link>
            </p>
          )
        }
      />
    </div>
  );
}
