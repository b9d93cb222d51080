import { useRef, useState } from 'react';
import { useNavigate } from 'react-router';
import { api, at, reply } from '../api/client';
import type { AttemptToMark, Catalogue, Statement } from '../api/types';
import type { NoteDraft } from '../compared/Compared';
import { ConflictNotice } from '../keep/ConflictNotice';
import { keyNames } from '../ui/keyNames';
import { Notice } from '../ui/states';
import { useKeys } from '../ui/useKeys';
import { when } from '../ui/words';
import { say, useSay } from '../words/words';
import { Phrases } from './Phrases';
import { blanksIn, draftText, opened } from './phrases';
import { Speak } from './Speak';
import type { ReturnedNow } from './TakeBack';
import type { AnswerState } from './useAnswer';

const KEPT = {
  saved: 'mark.answer.kept',
  changed: 'mark.answer.keeping',
  saving: 'mark.answer.keeping',
  refused: 'mark.answer.notKept',
  conflict: 'mark.answer.elsewhere',
} as const;

type Props = {
  data: AttemptToMark;
  answer: AnswerState;
  catalogue: Catalogue;
  /** What the teacher looks at, for the places in phrases. */
  statement: Statement | null;
  /** The note that is being written: it goes with what is returned. */
  note: NoteDraft | null;
  setNote: (note: NoteDraft | null) => void;
  /** Attempts of others who wait for an answer and of whom the same is to be said. */
  alike: { id: string; name: string }[];
  /** Whether the answer is for all of them from the start. */
  toAll: boolean;
  onReturned: (returned: ReturnedNow) => void;
};

/** Mark and text. What is typed is kept by itself; the student sees it only when it is returned. */
export function Answer({ data, answer, catalogue, statement, note, setNote, alike, toAll: fromTheStart, onReturned }: Props) {
  const say = useSay();
  const navigate = useNavigate();
  const { typed, change, add, value, wrong, keeping, returnedAt } = answer;
  const error = answer.error || (keeping.state === 'refused' ? keeping.sentence : '');
  const said = keeping.state === 'waiting' ? keeping.sentence : say(KEPT[keeping.state]);
  const { points } = data.part;
  const first = data.student.firstName;
  const [toAll, setToAll] = useState(fromTheStart);
  const mark = useRef<HTMLInputElement>(null);
  const text = useRef<HTMLTextAreaElement>(null);
  const group = toAll && !returnedAt ? alike : [];
  const blanks = blanksIn(typed.text, group.length > 0);
  const everybody = [{ id: data.attempt.id, name: data.student.name }, ...group];
  const giveBack = async (andNext: boolean) => {
    if (value === null || wrong || blanks.length > 0) return;
    if (note && note.text.trim() !== '') {
      answer.pinNow({ ...note.place, text: note.text.trim() });
      setNote(null);
    }
    let next: string | null | undefined;
    if (group.length > 0) {
      // Notes and a suggestion go with this one alone: they are kept first.
      await answer.queue.send();
      // Where the suggestion was taken, each gets their own.
      const body = {
        attempts: everybody.map(({ id }) => id),
        mark: value === data.suggested ? null : value,
        text: opened(typed.text, first),
      };
      const done = await answer.run(() => reply(api.POST('/api/parts/{id}/return-group', { ...at({ id: data.part.id }), body })));
      if (!done) return;
      answer.returned(new Date().toISOString(), answer.queue.version + 1);
      next = null;
    } else {
      next = await answer.giveBack();
      if (next === undefined) return;
    }
    onReturned({ partId: data.part.id, attempts: everybody, at: Date.now() });
    if (andNext) navigate(next ? `/marking/${data.part.id}/${next}` : `/marking/${data.part.id}`);
  };
  const leave = (event: React.KeyboardEvent<HTMLElement>) => {
    if (event.key === 'Escape') event.currentTarget.blur();
  };
  useKeys({
    m: () => {
      mark.current?.focus();
      mark.current?.select();
    },
    w: () => text.current?.focus(),
    y: () => data.suggested !== null && change({ mark: String(data.suggested) }),
  });
  useKeys({ 'Ctrl+Enter': () => void giveBack(true) }, { anywhere: true });
  return (
    <section aria-labelledby="answer" className="flex flex-col">
      <h2 id="answer">{say('mark.answer')}</h2>
      <ConflictNotice
        queue={answer.queue}
        mine={say('mark.answer.mine')}
        other={say('mark.answer.other')}
        settle={(which) => answer.queue.settle(which)}
      />
      <label className="mt-1 block text-sm">
        {say('mark.answer.to', { name: first })}
        <textarea
          ref={text}
          title={say('mark.key', { key: 'W' })}
          className="field mt-1"
          rows={4}
          dir="auto"
          maxLength={catalogue.limits.feedback}
          value={typed.text}
          onKeyDown={leave}
          onChange={(event) => change({ text: event.target.value })}
        />
      </label>
      <Speak attemptId={data.attempt.id} speaker="teacher" first={data.spoken.teacher} atOnce={returnedAt !== null} />
      <p role="status" className="text-sm text-faint">
        {returnedAt
          ? `${say('mark.answer.returned', { when: when(returnedAt) })}${openedWords(data, returnedAt)}`
          : typed.mark === '' && typed.text === ''
            ? say('mark.answer.none')
            : said}
      </p>
      <div className="mt-1 flex flex-wrap gap-2">
        <button type="button" className="button button-small" onClick={() => add(draftText(data))}>
          {say('mark.answer.draft')}
        </button>
        <Phrases data={data} catalogue={catalogue} statement={statement} text={typed.text} add={add} />
      </div>
      <div className="mt-3 flex items-center gap-2">
        <input
          ref={mark}
          title={say('mark.key', { key: 'M' })}
          aria-label={say('mark.answer.markOf', { points: points ?? 0 })}
          className="field w-24 font-head text-3xl leading-none font-bold"
          inputMode="decimal"
          value={typed.mark}
          placeholder="–"
          aria-invalid={wrong}
          onKeyDown={leave}
          onChange={(event) => change({ mark: event.target.value })}
        />
        <span className="text-sm text-faint">{say('frame.today.of', { points: points ?? 0 })}</span>
        {data.suggested !== null && (
          <button
            type="button"
            className="button button-small ms-auto"
            title={say('mark.answer.useKey')}
            onClick={() => change({ mark: String(data.suggested) })}
          >
            {say('mark.answer.use', { mark: data.suggested })}
          </button>
        )}
        {data.suggestedBefore !== null && (
          <span className="text-sm text-faint">{say('mark.answer.improved', { mark: data.suggestedBefore })}</span>
        )}
      </div>
      {wrong && <p className="mt-1 text-sm font-bold">{say('mark.answer.wrong', { points: points ?? 0 })}</p>}
      {alike.length > 0 && !returnedAt && (
        <label className="mt-3 flex items-start gap-2 text-sm">
          <input
            type="checkbox"
            className="mt-1"
            checked={toAll}
            onChange={(event) => {
              setToAll(event.target.checked);
              // The name becomes each student's own.
              change({ text: event.target.checked ? opened(typed.text, first) : typed.text.replaceAll('{name}', first) });
            }}
          />
          <span>
            {say(fromTheStart ? 'mark.answer.alsoTo' : 'mark.answer.alsoSame', { count: alike.length })}{' '}
            {alike.map(({ id, name }, index) => (
              <span key={id}>
                {index > 0 && ', '}
                <bdi>{name}</bdi>
              </span>
            ))}
            {toAll && (
              <span className="block text-faint">
                {say(value !== null && value === data.suggested ? 'mark.answer.allSuggested' : 'mark.answer.all', {
                  blank: '{name}',
                  name: first,
                })}
              </span>
            )}
          </span>
        </label>
      )}
      <div className="answer-foot">
        {error && <Notice>{error}</Notice>}
        {blanks.length > 0 && <Notice>{say('mark.answer.blanks', { blanks: blanks.join(', ') })}</Notice>}
        {note && note.text.trim() !== '' && <p className="w-full text-sm text-faint">{say('mark.answer.pinned')}</p>}
        {value === null && <p className="w-full text-sm text-faint">{say('mark.answer.markFirst')}</p>}
        <button
          type="button"
          className="button button-main flex-1 justify-center"
          title={say('mark.key', { key: keyNames('Ctrl + Enter') })}
          disabled={value === null || wrong || blanks.length > 0}
          onClick={() => void giveBack(true)}
        >
          {group.length > 0 ? say('mark.answer.returnAll', { count: everybody.length }) : say('mark.answer.returnNext')}
        </button>
        {group.length === 0 && (
          <button
            type="button"
            className="button"
            aria-label={say('mark.answer.returnTo', { name: first })}
            disabled={value === null || wrong || blanks.length > 0}
            onClick={() => void giveBack(false)}
          >
            {say('mark.answer.return')}
          </button>
        )}
      </div>
    </section>
  );
}

/** Whether the student has opened what was returned: until then it can be taken back. */
function openedWords({ feedback }: AttemptToMark, returnedAt: string): string {
  if (feedback.returnedAt !== returnedAt) return '';
  return feedback.openedAt ? say('mark.answer.opened', { when: when(feedback.openedAt) }) : say('mark.answer.notOpened');
}
