import { useEffect, useRef, useState } from 'react';
import { hear } from '../api/client';
import type { Bench, Catalogue } from '../api/types';
import { playerFor } from '../sound/usePlayer';
import { Choice } from '../ui/Choice';
import { Notice } from '../ui/states';
import { useTask } from '../ui/useTask';
import { useSay } from '../words/words';

const SPEEDS = [
  { value: '1', label: 'beat.listen.tempo' },
  { value: '0.75', label: 'beat.listen.slower' },
  { value: '0.5', label: 'beat.listen.half' },
] as const;

/** A target that is only heard: the whole of it or a bar, as the task allows. It comes as sound; there is nothing to look at. */
export function Dictation({ part, help, catalogue }: { part: Bench['part']; help: Bench['help']; catalogue: Catalogue }) {
  const say = useSay();
  const player = playerFor(catalogue);
  const [speed, setSpeed] = useState('1');
  const [left, setLeft] = useState(help.hearingsLeft);
  const [now, setNow] = useState('');
  const { error, run } = useTask();
  const sounding = useRef<{ stop: () => void } | null>(null);
  useEffect(() => () => sounding.current?.stop(), []);
  const listen = async (bar: number | null) => {
    sounding.current?.stop();
    const what = bar === null ? say('beat.listen.whole') : say('beat.listen.part', { number: bar });
    setNow(say('beat.listen.fetching', { what }));
    const heard = await run(async () => {
      const answer = await hear(part.id, bar, Number(speed));
      setLeft(answer.left);
      const playing = await player.sound(answer.wav);
      sounding.current = playing;
      setNow(say('beat.listen.playing', { what }));
      await playing.ended;
      // Unless another one has begun meanwhile.
      if (sounding.current === playing) {
        sounding.current = null;
        setNow('');
      }
      return true;
    });
    if (heard === null) setNow('');
  };
  async function listenAlong() {
    sounding.current?.stop();
    return run(async () => {
      const answer = await hear(part.id, null, Number(speed));
      setLeft(answer.left);
      return { audio: answer.wav, speed: Number(speed) };
    });
  }
  const none = left === 0;
  // The large Play plays the target too, as long as one's own sheet is empty.
  const latest = useRef(listenAlong);
  latest.current = listenAlong;
  useEffect(() => {
    player.instead = () => latest.current();
    return () => {
      player.instead = null;
    };
  }, [player]);
  return (
    <section aria-labelledby="listen" className="card p-3">
      <h2 id="listen">{say('beat.listen')}</h2>
      <div className="mt-2 flex flex-wrap items-center gap-2">
        <button type="button" className="button button-main" disabled={none} onClick={() => void listen(null)}>
          {say('beat.listen.play')}
        </button>
        <button type="button" className="button" disabled={now === ''} onClick={() => sounding.current?.stop()}>
          {say('beat.listen.stop')}
        </button>
      </div>
      {help.byBar && part.bars > 1 && (
        <fieldset aria-label={say('beat.listen.one')} className="mt-2 flex flex-wrap items-center gap-1.5 text-sm">
          {Array.from({ length: part.bars }, (_, i) => i + 1).map((bar) => (
            <button
              key={bar}
              type="button"
              className="button button-small"
              disabled={none}
              aria-label={say('beat.listen.bar', { number: bar })}
              onClick={() => void listen(bar)}
            >
              {say('beat.sheet.bar', { number: bar })}
            </button>
          ))}
        </fieldset>
      )}
      {help.slower && (
        <div className="mt-2 text-sm">
          <Choice
            label={say('beat.listen.fast')}
            value={speed}
            options={SPEEDS.map(({ value, label }) => ({ value: String(value), label: say(label) }))}
            onChange={setSpeed}
          />
        </div>
      )}
      <p role="status" className="mt-2 text-sm text-faint">
        {now}
        {now !== '' && left !== null && ' · '}
        {left !== null && (none ? say('beat.listen.over') : say('beat.listen.left', { count: left }))}
      </p>
      {error && <Notice>{error}</Notice>}
    </section>
  );
}
