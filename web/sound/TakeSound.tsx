import { useEffect, useId, useState } from 'react';
import { api, at, reply } from '../api/client';
import type { Rendering, SoundOrder } from '../api/types';
import { NumberField } from '../ui/NumberField';
import { Notice } from '../ui/states';
import { useTask } from '../ui/useTask';
import { plural, when } from '../ui/words';

const FORMATS: { value: SoundOrder['format']; label: string }[] = [
  { value: 'mp3', label: 'MP3, small' },
  { value: 'wav', label: 'WAV, for everything' },
  { value: 'flac', label: 'FLAC, whole and smaller' },
  { value: 'ogg', label: 'Ogg Vorbis, small and open' },
];
const MOST_PASSES = 64;
/** Milliseconds between two looks at how far it is. */
const EVERY = 700;
/** Seconds of sound left for the day of which one is told. */
const LITTLE = 3600;

type Props = {
  /** Sends what is wanted. */
  ask: (order: SoundOrder) => Promise<Rendering>;
  /** The sections of the one beat; empty for the beats of several people. */
  sections?: string[];
  title: string;
};

/** A beat, or many, as sound to take away: mixed by the server just as they are played here. */
export function TakeSound({ ask, sections = [], title }: Props) {
  const [order, setOrder] = useState<SoundOrder>({ format: 'mp3', passes: 1, section: null, loop: false, rows: false });
  const [made, setMade] = useState<Rendering | null>(null);
  const { busy, error, setError, run } = useTask();
  const heading = useId();
  const change = (part: Partial<SoundOrder>) => setOrder((now) => ({ ...now, ...part }));
  const going = made !== null && (made.state === 'waiting' || made.state === 'going');
  useFollowing(made, setMade, setError);
  const stop = async () => {
    if (!made) return;
    await run(() => reply(api.DELETE('/api/renderings/{id}', at({ id: made.id }))));
    setMade(null);
  };
  return (
    <section aria-labelledby={heading} className="card p-3">
      <h2 id={heading}>{title}</h2>
      <div className="mt-2 flex flex-wrap items-center gap-x-3 gap-y-1.5 text-sm">
        <select
          aria-label="Kind of file"
          className="field field-small w-auto"
          value={order.format}
          onChange={(event) => change({ format: event.target.value as SoundOrder['format'] })}
        >
          {FORMATS.map(({ value, label }) => (
            <option key={value} value={value}>
              {label}
            </option>
          ))}
        </select>
        {sections.length > 1 && (
          <select
            aria-label="How much of it"
            className="field field-small w-auto"
            value={order.section ?? ''}
            onChange={(event) => change({ section: event.target.value || null })}
          >
            <option value="">all of it</option>
            {sections.map((name) => (
              <option key={name} value={name}>
                section {name}
              </option>
            ))}
          </select>
        )}
        <span className="whitespace-nowrap">
          <NumberField
            label="How many times"
            value={order.passes ?? 1}
            low={1}
            high={MOST_PASSES}
            take={(passes) => change({ passes: Math.round(passes) })}
            refuse={(passes) => setError(`${passes} times is not possible; it goes from 1 to ${MOST_PASSES}.`)}
          />{' '}
          {order.passes === 1 ? 'time' : 'times'}
        </span>
        <label className="flex items-center gap-1.5" title="What rings on at its end is heard at its beginning">
          <input type="checkbox" checked={order.loop} onChange={(event) => change({ loop: event.target.checked })} />
          seamless loop
        </label>
        <label className="flex items-center gap-1.5">
          <input type="checkbox" checked={order.rows} onChange={(event) => change({ rows: event.target.checked })} />a file for each row
        </label>
      </div>
      {order.loop && order.format === 'mp3' && (
        <p className="mt-1 text-sm text-faint">Some players pause between turns of an MP3. WAV and FLAC always go round.</p>
      )}
      <div className="mt-2 flex flex-wrap items-center gap-2 text-sm" role="status">
        <button type="button" className="button" disabled={busy || going} onClick={() => void run(async () => setMade(await ask(order)))}>
          {busy || going ? 'Mixing …' : 'Make the sound'}
        </button>
        {going && (
          <>
            <progress aria-label="How far the sound is mixed" value={made.done} max={1} className="w-24 accent-(--lamp)" />
            <button type="button" className="button button-small" onClick={() => void stop()}>
              Stop
            </button>
          </>
        )}
        {made?.state === 'done' && (
          <a className="quiet-link min-w-0 break-words" href={`/api/renderings/${made.id}/file`} download={made.name}>
            {made.name}
          </a>
        )}
        {made?.state === 'done' && <span className="text-faint">The link holds until {when(made.endsAt)}.</span>}
        {made && made.left < LITTLE && (
          <span className="text-faint">You can mix {plural(Math.floor(made.left / 60), 'more minute', 'more minutes')} today.</span>
        )}
      </div>
      {(error || made?.state === 'failed') && (
        <div className="mt-2">
          <Notice>{error || 'The sound could not be mixed; try it once more, or tell who keeps this server.'}</Notice>
        </div>
      )}
    </section>
  );
}

/** Looks how far it is until it is done; then the file comes by itself. */
function useFollowing(made: Rendering | null, setMade: (made: Rendering | null) => void, setError: (sentence: string) => void) {
  useEffect(() => {
    if (!made) return;
    if (made.state === 'done') {
      const link = document.createElement('a');
      link.href = `/api/renderings/${made.id}/file`;
      link.download = made.name;
      link.click();
    }
    if (made.state !== 'waiting' && made.state !== 'going') return;
    const timer = setTimeout(() => {
      reply(api.GET('/api/renderings/{id}', at({ id: made.id }))).then(setMade, (problem: Error) => {
        setError(problem.message);
        setMade({ ...made });
      });
    }, EVERY);
    return () => clearTimeout(timer);
  }, [made, setMade, setError]);
}
