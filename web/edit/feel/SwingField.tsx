import type { Music } from '../../api/types';
import type { Editor } from '../Editor';

/** One control, with straight and triplet marked, for eighths or sixteenths. */
export function SwingField({ editor, music }: { editor: Editor; music: Music }) {
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
