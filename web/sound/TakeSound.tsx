import { useEffect, useId, useState } from 'react';
import { api, at, reply } from '../api/client';
import type { Rendering, SoundOrder } from '../api/types';
import { NumberField } from '../ui/NumberField';
import { Notice } from '../ui/states';
import { useTask } from '../ui/useTask';
import { when } from '../ui/words';
import { useSay } from '../words/words';

const FORMATS = ['mp3', 'wav', 'flac', 'ogg'] as const satisfies SoundOrder['format'][];
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
  /** Whether all of them come one after another in one file, each once. */
  parade?: boolean;
};

/** A beat, or many, as sound to take away: mixed by the server just as they are played here. */
export function TakeSound({ ask, sections = [], title, parade = false }: Props) {
  const say = useSay();
  const [order, setOrder] = useState<SoundOrder>({ format: 'mp3', passes: 1, section: null, loop: false, rows: false, parade });
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
          aria-label={say('beat.sound.kind')}
          className="field field-small w-auto"
          value={order.format}
          onChange={(event) => change({ format: event.target.value as SoundOrder['format'] })}
        >
          {FORMATS.map((format) => (
            <option key={format} value={format}>
              {say(`beat.sound.${format}`)}
            </option>
          ))}
        </select>
        {sections.length > 1 && (
          <select
            aria-label={say('beat.sound.much')}
            className="field field-small w-auto"
            value={order.section ?? ''}
            onChange={(event) => change({ section: event.target.value || null })}
          >
            <option value="">{say('beat.sound.all')}</option>
            {sections.map((name) => (
              <option key={name} value={name}>
                {say('beat.sound.section', { name })}
              </option>
            ))}
          </select>
        )}
        {!parade && (
          <>
            <span className="whitespace-nowrap">
              <NumberField
                label={say('beat.sound.often')}
                value={order.passes ?? 1}
                low={1}
                high={MOST_PASSES}
                take={(passes) => change({ passes: Math.round(passes) })}
                refuse={(passes) => setError(say('beat.sound.impossible', { count: passes, most: MOST_PASSES }))}
              />{' '}
              {say('beat.sound.times', { count: order.passes ?? 1 })}
            </span>
            <label className="flex items-center gap-1.5" title={say('beat.sound.loop.title')}>
              <input type="checkbox" checked={order.loop} onChange={(event) => change({ loop: event.target.checked })} />
              {say('beat.sound.loop')}
            </label>
            <label className="flex items-center gap-1.5">
              <input type="checkbox" checked={order.rows} onChange={(event) => change({ rows: event.target.checked })} />
              {say('beat.sound.rows')}
            </label>
          </>
        )}
      </div>
      {order.loop && order.format === 'mp3' && <p className="mt-1 text-sm text-faint">{say('beat.sound.mp3.loop')}</p>}
      <div className="mt-2 flex flex-wrap items-center gap-2 text-sm" role="status">
        <button type="button" className="button" disabled={busy || going} onClick={() => void run(async () => setMade(await ask(order)))}>
          {say(busy || going ? 'beat.sound.mixing' : 'beat.sound.make')}
        </button>
        {going && (
          <>
            <progress aria-label={say('beat.sound.far')} value={made.done} max={1} className="w-24 accent-(--lamp)" />
            <button type="button" className="button button-small" onClick={() => void stop()}>
              {say('beat.stop')}
            </button>
          </>
        )}
        {made?.state === 'done' && (
          <a className="quiet-link min-w-0 break-words" href={`/api/renderings/${made.id}/file`} download={made.name}>
            {made.name}
          </a>
        )}
        {made?.state === 'done' && <span className="text-faint">{say('beat.sound.until', { when: when(made.endsAt) })}</span>}
        {made && made.left < LITTLE && <span className="text-faint">{say('beat.sound.left', { count: Math.floor(made.left / 60) })}</span>}
      </div>
      {(error || made?.state === 'failed') && (
        <div className="mt-2">
          <Notice>{error || say('beat.sound.failed')}</Notice>
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
