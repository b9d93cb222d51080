import type { Meter } from '../api/types';

export const CLICKS = ['click', 'claves', 'cowbell'] as const;
export type Metronome = {
  sound: (typeof CLICKS)[number];
  /** Into how many parts each beat is divided. */
  parts: 1 | 2 | 3 | 4;
  /** Whether the groups of the meter are accented. */
  groups: boolean;
};
export const USUAL: Metronome = { sound: 'click', parts: 1, groups: true };

/** How strong a click is: the bar's first, a group's first, a beat, a part of one. */
export const STRENGTH = { bar: 118, group: 96, beat: 72, part: 40 } as const;
export type Click = { at: number; velocity: number };

/** The clicks of one bar, in its ticks. */
export function clicks(meter: Meter, music: { barTicks: number; beatTicks: number }, { parts, groups }: Metronome): Click[] {
  const unit = music.barTicks / meter.count;
  const starts = new Set<number>();
  let start = 0;
  for (const group of meter.groups ?? []) {
    starts.add(start);
    start += group * unit;
  }
  // Where every beat is a group of its own, none stands out.
  const grouped = groups && starts.size > 1 && starts.size < music.barTicks / music.beatTicks;
  const list: Click[] = [];
  for (let beat = 0; beat < music.barTicks; beat += music.beatTicks) {
    const velocity = beat === 0 ? STRENGTH.bar : grouped && starts.has(beat) ? STRENGTH.group : STRENGTH.beat;
    list.push({ at: beat, velocity });
    for (let part = 1; part < parts; part++) list.push({ at: beat + (part * music.beatTicks) / parts, velocity: STRENGTH.part });
  }
  return list.filter(({ at }) => at < music.barTicks);
}
