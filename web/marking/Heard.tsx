import { useRef, useState } from 'react';
import type { Said } from '../api/types';
import { useSay } from '../words/words';
import { minutes } from './minutes';

type Props = {
  attemptId: string;
  speaker: 'teacher' | 'student';
  said: Said;
  /** Of the student, where a teacher listens. */
  name?: string;
  /** Whether the one who listens has said it. */
  mine?: boolean;
  /** Counts what was spoken in this place, so that the newest is heard. */
  take?: number;
};

/** What somebody has spoken, with what is written under it. */
export function Heard({ attemptId, speaker, said, name = '', mine = false, take = 0 }: Props) {
  const say = useSay();
  const audio = useRef<HTMLAudioElement>(null);
  const [playing, setPlaying] = useState(false);
  const [at, setAt] = useState(0);
  const [broken, setBroken] = useState(false);
  const label = mine ? say('mark.spoken.mine') : speaker === 'teacher' ? say('mark.spoken.teacher') : say('mark.spoken.student', { name });
  const flip = () => {
    setBroken(false);
    if (playing) audio.current?.pause();
    else audio.current?.play().catch(() => setBroken(true));
  };
  return (
    <figure className="my-2 text-sm">
      {/* biome-ignore lint/a11y/useMediaCaption: what is said stands under it, where it was typed */}
      <audio
        ref={audio}
        preload="metadata"
        aria-label={label}
        src={`/api/attempts/${attemptId}/spoken/${speaker}?take=${take}`}
        onPlay={() => setPlaying(true)}
        onPause={() => setPlaying(false)}
        onEnded={() => setPlaying(false)}
        onTimeUpdate={(event) => setAt(event.currentTarget.currentTime)}
      />
      <div className="flex items-center gap-2">
        <button type="button" className="button button-small shrink-0" onClick={flip}>
          {say(playing ? 'mark.spoken.pause' : 'mark.spoken.hear')}
        </button>
        <input
          type="range"
          aria-label={say('mark.spoken.place', { what: label })}
          aria-valuetext={minutes(at)}
          className="min-w-0 flex-1 accent-(--lamp)"
          min={0}
          max={said.seconds}
          step={0.1}
          value={Math.min(at, said.seconds)}
          onChange={(event) => {
            if (audio.current) audio.current.currentTime = Number(event.target.value);
            setAt(Number(event.target.value));
          }}
        />
        <span className="shrink-0 text-faint">{minutes(playing || at > 0 ? at : said.seconds)}</span>
      </div>
      <figcaption>
        <span className="text-faint">{label}</span>
        {said.caption !== '' && (
          <>
            {': '}
            <bdi className="whitespace-pre-line">{said.caption}</bdi>
          </>
        )}
        {broken && <span role="alert"> {say('mark.spoken.broken')}</span>}
      </figcaption>
    </figure>
  );
}
