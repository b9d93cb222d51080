import { Fragment, lazy, Suspense, useCallback, useState } from 'react';
import { Link, useNavigate, useSearchParams } from 'react-router';
import type { AttemptToMark, Catalogue, MarkingList, Pattern, Pin, Statement } from '../api/types';
import { CheckedList } from '../compared/CheckedList';
import { Compared, type NoteDraft } from '../compared/Compared';
import { KeepOnShelf } from '../keep/KeepOnShelf';
import { HowItCame, PlayedBeat } from '../play/PlayedBeat';
import { Waiting } from '../ui/states';
import { useKept } from '../ui/useKept';
import { useKeys } from '../ui/useKeys';
import { when } from '../ui/words';
import { say, useSay } from '../words/words';
import { Answer } from './Answer';
import { AttemptSound } from './AttemptSound';
import { Heard } from './Heard';
import { HistoryBlock } from './HistoryBlock';
import { PressTime } from './PressTime';
import { Signs } from './Signs';
import { Since } from './Since';
import type { ReturnedNow } from './TakeBack';
import { useAnswer } from './useAnswer';

const Correction = lazy(() => import('./Correction').then(({ Correction: one }) => ({ default: one })));

/** When it came; with both times where it was handed in without a connection. */
function handedInWords({ handedInAt, pressedAt }: AttemptToMark['attempt']): string {
  return pressedAt
    ? say('mark.attempt.offline', { pressed: when(pressedAt), when: when(handedInAt) })
    : say('mark.attempt.came', { when: when(handedInAt) });
}

type Props = { data: AttemptToMark; list: MarkingList; catalogue: Catalogue; onReturned: (returned: ReturnedNow) => void };

/** One attempt beside its target, and the teacher's answer. */
export function AttemptView({ data, list, catalogue, onReturned }: Props) {
  const say = useSay();
  const navigate = useNavigate();
  const [search] = useSearchParams();
  const answer = useAnswer(data);
  const [statement, setStatement] = useState<Statement | null>(null);
  const [note, setNote] = useKept<NoteDraft | null>(`note ${data.attempt.id}`, null);
  const { change, add } = answer;
  const take = (one: Statement) => add(one.text);
  const setPins = (pins: Pin[]) => change({ pins });
  const setCorrection = useCallback((correction: Pattern | null) => change({ correction }), [change]);
  const order = list.students.flatMap((student) => student.attempts.slice(0, 1).map(({ id }) => id));
  const go = (by: number) => {
    const index = order.indexOf(data.attempt.id);
    const there = order[(index + by + order.length) % order.length];
    if (there && there !== data.attempt.id) navigate(`/marking/${data.part.id}/${there}`);
  };
  useKeys({ n: () => go(1), p: () => go(-1) });
  return (
    <Compared
      head={
        <header className="pb-1.5">
          <div className="head-line">
            <h2 className="text-2xl">{say('mark.attempt', { name: data.student.name, number: data.attempt.number })}</h2>
            <span className="text-sm text-faint">{handedInWords(data.attempt)}</span>
          </div>
          {data.attempt.pressedAt && <PressTime attempt={data.attempt} part={data.part.id} />}
          {data.attempt.note && (
            <p className="text-sm">
              “<bdi>{data.attempt.note}</bdi>”
            </p>
          )}
          <RepliesRead data={data} />
          {data.cameAbout && <HowItCame came={data.cameAbout} />}
          {data.played && <PlayedBeat played={data.played} pattern={data.attempt.pattern} catalogue={catalogue} />}
          {data.others.length > 0 && data.result && (
            <p className="text-sm text-faint">
              {say('mark.nearest', {
                number: data.result.target + 1,
                others: data.others
                  .map((one) => say('mark.nearest.other', { number: one.target + 1, mark: one.mark ?? say('mark.nearest.none') }))
                  .join(', '),
              })}
            </p>
          )}
        </header>
      }
      others={
        <span className="joined">
          <button type="button" className="button button-small" title={say('mark.key', { key: 'P' })} onClick={() => go(-1)}>
            {say('mark.attempt.previous')}
          </button>
          <button type="button" className="button button-small" title={say('mark.key', { key: 'N' })} onClick={() => go(1)}>
            {say('mark.attempt.next')}
          </button>
        </span>
      }
      signs={<Signs pattern={data.attempt.pattern} catalogue={catalogue} />}
      result={data.result}
      target={data.target}
      submission={data.attempt.pattern}
      owner={data.student.id}
      music={data.music}
      catalogue={catalogue}
      beatName={say('mark.attempt.their')}
      pins={answer.typed.pins}
      correction={answer.typed.correction}
      desk={{
        setPins,
        take,
        choose: (index) => setStatement(index === null ? null : (data.result?.statements[index] ?? null)),
        note,
        setNote,
      }}
      beneath={
        <>
          <Since data={data} catalogue={catalogue} />
          <Suspense fallback={<Waiting what={say('mark.loading.sheet')} />}>
            <Correction data={data} catalogue={catalogue} correction={answer.typed.correction} change={setCorrection} />
          </Suspense>
          <AttemptSound attempt={data.attempt} />
          <KeepOnShelf key={data.attempt.id} title={data.assignment.title} what={() => ({ pattern: data.attempt.pattern })} />
          <p>
            <Link className="quiet-link text-sm" to={`/sheet/attempt/${data.attempt.id}`}>
              {say('mark.attempt.sheet')}
            </Link>
          </p>
          <HistoryBlock attemptId={data.attempt.id} />
        </>
      }
      more={data.checked && <CheckedList checked={data.checked} />}
    >
      <Answer
        data={data}
        answer={answer}
        catalogue={catalogue}
        statement={statement}
        note={note}
        setNote={setNote}
        alike={alikeOf(data.attempt.id, list)}
        toAll={search.get('all') !== null}
        onReturned={onReturned}
      />
    </Compared>
  );
}

/** What the student wrote or said back, to this feedback or to the one before. */
function RepliesRead({ data }: { data: AttemptToMark }) {
  const say = useSay();
  const { attempt, before, feedback, spoken } = data;
  const all = [
    ...(before
      ? [
          {
            id: before.attempt.id,
            text: before.feedback.reply,
            said: before.spoken.student,
            lead: say('mark.reply.before', { number: before.attempt.number }),
          },
        ]
      : []),
    { id: attempt.id, text: feedback.reply, said: spoken.student, lead: say('mark.reply') },
  ];
  return all.map(({ id, text, said, lead }) => (
    <Fragment key={id}>
      {text !== '' && (
        <p className="text-sm" data-reply>
          {lead} “<bdi>{text}</bdi>”
        </p>
      )}
      {said && <Heard attemptId={id} speaker="student" said={said} name={data.student.firstName} />}
    </Fragment>
  ));
}

/** Those who wait for an answer and of whom the same is to be said. */
function alikeOf(id: string, list: MarkingList): { id: string; name: string }[] {
  const group = list.groups.find(({ of }) => of.includes(id))?.of ?? [];
  return list.students.flatMap((student) =>
    student.attempts
      .slice(0, 1)
      .filter((attempt) => attempt.id !== id && attempt.state !== 'returned' && group.includes(attempt.id))
      .map((attempt) => ({ id: attempt.id, name: student.name })),
  );
}
