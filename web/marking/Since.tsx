import { useState } from 'react';
import type { AttemptToMark, Catalogue } from '../api/types';
import { BeatSheet } from '../compared/BeatSheet';
import { playerFor } from '../sound/usePlayer';
import { useSay } from '../words/words';

const nowhere = () => null;

/** What changed since the attempt before: what is gone, what stays, what is new; and that attempt beside this one. */
export function Since({ data, catalogue }: { data: AttemptToMark; catalogue: Catalogue }) {
  const say = useSay();
  const [shown, setShown] = useState(false);
  const { before } = data;
  if (!before) return null;
  const player = playerFor(catalogue);
  const list = (title: string, texts: string[], gone = false) => (
    <div>
      <h3>{title}</h3>
      {texts.length === 0 ? (
        <p className="text-sm text-faint">{say('mark.since.nothing')}</p>
      ) : (
        <ul className="text-sm">
          {texts.map((text) =>
            gone ? (
              <li key={text}>
                <s>{text}</s>
              </li>
            ) : (
              <li key={text}>{text}</li>
            ),
          )}
        </ul>
      )}
    </div>
  );
  return (
    <section aria-labelledby="since" className="card p-3">
      <div className="flex flex-wrap items-center gap-3">
        <h2 id="since">{say('mark.since', { number: before.attempt.number })}</h2>
        <button type="button" className="button button-small" aria-expanded={shown} onClick={() => setShown(!shown)}>
          {say(shown ? 'mark.since.hide' : 'mark.since.show', { number: before.attempt.number })}
        </button>
        {before.feedback.returnedAt && (
          <p className="text-sm text-faint">
            {say('mark.since.gave', { mark: before.feedback.mark ?? 0 })}
            {before.feedback.text && (
              <>
                {say('mark.since.wrote')}
                <bdi className="text-ink">{before.feedback.text}</bdi>
              </>
            )}
          </p>
        )}
      </div>
      <div className="mt-2 grid gap-3 sm:grid-cols-3">
        {list(say('mark.since.gone'), before.progress.gone, true)}
        {list(say('mark.since.still'), before.progress.still)}
        {list(say('mark.since.new'), before.progress.new)}
      </div>
      {shown && (
        <div className="arrive mt-3">
          <h3>{say('mark.since.attempt', { number: before.attempt.number })}</h3>
          <BeatSheet
            title={say('mark.since.was', { number: before.attempt.number })}
            compared={before.result && before.target && { result: before.result, target: before.target }}
            beat={before.attempt.pattern}
            music={data.music}
            catalogue={catalogue}
            audition={player.audition}
            position={nowhere}
          />
        </div>
      )}
    </section>
  );
}
