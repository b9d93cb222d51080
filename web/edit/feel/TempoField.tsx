import { bounded } from '../../music/pattern';
import { beatTicks } from '../../music/time';
import { NumberField } from '../../ui/NumberField';
import { type Key, useSay } from '../../words/words';
import type { Editor } from '../Editor';
import { useTap } from './useTap';

const BEATS: Record<string, Key> = { '4': 'edit.snap.4', '4.': 'edit.beat.dotted', '8': 'edit.snap.8', '2': 'edit.beat.halves' };

/** To type, to drag, to step and to tap. */
export function TempoField({ editor }: { editor: Editor }) {
  const say = useSay();
  const { tempo } = editor.store.pattern;
  const factor = beatTicks(tempo.beat) / 960;
  const limits = editor.allowed.freedom?.tempo ?? { low: 20 * factor, high: 400 * factor };
  const [low, high] = [Math.max(20, Math.ceil(limits.low / factor)), Math.min(400, Math.floor(limits.high / factor))];
  const set = (bpm: number) => {
    const exact = bounded(Math.round(bpm * 100) / 100, low, high);
    editor.store.change(say('edit.tempo.change'), (pattern) => ({ ...pattern, tempo: { ...pattern.tempo, bpm: exact } }));
  };
  const tap = useTap((bpm) => set(Math.round(bpm)));
  return (
    <fieldset aria-label={say('edit.sign.Tempo')} className="flex min-w-0 items-end gap-1.5">
      <div className="flex flex-col">
        <span aria-hidden="true">{say('edit.sign.Tempo')}</span>
        <NumberField
          label={say('edit.sign.Tempo')}
          className="field mt-1 w-20"
          value={tempo.bpm}
          low={low}
          high={high}
          step={1}
          take={set}
          refuse={(bpm) => {
            set(bpm);
            editor.say(say('edit.tempo.range', { low, high }));
          }}
        />
      </div>
      <span className="joined flex-nowrap">
        <button
          type="button"
          className="button"
          aria-label={say('edit.tempo.slower')}
          disabled={tempo.bpm <= low}
          onClick={() => set(tempo.bpm - 1)}
        >
          −
        </button>
        <button
          type="button"
          className="button"
          aria-label={say('edit.tempo.faster')}
          disabled={tempo.bpm >= high}
          onClick={() => set(tempo.bpm + 1)}
        >
          +
        </button>
      </span>
      <input
        type="range"
        aria-label={say('edit.tempo.drag')}
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
          aria-label={say('edit.tempo.counts')}
          className="field"
          value={tempo.beat ?? '4'}
          onChange={(event) => {
            const beat = event.target.value;
            editor.store.change(say('edit.tempo.countsChange'), (pattern) => ({ ...pattern, tempo: { ...pattern.tempo, beat } }));
          }}
        >
          {Object.entries(BEATS).map(([beat, label]) => (
            <option key={beat} value={beat}>
              {say(label)}
            </option>
          ))}
        </select>
      )}
      <button type="button" className="button" onClick={tap} title={say('edit.tempo.tapTitle')}>
        {say('edit.tempo.tap')}
      </button>
    </fieldset>
  );
}
