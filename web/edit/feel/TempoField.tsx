import { NumberField } from '../../ui/NumberField';
import { Slider } from '../../ui/Slider';
import { type Key, useSay } from '../../words/words';
import type { Editor } from '../Editor';
import { setTempo, tempoRange } from './tempo';

const BEATS: Record<string, Key> = { '4': 'panels.snap.4', '4.': 'panels.beat.dotted', '8': 'panels.snap.8', '2': 'panels.beat.halves' };

/** To type, to drag, to step and to tap. */
export function TempoField({ editor, tap }: { editor: Editor; tap: () => void }) {
  const say = useSay();
  const { tempo } = editor.store.pattern;
  const { low, high } = tempoRange(editor);
  const set = (bpm: number) => setTempo(editor, bpm);
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
            editor.say(say('panels.tempo.range', { low, high }));
          }}
        />
      </div>
      <span className="joined flex-nowrap">
        <button
          type="button"
          className="button"
          aria-label={say('panels.tempo.slower')}
          disabled={tempo.bpm <= low}
          onClick={() => set(tempo.bpm - 1)}
        >
          −
        </button>
        <button
          type="button"
          className="button"
          aria-label={say('panels.tempo.faster')}
          disabled={tempo.bpm >= high}
          onClick={() => set(tempo.bpm + 1)}
        >
          +
        </button>
      </span>
      <Slider
        label={say('panels.tempo.drag')}
        className="slider mb-1 w-24"
        low={low}
        high={high}
        step={1}
        fine={0.1}
        value={tempo.bpm}
        begin={() => editor.store.begin()}
        end={() => editor.store.end()}
        take={set}
      />
      {editor.allowed.freedom === null && (
        <select
          aria-label={say('panels.tempo.counts')}
          className="field"
          value={tempo.beat ?? '4'}
          onChange={(event) => {
            const beat = event.target.value;
            editor.store.change(say('panels.tempo.countsChange'), (pattern) => ({ ...pattern, tempo: { ...pattern.tempo, beat } }));
          }}
        >
          {Object.entries(BEATS).map(([beat, label]) => (
            <option key={beat} value={beat}>
              {say(label)}
            </option>
          ))}
        </select>
      )}
      <button type="button" className="button" onClick={tap} title={say('panels.tempo.tapTitle')}>
        {say('panels.tempo.tap')}
      </button>
    </fieldset>
  );
}
