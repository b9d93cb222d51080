import { useState } from 'react';
import type { AttemptToMark, Catalogue } from '../api/types';
import { BeatSheet } from '../compared/BeatSheet';
import { playerFor } from '../sound/usePlayer';

const nowhere = () => null;

/** What changed since the attempt before: what is gone, what stays, what is new; and that attempt beside this one. */
export function Since({ data, catalogue }: { data: AttemptToMark; catalogue: Catalogue }) {
  const [shown, setShown] = useState(false);
  const { before } = data;
  if (!before) return null;
  const player = playerFor(catalogue);
  const list = (title: string, texts: string[], gone = false) => (
    <div>
      <h3>{title}</h3>
      {texts.length === 0 ? (
        <p className="text-sm text-faint">nothing</p>
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
        <h2 id="since">Since attempt {before.attempt.number}</h2>
        <button type="button" className="button button-small" aria-expanded={shown} onClick={() => setShown(!shown)}>
          {shown ? 'Put attempt ' : 'Lay attempt '}
          {before.attempt.number} {shown ? 'away' : 'beside it'}
        </button>
        {before.feedback.returnedAt && (
          <p className="text-sm text-faint">
            You gave {before.feedback.mark}
            {before.feedback.text && (
              <>
                {' and wrote: '}
                <bdi className="text-ink">{before.feedback.text}</bdi>
              </>
            )}
          </p>
        )}
      </div>
      <div className="mt-2 grid gap-3 sm:grid-cols-3">
        {list('Gone', before.progress.gone, true)}
        {list('Still there', before.progress.still)}
        {list('New', before.progress.new)}
      </div>
      {shown && (
        <div className="arrive mt-3">
          <h3>Attempt {before.attempt.number}</h3>
          <BeatSheet
            title={`Attempt ${before.attempt.number}, as it was`}
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
