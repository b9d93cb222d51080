import { useEffect, useRef, useState, useSyncExternalStore } from 'react';
import type { Player } from '../sound/Player';
import { NumberField } from '../ui/NumberField';
import { useSay } from '../words/words';
import { APART, LEAD, type Measured, MOST_LATENCY, measured, TAPS } from './latency';
import type { MicIn } from './micIn';
import { latencyOf, type PlayIn, setLatency } from './PlayIn';

/** Milliseconds between two comparisons of the clocks. */
const COMPARE = 30;
/** Seconds before the first click. */
const BEFORE = 0.5;
/** Seconds after the last click in which its tap may come. */
const AFTER = 0.5;

/** Measures how late a device comes: one taps it to clicks; the middle is taken off from then on. It can be typed as well. */
export function LatencyCheck({ playIn, player, mic, done }: { playIn: PlayIn; player: Player; mic: MicIn; done: () => void }) {
  const say = useSay();
  const { step } = useSyncExternalStore(mic.subscribe, () => mic.state);
  const [device, setDevice] = useState('pads');
  const [value, setValue] = useState(() => latencyOf('pads'));
  const [going, setGoing] = useState(false);
  const [count, setCount] = useState(0);
  const [found, setFound] = useState<Measured | 'few' | null>(null);
  const stop = useRef<(() => void) | null>(null);
  useEffect(() => () => stop.current?.(), []);
  const set = (next: number, of = device) => {
    setLatency(of, next);
    setValue(next);
  };
  const begin = async () => {
    player.stop();
    setFound(null);
    setCount(0);
    // Wakes the sound where nothing has been heard yet.
    await player.audition('side-stick', 1);
    const first = player.now + BEFORE;
    const clicks = Array.from({ length: LEAD + TAPS }, (_, i) => first + i * APART);
    for (const [i, time] of clicks.entries()) player.click(time, i < LEAD ? 120 : 100);
    const taps: number[] = [];
    let by = device;
    playIn.tap = (struck) => {
      by = struck.device;
      taps.push(player.heardAt(struck.stamp));
      setCount(taps.length);
    };
    setGoing(true);
    // The clocks are compared all the while, as they are while a beat plays.
    const compared = setInterval(() => player.heardAt(performance.now()), COMPARE);
    const end = () => {
      clearTimeout(timer);
      clearInterval(compared);
      playIn.tap = null;
      stop.current = null;
      setGoing(false);
    };
    const timer = setTimeout(
      () => {
        end();
        const result = measured(clicks.slice(LEAD), taps);
        setFound(result ?? 'few');
        setDevice(by);
        if (result) set(Math.max(0, result.latency), by);
      },
      (BEFORE + (LEAD + TAPS) * APART + AFTER) * 1000,
    );
    // Who closes it hears no more clicks.
    stop.current = () => {
      end();
      player.stop();
    };
  };
  return (
    <section aria-label={say('play.latency')} className="card mb-2 p-2 text-sm">
      <p>
        {say('play.latency.how', { taps: TAPS, lead: LEAD })} {['on', 'two', 'alike'].includes(step) && say('play.latency.how.mic')}
      </p>
      <div className="mt-1.5 flex flex-wrap items-center gap-2">
        <button type="button" className="button button-small" disabled={going} onClick={() => void begin()}>
          {going ? say('play.latency.going', { count, of: TAPS }) : say('play.latency.begin')}
        </button>
        <span>{say('play.latency.of', { device: say(DEVICES[device] ?? 'play.device.midi', { name: device }) })}</span>
        <NumberField
          label={say('play.latency.typed')}
          className="field field-small w-16"
          value={value}
          low={0}
          high={MOST_LATENCY}
          take={(next) => set(next)}
        />
        ms
        <button type="button" className="button button-small ms-auto" onClick={done}>
          {say('play.latency.close')}
        </button>
      </div>
      <p role="status">
        {found === 'few'
          ? say('play.latency.few')
          : found && say(`play.latency.${found.sure}`, { ms: Math.max(0, found.latency), spread: Math.round(found.spread) })}
      </p>
    </section>
  );
}

const DEVICES: Record<string, 'play.device.pads' | 'play.device.keys' | 'play.device.mic'> = {
  pads: 'play.device.pads',
  keys: 'play.device.keys',
  microphone: 'play.device.mic',
};
