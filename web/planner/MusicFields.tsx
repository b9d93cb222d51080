import { useSyncExternalStore } from 'react';
import type { Catalogue } from '../api/types';
import type { PatternStore } from '../music/PatternStore';
import { METERS, SWINGS, sameMeter } from './plan';
import { withBars, withMeter, withoutRow, withRow, withSwing } from './target';

const BEATS: Record<string, string> = { '4': 'quarters', '4.': 'dotted quarters', '8': 'eighths', '2': 'halves' };

type Props = { store: PatternStore; catalogue: Catalogue; locked: boolean };

/** Meter, tempo, swing, length and instruments of the task. All are part of the target, so undo brings them back. */
export function MusicFields({ store, catalogue, locked }: Props) {
  const target = useSyncExternalStore(store.subscribe, () => store.pattern);
  const { meter, tempo, swing = { percent: 50, unit: 16 } } = target;
  const section = target.sections[0];
  const meters = METERS.some((one) => sameMeter(one, meter)) ? METERS : [meter, ...METERS];
  const swings = SWINGS.some((one) => one.percent === swing.percent && one.unit === swing.unit)
    ? SWINGS
    : [{ ...swing, label: `Swing ${swing.percent} of ${swing.unit}ths` }, ...SWINGS];
  const offered = catalogue.kits.find((kit) => kit.name === target.kit) ?? catalogue.kits[0];
  return (
    <fieldset disabled={locked} className="mb-3 flex flex-wrap items-end gap-3 text-sm">
      <legend className="sr-only">What the task fixes</legend>
      <label>
        Meter
        <select
          className="field mt-1"
          value={meters.findIndex((one) => sameMeter(one, meter))}
          onChange={(event) => store.change('Change the meter', withMeter(meters[Number(event.target.value)] ?? meter))}
        >
          {meters.map((one, i) => (
            <option key={JSON.stringify(one)} value={i}>
              {one.count}/{one.unit}
              {one.groups && Math.max(...one.groups) > 1 ? ` (${one.groups.join(' + ')})` : ''}
            </option>
          ))}
        </select>
      </label>
      <label className="flex flex-col">
        Tempo
        <input
          type="number"
          className="field mt-1 w-24"
          min={20}
          max={400}
          value={tempo.bpm}
          onChange={(event) =>
            event.target.valueAsNumber >= 20 &&
            event.target.valueAsNumber <= 400 &&
            store.change('Change the tempo', (pattern) => ({
              ...pattern,
              tempo: { ...pattern.tempo, bpm: Math.round(event.target.valueAsNumber * 100) / 100 },
            }))
          }
        />
      </label>
      <label>
        counted in
        <select
          className="field mt-1"
          value={tempo.beat ?? '4'}
          onChange={(event) =>
            store.change('Change what the tempo counts', (pattern) => ({
              ...pattern,
              tempo: { ...pattern.tempo, beat: event.target.value },
            }))
          }
        >
          {Object.entries(BEATS).map(([beat, label]) => (
            <option key={beat} value={beat}>
              {label}
            </option>
          ))}
        </select>
      </label>
      <label>
        Feel
        <select
          className="field mt-1"
          value={swings.findIndex((one) => one.percent === swing.percent && one.unit === swing.unit)}
          onChange={(event) =>
            store.change('Change the swing', (pattern) => withSwing(pattern, swings[Number(event.target.value)] ?? swing))
          }
        >
          {swings.map((one, i) => (
            <option key={one.label} value={i}>
              {one.label}
            </option>
          ))}
        </select>
      </label>
      <label>
        Bars
        <select
          className="field mt-1"
          value={section?.bars ?? 1}
          onChange={(event) => store.change('Change the length', withBars(Number(event.target.value)))}
        >
          {Array.from({ length: catalogue.limits.bars }, (_, i) => i + 1).map((bars) => (
            <option key={bars} value={bars}>
              {bars}
            </option>
          ))}
        </select>
      </label>
      <details className="w-full">
        <summary>Instruments: {section?.rows.length ?? 0} offered</summary>
        <div className="mt-2 flex flex-wrap gap-1.5">
          {offered?.sounds.map(({ instrument }) => {
            const has = section?.rows.some((row) => row.instrument === instrument) ?? false;
            const label = catalogue.instruments.find((one) => one.name === instrument)?.label ?? instrument;
            return (
              <button
                key={instrument}
                type="button"
                className="button"
                aria-pressed={has}
                disabled={has && section?.rows.length === 1}
                onClick={() =>
                  store.change(`${has ? 'Take away' : 'Offer'} ${label.toLowerCase()}`, has ? withoutRow(instrument) : withRow(instrument))
                }
              >
                {label}
              </button>
            );
          })}
        </div>
      </details>
    </fieldset>
  );
}
