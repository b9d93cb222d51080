import { useRef } from 'react';
import type { Music } from '../../api/types';
import { bounded } from '../../music/pattern';
import { swingUnit } from '../../music/swing';
import { NumberField } from '../../ui/NumberField';
import { Slider } from '../../ui/Slider';
import { useSay } from '../../words/words';
import type { Editor } from '../Editor';

/** Straight and triplet, as the slider has them; a hand that is near is there. */
const HELD = [50, 67];
const NEAR = 1;
const snapped = (percent: number): number => HELD.find((held) => Math.abs(held - percent) <= NEAR) ?? percent;

/** One control, with straight and triplet marked, for eighths or sixteenths. */
export function SwingField({ editor, music }: { editor: Editor; music: Music }) {
  const say = useSay();
  const swing = editor.store.pattern.swing ?? { percent: 50, unit: 16 };
  const dragged = useRef(false);
  const set = (change: Partial<typeof swing>) => {
    const next = { ...swing, ...change };
    // Swing that begins takes the smallest note value that the beat has: of another one nothing would be heard.
    if (swing.percent <= 50 && next.percent > 50 && change.unit === undefined) {
      const unit = swingUnit(editor.store.pattern);
      if (unit) next.unit = unit;
      else editor.say(say('panels.swing.none'));
    }
    const percent = next.percent === 67 && music.grooves ? 66.67 : bounded(Math.round(next.percent), 50, 75);
    editor.store.change(say('panels.swing.change'), (pattern) => ({ ...pattern, swing: { ...next, percent } }));
  };
  const words =
    swing.percent <= 50 ? 'straight' : swing.percent === 66.67 ? 'triplet' : say('panels.swing.percent', { percent: swing.percent });
  return (
    <fieldset aria-label={say('edit.sign.Swing')} className="flex min-w-0 items-end gap-2">
      <div>
        {say('panels.swing.sign', { words })}
        <Slider
          label={say('panels.swing.sign', { words })}
          className="slider mt-1 block w-32"
          low={50}
          high={75}
          step={1}
          fine={0.1}
          usual={50}
          list="swings"
          value={swing.percent}
          words={words}
          begin={() => {
            dragged.current = true;
            editor.store.begin();
          }}
          end={() => {
            dragged.current = false;
            editor.store.end();
          }}
          take={(percent) => set({ percent: dragged.current && Number.isInteger(percent) ? snapped(percent) : percent })}
        />
        <datalist id="swings">
          <option value={50} />
          <option value={67} />
        </datalist>
      </div>
      <span className="joined flex-nowrap">
        <button type="button" className="button" aria-pressed={swing.percent <= 50} onClick={() => set({ percent: 50 })}>
          {say('panels.swing.straight')}
        </button>
        <button type="button" className="button" aria-pressed={swing.percent === 66.67} onClick={() => set({ percent: 67 })}>
          {say('panels.swing.triplet')}
        </button>
      </span>
      <NumberField
        label={say('panels.swing.typed')}
        className="field w-20"
        value={swing.percent}
        low={50}
        high={75}
        step={1}
        take={(percent) => set({ percent })}
        refuse={(percent) => {
          set({ percent });
          editor.say(say('panels.swing.range'));
        }}
      />
      <select
        aria-label={say('panels.swing.what')}
        className="field w-auto"
        value={swing.unit}
        onChange={(event) => set({ unit: Number(event.target.value) })}
      >
        <option value={8}>{say('panels.snap.8')}</option>
        <option value={16}>{say('panels.snap.16')}</option>
      </select>
    </fieldset>
  );
}
