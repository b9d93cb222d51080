import type { ReactNode } from 'react';
import type { Picture } from '../api/types';
import { useSay } from '../words/words';
import { REACH } from './Lay';
import './play.css';

type Props = {
  beats: Picture['beats'];
  /** Whose it is, as a way to the beat. */
  called: (beat: Picture['beats'][number]) => ReactNode;
};

/** How the beats of a class lie that were played in: each early or late in the middle, and how far half of its strokes are from that. */
export default function ClassLay({ beats, called }: Props) {
  const say = useSay();
  const within = (value: number) => Math.max(-REACH + 2, Math.min(REACH - 2, value));
  return (
    <section aria-labelledby="played">
      <h2 id="played">{say('play.class')}</h2>
      <ul className="lay mt-2 text-sm">
        {beats.flatMap(({ played, ...beat }) =>
          played ? (
            <li key={beat.id}>
              {called({ ...beat, played })}
              <svg aria-hidden="true" viewBox={`${-REACH} -8 ${2 * REACH} 16`} className="lay-dots">
                <path d="M0 -8V8" className="lay-line" />
                <path
                  d={`M${within(played.median - played.spread)} 0H${within(played.median + played.spread)}`}
                  stroke="var(--ink)"
                  strokeWidth="3"
                />
                <circle cx={within(played.median)} r="3.5" />
              </svg>
              <span>
                {Math.abs(played.median) < 1
                  ? say('play.class.on', { spread: Math.round(played.spread) })
                  : say(played.median > 0 ? 'play.class.late' : 'play.class.early', {
                      ms: Math.round(Math.abs(played.median)),
                      spread: Math.round(played.spread),
                    })}
              </span>
            </li>
          ) : (
            []
          ),
        )}
      </ul>
    </section>
  );
}
