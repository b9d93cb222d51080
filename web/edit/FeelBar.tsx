import { useQueryClient } from '@tanstack/react-query';
import { useEffect, useRef, useState, useSyncExternalStore } from 'react';
import { call } from '../api/client';
import type { Meter, Music, Pattern, Remetered } from '../api/types';
import { barsSet } from '../music/form';
import { bounded } from '../music/pattern';
import { beatTicks } from '../music/time';
import { Notice } from '../ui/states';
import { plural, tempoWords } from '../ui/words';
import type { Editor } from './Editor';
import { meterName, sameMeter } from './meters';
import { fetchMusic } from './useMusic';

type Props = { editor: Editor; music: Music; counting: 'steps' | 'syllables' | 'bar-beat'; locked: boolean };

/** Meter, tempo and swing: to be set where the task leaves them open, in words where it does not. */
export function FeelBar({ editor, music, counting, locked }: Props) {
  const pattern = useSyncExternalStore(editor.store.subscribe, () => editor.store.pattern);
  const { freedom } = editor;
  const open = (what: boolean | undefined) => !locked && (freedom === null || Boolean(what));
  const swing = pattern.swing ?? { percent: 50, unit: 16 };
  const fixed = [
    !open(freedom?.meter) && meterName(pattern.meter),
    !open(Boolean(freedom?.tempo)) && tempoWords(pattern.tempo),
    !open(freedom?.swing) && swing.percent > 50 && `swing ${swing.percent} of ${swing.unit === 8 ? 'eighths' : 'sixteenths'}`,
  ].filter(Boolean);
  return (
    <div className="mb-2 flex flex-wrap items-end gap-x-5 gap-y-2 text-sm">
      {open(freedom?.meter) && <MeterField editor={editor} counting={counting} />}
      {open(Boolean(freedom?.tempo)) && <TempoField editor={editor} />}
      {open(freedom?.swing) && <SwingField editor={editor} music={music} />}
      {open(freedom?.form) && <BarsField editor={editor} />}
      {fixed.length > 0 && <p className="self-center text-faint">{fixed.join(' · ')}</p>}
    </div>
  );
}

/** How many bars the section has; bars are added and taken away at its end. */
function BarsField({ editor }: { editor: Editor }) {
  useSyncExternalStore(editor.subscribe, () => editor.state.section);
  const { section } = editor;
  const set = (bars: number) => {
    const before = section.rows.reduce((sum, row) => sum + row.hits.length, 0);
    editor.mark(null);
    editor.store.change(`Make it ${plural(bars, 'bar')}`, (pattern) => barsSet(pattern, editor.index, bars, editor.music.barTicks));
    const lost = before - editor.section.rows.reduce((sum, row) => sum + row.hits.length, 0);
    editor.say(lost > 0 ? `${plural(lost, 'hit')} went with the bars; undo brings them back` : `${plural(bars, 'bar')} now`);
  };
  return (
    <label className="flex w-16 flex-col">
      Bars
      <select className="field mt-1" value={section.bars} onChange={(event) => set(Number(event.target.value))}>
        {Array.from({ length: editor.catalogue.limits.bars }, (_, i) => i + 1).map((bars) => (
          <option key={bars} value={bars}>
            {bars}
          </option>
        ))}
      </select>
    </label>
  );
}

/** Changing the meter keeps every hit that still fits, and asks before one is lost. */
function MeterField({ editor, counting }: { editor: Editor; counting: Props['counting'] }) {
  const queries = useQueryClient();
  const { meter } = editor.store.pattern;
  const [asked, setAsked] = useState<{ meter: Meter; answer: Remetered } | null>(null);
  const [error, setError] = useState('');
  const listed = editor.catalogue.meters;
  const meters = listed.some((one) => sameMeter(one, meter)) ? listed : [meter, ...listed];
  const take = (to: Meter, answer: Remetered) => {
    setAsked(null);
    const tempo = editor.freedom && !editor.freedom.tempo ? { tempo: editor.store.pattern.tempo } : {};
    editor.mark(null);
    editor.store.change(`Change the meter to ${to.count}/${to.unit}`, () => ({ ...answer.pattern, ...tempo }));
    editor.say(`Now in ${to.count}/${to.unit}`);
  };
  const choose = async (to: Meter) => {
    setError('');
    try {
      await fetchMusic(queries, to, counting);
      // Whoever edits while the core computes is waited for: it computes again from what there is then.
      let answer: Remetered;
      let sent: Pattern;
      do {
        sent = editor.store.pattern;
        answer = await call<Remetered>('POST', '/api/edit/remeter', { pattern: sent, meter: to });
      } while (sent !== editor.store.pattern);
      if (answer.lost.length > 0) setAsked({ meter: to, answer });
      else take(to, answer);
    } catch (problem) {
      setError((problem as Error).message);
    }
  };
  return (
    <>
      <label className="flex w-32 flex-col">
        Meter
        <select
          className="field mt-1"
          value={meters.findIndex((one) => sameMeter(one, meter))}
          onChange={(event) => void choose(meters[Number(event.target.value)] ?? meter)}
        >
          {meters.map((one, i) => (
            <option key={meterName(one)} value={i}>
              {meterName(one)}
            </option>
          ))}
        </select>
      </label>
      {error && <Notice>{error}</Notice>}
      {asked && (
        <Notice>
          <p>
            {plural(asked.answer.lost.length, 'hit does', 'hits do')} not fit into {asked.meter.count}/{asked.meter.unit} and would go.
          </p>
          <p className="mt-2 flex gap-2">
            <button type="button" className="button" onClick={() => take(asked.meter, asked.answer)}>
              Change the meter all the same
            </button>
            <button type="button" className="button" onClick={() => setAsked(null)}>
              Stay in {meter.count}/{meter.unit}
            </button>
          </p>
        </Notice>
      )}
    </>
  );
}

const BEATS: Record<string, string> = { '4': 'quarters', '4.': 'dotted quarters', '8': 'eighths', '2': 'halves' };

/** To type, to drag, to step and to tap. */
function TempoField({ editor }: { editor: Editor }) {
  const { tempo } = editor.store.pattern;
  const factor = beatTicks(tempo.beat) / 960;
  const limits = editor.freedom?.tempo ?? { low: 20 * factor, high: 400 * factor };
  const [low, high] = [Math.max(20, Math.ceil(limits.low / factor)), Math.min(400, Math.floor(limits.high / factor))];
  const [typed, setTyped] = useState<string | null>(null);
  const set = (bpm: number) => {
    const exact = bounded(Math.round(bpm * 100) / 100, low, high);
    editor.store.change('Change the tempo', (pattern) => ({ ...pattern, tempo: { ...pattern.tempo, bpm: exact } }));
  };
  const take = () => {
    const value = Number(typed?.replace(',', '.'));
    if (typed !== null && typed.trim() !== '' && Number.isFinite(value)) {
      set(value);
      if (value < low || value > high) editor.say(`The tempo goes from ${low} to ${high} here`);
    }
    setTyped(null);
  };
  const tap = useTap((bpm) => set(Math.round(bpm)));
  return (
    <fieldset aria-label="Tempo" className="flex min-w-0 items-end gap-1.5">
      <label className="flex flex-col">
        Tempo
        <input
          className="field mt-1 w-20"
          inputMode="decimal"
          value={typed ?? String(tempo.bpm)}
          onChange={(event) => setTyped(event.target.value)}
          onBlur={take}
          onKeyDown={(event) => {
            if (event.key === 'Enter') take();
            if (event.key === 'ArrowUp' || event.key === 'ArrowDown') {
              event.preventDefault();
              setTyped(null);
              set(tempo.bpm + (event.key === 'ArrowUp' ? 1 : -1));
            }
          }}
        />
      </label>
      <span className="joined flex-nowrap">
        <button type="button" className="button" aria-label="A step slower" disabled={tempo.bpm <= low} onClick={() => set(tempo.bpm - 1)}>
          −
        </button>
        <button type="button" className="button" aria-label="A step faster" disabled={tempo.bpm >= high} onClick={() => set(tempo.bpm + 1)}>
          +
        </button>
      </span>
      <input
        type="range"
        aria-label="Tempo, by dragging"
        className="slider mb-1 w-24"
        min={low}
        max={high}
        value={tempo.bpm}
        onPointerDown={() => editor.store.begin()}
        onPointerUp={() => editor.store.end()}
        onChange={(event) => set(event.target.valueAsNumber)}
      />
      {editor.freedom === null && (
        <select
          aria-label="The tempo counts"
          className="field"
          value={tempo.beat ?? '4'}
          onChange={(event) => {
            const beat = event.target.value;
            editor.store.change('Change what the tempo counts', (pattern) => ({ ...pattern, tempo: { ...pattern.tempo, beat } }));
          }}
        >
          {Object.entries(BEATS).map(([beat, label]) => (
            <option key={beat} value={beat}>
              {label}
            </option>
          ))}
        </select>
      )}
      <button type="button" className="button" onClick={tap} title="Tap the beat here, or with T">
        Tap
      </button>
    </fieldset>
  );
}

const TAPS = 6;
const LONGEST = 3000;

/** Calls with the tempo of the last taps, by press and by T. */
function useTap(heard: (bpm: number) => void): () => void {
  const taps = useRef<number[]>([]);
  const latest = useRef(heard);
  latest.current = heard;
  const tap = useRef(() => {
    const now = performance.now();
    const known = taps.current;
    if (now - (known.at(-1) ?? 0) > LONGEST) known.length = 0;
    known.push(now);
    if (known.length > TAPS) known.shift();
    if (known.length > 1) latest.current((60_000 * (known.length - 1)) / (now - (known[0] ?? now)));
  });
  useEffect(() => {
    const key = (event: KeyboardEvent) => {
      if (event.key.toLowerCase() !== 't' || event.ctrlKey || event.metaKey || event.altKey) return;
      if ((event.target as HTMLElement).closest('input, textarea, select, [role=listbox], [role=combobox]')) return;
      tap.current();
    };
    document.addEventListener('keydown', key);
    return () => document.removeEventListener('keydown', key);
  }, []);
  return tap.current;
}

/** One control, with straight and triplet marked, for eighths or sixteenths. */
function SwingField({ editor, music }: { editor: Editor; music: Music }) {
  const swing = editor.store.pattern.swing ?? { percent: 50, unit: 16 };
  const set = (change: Partial<typeof swing>) => {
    const next = { ...swing, ...change };
    const percent = next.percent === 67 && music.grooves ? 66.67 : next.percent;
    editor.store.change('Change the swing', (pattern) => ({ ...pattern, swing: { ...next, percent } }));
  };
  const words = swing.percent <= 50 ? 'straight' : swing.percent === 66.67 ? 'triplet' : `${swing.percent} percent`;
  return (
    <fieldset aria-label="Swing" className="flex min-w-0 items-end gap-2">
      <label>
        Swing: {words}
        <input
          type="range"
          className="slider mt-1 block w-32"
          min={50}
          max={75}
          step={1}
          list="swings"
          value={Math.round(swing.percent)}
          aria-valuetext={words}
          onPointerDown={() => editor.store.begin()}
          onPointerUp={() => editor.store.end()}
          onChange={(event) => set({ percent: event.target.valueAsNumber })}
        />
        <datalist id="swings">
          <option value={50} label="straight" />
          <option value={67} label="triplet" />
        </datalist>
        <span aria-hidden="true" className="relative block h-3.5 w-32 text-[0.68rem] leading-none text-faint">
          <span className="absolute left-0">straight</span>
          <span className="absolute left-[66%] -translate-x-1/2">triplet</span>
        </span>
      </label>
      <select
        aria-label="What swings"
        className="field w-auto"
        value={swing.unit}
        onChange={(event) => set({ unit: Number(event.target.value) })}
      >
        <option value={8}>eighths</option>
        <option value={16}>sixteenths</option>
      </select>
    </fieldset>
  );
}
