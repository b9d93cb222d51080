import type { NotatedBar, Pattern } from '../api/types';
import { orderOf } from '../music/form';

/** A bar of the staff: what stands in it, and the ticks of the pass at which it is played, once for every repeat. */
export type StaffBar = {
  bar: NotatedBar;
  number: number;
  /** Over its beginning, the name of a section; empty within one. */
  name: string;
  starts: number[];
  /** Whether a repeat begins here, and how often the repeat that ends here is played; 1 for none. */
  opens: boolean;
  times: number;
};

/**
 * The bars of the staff: sections in their order, what is played several times once, between repeats.
 * @param staff the bars of each section
 */
export function staffBars(pattern: Pattern, staff: NotatedBar[][], barTicks: number): StaffBar[] {
  const told = pattern.sections.length > 1;
  const bars: StaffBar[] = [];
  let start = 0;
  for (const { section, times } of orderOf(pattern)) {
    const found = staff[pattern.sections.findIndex(({ name }) => name === section)] ?? [];
    const length = found.length * barTicks;
    found.forEach((bar, b) => {
      bars.push({
        bar,
        number: bars.length + 1,
        name: told && b === 0 ? section : '',
        starts: Array.from({ length: times }, (_, turn) => start + turn * length + b * barTicks),
        opens: times > 1 && b === 0,
        times: b === found.length - 1 ? times : 1,
      });
    });
    start += times * length;
  }
  return bars;
}

/** Where the bars and their notes stand in a line, in pixels. */
export type BarPlace = { bar: StaffBar; from: number; to: number; notes: { at: number; x: number }[] };

/** Where a tick of the pass lies in a line; null where it is not in it. */
export function xOf(places: BarPlace[], tick: number, barTicks: number): number | null {
  for (const { bar, from, to, notes } of places) {
    const start = bar.starts.find((one) => tick >= one && tick < one + barTicks);
    if (start === undefined) continue;
    const within = tick - start;
    const before = notes.findLast(({ at }) => at <= within) ?? { at: 0, x: notes[0]?.at === 0 ? notes[0].x : from };
    const after = notes.find(({ at }) => at > within) ?? { at: barTicks, x: to };
    const part = after.at === before.at ? 0 : (within - before.at) / (after.at - before.at);
    return before.x + part * (after.x - before.x);
  }
  return null;
}

/** The tick of the pass of the note that is nearest to a place in a line. */
export function tickAt(places: BarPlace[], x: number): number | null {
  const notes = places.flatMap(({ bar, notes }) => notes.map((note) => ({ tick: (bar.starts[0] ?? 0) + note.at, x: note.x })));
  return (
    notes.reduce<(typeof notes)[number] | null>((near, one) => (near && Math.abs(near.x - x) <= Math.abs(one.x - x) ? near : one), null)
      ?.tick ?? null
  );
}
