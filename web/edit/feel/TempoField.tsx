import { bounded } from '../../music/pattern';
import { beatTicks } from '../../music/time';
import { NumberField } from '../../ui/NumberField';
import type { Editor } from '../Editor';
import { useTap } from './useTap';

const BEATS: Record<string, string> = { '4': 'quarters', '4.': 'dotted quarters', '8': 'eighths', '2': 'halves' };

/** To type, to drag, to step and to tap. */
export function TempoField({ editor }: { editor: Editor }) {
  const { tempo } = editor.store.pattern;
  const factor = beatTicks(tempo.beat) / 960;
  const limits = editor.allowed.freedom?.tempo ?? { low: 20 * factor, high: 400 * factor };
  const [low, high] = [Math.max(20, Math.ceil(limits.low / factor)), Math.min(400, Math.floor(limits.high / factor))];
  const set = (bpm: number) => {
    const exact = bounded(Math.round(bpm * 100) / 100, low, high);
    editor.store.change('Change the tempo', (pattern) => ({ ...pattern, tempo: { ...pattern.tempo, bpm: exact } }));
  };
  const tap = useTap((bpm) => set(Math.round(bpm)));
  return (
    <fieldset aria-label="Tempo" className="flex min-w-0 items-end gap-1.5">
      <div className="flex flex-col">
        <span aria-hidden="true">Tempo</span>
        <NumberField
          label="Tempo"
          className="field mt-1 w-20"
          value={tempo.bpm}
          low={low}
          high={high}
          step={1}
          take={set}
          refuse={(bpm) => {
            set(bpm);
            editor.say(`The tempo goes from ${low} to ${high} here`);
          }}
        />
      </div>
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
      {editor.allowed.freedom === null && (
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
