import { useQuery } from '@tanstack/react-query';
import { Link, useParams } from 'react-router';
import { api, at, reply } from '../api/client';
import type { AttemptReturned } from '../api/types';
import { useCatalogue } from '../api/useCatalogue';
import { CheckedList } from '../compared/CheckedList';
import { Compared } from '../compared/Compared';
import { rightRows } from '../compared/right';
import { KeepOnShelf } from '../keep/KeepOnShelf';
import { HowItCame, PlayedBeat } from '../play/PlayedBeat';
import { Failed, Waiting } from '../ui/states';
import { lower, when } from '../ui/words';
import { locale, useSay } from '../words/words';
import { AttemptSound } from './AttemptSound';
import { Heard } from './Heard';
import { Reply } from './Reply';
import { Signs } from './Signs';
import { Speak } from './Speak';
import '../ui/class.css';
import '../ui/rooms.css';

/** What a student gets back: the answer, and the differences in the form in which the teacher saw them. */
export default function ReturnedPage() {
  const say = useSay();
  const { attemptId = '' } = useParams();
  const catalogue = useCatalogue();
  const { data, error, refetch } = useQuery({
    queryKey: ['returned', attemptId],
    queryFn: () => reply(api.GET('/api/attempts/{id}', at({ id: attemptId }))) as Promise<AttemptReturned>,
  });
  if (error ?? catalogue.error) return <Failed error={(error ?? catalogue.error) as Error} again={() => void refetch()} />;
  if (!data || !catalogue.data) return <Waiting what={say('mark.loading.feedback')} />;
  const { result, feedback } = data;
  const best = result ? rightRows(result, catalogue.data) : [];
  return (
    // What is typed and spoken at one attempt is not carried to another.
    <div key={attemptId} className="desk:h-[calc(100dvh-4.3rem)]">
      <Compared
        head={
          <header className="head-line pb-1.5 max-sm:flex-wrap">
            <h1 dir="auto" className="max-sm:basis-full" lang={data.assignment.course.language}>
              {data.assignment.title}
            </h1>
            <span className="text-sm text-faint">
              {say('beat.returned.attempt', { number: data.attempt.number, when: when(data.attempt.handedInAt) })}
            </span>
          </header>
        }
        first={
          feedback ? (
            <section aria-label={say('beat.returned.feedback')} className="letter card mb-4 p-3">
              {best.length > 0 && (
                <p className="mb-2 text-lg font-bold">
                  {say('beat.said.right', { names: new Intl.ListFormat(locale()).format(best.map(lower)) })}
                </p>
              )}
              <p className="font-head text-4xl leading-none">
                {feedback.mark} <span className="text-base text-faint">{say('frame.today.of', { points: data.part.points ?? 0 })}</span>
              </p>
              {feedback.text ? (
                <p dir="auto" lang={data.assignment.course.language} className="mt-2 whitespace-pre-line">
                  {feedback.text}
                </p>
              ) : (
                !data.spoken.teacher && <p className="mt-2">{say('beat.returned.noWords')}</p>
              )}
              {data.spoken.teacher && <Heard attemptId={data.attempt.id} speaker="teacher" said={data.spoken.teacher} />}
              <p className="text-sm text-faint">{say('beat.returned.when', { when: when(feedback.returnedAt) })}</p>
              {data.open && (
                <Link to={`/bench/${data.part.id}`} className="button button-main mt-2">
                  {say('beat.returned.improve')}
                </Link>
              )}
              <Reply attemptId={data.attempt.id} written={feedback.reply} />
              <Speak attemptId={data.attempt.id} speaker="student" first={data.spoken.student} />
              {!result && data.part.view !== 'seen' && <p className="mt-2 text-sm">{say('beat.returned.hidden')}</p>}
            </section>
          ) : (
            <p className="card mb-4 p-3">{say('beat.returned.notYet')}</p>
          )
        }
        signs={<Signs pattern={data.attempt.pattern} catalogue={catalogue.data} />}
        result={result}
        target={data.target}
        submission={data.attempt.pattern}
        music={data.music}
        catalogue={catalogue.data}
        beatName={say(result ? 'beat.voice.mine' : 'beat.voice.yours')}
        pins={feedback?.pins ?? []}
        correction={feedback?.correction ?? null}
        more={
          <>
            {data.more > 0 && <p className="mt-2">{say('beat.returned.more', { count: data.more })}</p>}
            {data.checked && <CheckedList checked={data.checked} />}
          </>
        }
        beneath={
          <>
            {data.cameAbout && <HowItCame came={data.cameAbout} />}
            {data.played && <PlayedBeat played={data.played} pattern={data.attempt.pattern} catalogue={catalogue.data} />}
            {feedback?.correction && data.open && (
              <p>
                <Link to={`/bench/${data.part.id}`} state={{ take: feedback.correction }} className="button">
                  {say('beat.returned.use')}
                </Link>
              </p>
            )}
            <AttemptSound attempt={data.attempt} />
            <p>
              <Link className="quiet-link text-sm" to={`/sheet/attempt/${data.attempt.id}`}>
                {say('beat.returned.paper')}
              </Link>
            </p>
            <KeepOnShelf title={data.assignment.title} what={() => ({ pattern: data.attempt.pattern })} />
          </>
        }
      />
    </div>
  );
}
