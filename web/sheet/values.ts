import type { Music } from '../api/types';
import type { HeadValue } from './Note';

/** Where notes are beamed together: the first ticks of beats or groups, and the length of a bar. */
export type Spans = { starts: readonly number[]; barTicks: number };

/** How a hit is written: its head, its flags (one an eighth, two a sixteenth …), whether it is part of a triplet, and its span. */
export type Written = { head: HeadValue; flags: number; triplet: boolean; span: number };

/** Ticks of plain and dotted values, the longest first; and of triplets. */
const PLAIN: readonly [number, boolean][] = [
  [3840, false],
  [2880, true],
  [1920, false],
  [1440, true],
  [960, false],
  [720, true],
  [480, false],
  [360, true],
  [240, false],
  [120, false],
  [60, false],
];
const TRIPLETS: readonly number[] = [1280, 640, 320, 160, 80];

export function spansOf({ words, barTicks }: Pick<Music, 'words' | 'barTicks'>): Spans {
  return { starts: words.filter(({ weight }) => weight > 0).map(({ at }) => at), barTicks };
}

/**
 * The note values of one row: each hit lasts to the next one, off the beat no further than the beat, and never beyond its bar.
 *
 * @param ats ticks of its hits, rising
 */
export function valuesOf(ats: readonly number[], { starts, barTicks }: Spans): Map<number, Written> {
  const written = new Map<number, Written>();
  ats.forEach((at, index) => {
    const span = starts.findLastIndex((start) => start <= at);
    const barEnd = (Math.floor(at / barTicks) + 1) * barTicks;
    const end = starts[span] === at ? barEnd : Math.min(barEnd, starts[span + 1] ?? barEnd);
    const length = Math.min(end, ats[index + 1] ?? end) - at;
    const triplet = at % 120 !== 0 ? at % 80 === 0 : length % 120 !== 0 && length % 80 === 0;
    const value: readonly [number, boolean] = triplet
      ? [TRIPLETS.find((ticks) => ticks <= length) ?? 80, false]
      : (PLAIN.find(([ticks, dotted]) => (dotted ? ticks === length : ticks <= length)) ?? [60, false]);
    // A triplet eighth is written as an eighth: two thirds of it.
    const undotted = value[1] ? (value[0] * 2) / 3 : triplet ? value[0] * 1.5 : value[0];
    const head = `${undotted >= 1920 ? 'hollow' : 'full'}${value[1] ? '.' : ''}` as HeadValue;
    written.set(at, { head, flags: Math.max(0, Math.round(Math.log2(960 / undotted))), triplet, span });
  });
  return written;
}

/** A stretch of a beam: from one hit to another, or a stub at one of them (−1 towards the one before, 1 towards the next). */
export type Beam = { level: number; from: number; to: number } | { level: number; at: number; stub: -1 | 1 };

/** Hits that stand alone get flags; neighbours of one span are joined by beams. */
export function beamsOf(written: ReadonlyMap<number, Written>): { beams: Beam[]; flagged: number[]; triplets: [number, number][] } {
  const beams: Beam[] = [];
  const flagged: number[] = [];
  const triplets: [number, number][] = [];
  const all = [...written].sort(([a], [b]) => a - b);
  const joins = (a: [number, Written] | undefined, b: [number, Written] | undefined, level: number) =>
    a !== undefined && b !== undefined && a[1].span === b[1].span && a[1].flags >= level && b[1].flags >= level;
  all.forEach((one, index) => {
    const [at, { flags, triplet, span }] = one;
    const [before, next] = [all[index - 1], all[index + 1]];
    if (triplet && before?.[1].span !== span) {
      const last = all.findLast((other) => other[1].span === span);
      triplets.push([at, last?.[0] ?? at]);
    }
    if (flags > 0 && !joins(before, one, 1) && !joins(one, next, 1)) flagged.push(at);
    else
      for (let level = 1; level <= flags; level++) {
        if (joins(one, next, level)) beams.push({ level, from: at, to: next?.[0] ?? at });
        else if (!joins(before, one, level)) beams.push({ level, at, stub: joins(before, one, 1) ? -1 : 1 });
      }
  });
  return { beams, flagged, triplets };
}
