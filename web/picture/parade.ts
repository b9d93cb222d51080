import type { Meter, Parade, Pattern, Tempo } from '../api/types';
import { writtenOut } from '../music/form';

export type Marcher = Parade['beats'][number];

const same = (one: Meter, other: Meter): boolean => one.count === other.count && one.unit === other.unit;

/**
 * Beats as they march: at one tempo, each as long as the longest, so that the next one comes without a gap. A shorter beat goes round until
 * then. Those in another meter cannot march along.
 */
export function marching(beats: Marcher[], meter: Meter, tempo: Tempo, barTicks: number): { beats: Marcher[]; out: Marcher[] } {
  const here = beats.filter(({ pattern }) => same(pattern.meter, meter));
  const written = here.map((beat) => ({ ...beat, pattern: { ...writtenOut(beat.pattern, barTicks), tempo } }));
  const bars = Math.max(1, ...written.map(({ pattern }) => pattern.sections[0]?.bars ?? 1));
  return {
    beats: written.map((beat) => ({ ...beat, pattern: goingRound(beat.pattern, bars, barTicks) })),
    out: beats.filter((beat) => !here.includes(beat)),
  };
}

/** A beat of one section, again and again until so many bars are full. */
function goingRound(pattern: Pattern, bars: number, barTicks: number): Pattern {
  const [section] = pattern.sections;
  if (!section || section.bars === bars) return pattern;
  const [length, end] = [section.bars * barTicks, bars * barTicks];
  const rows = section.rows.map((row) => ({
    ...row,
    hits: Array.from({ length: Math.ceil(end / length) }, (_, turn) => row.hits.map((hit) => ({ ...hit, at: hit.at + turn * length })))
      .flat()
      .filter(({ at }) => at < end),
  }));
  return { ...pattern, sections: [{ ...section, bars, rows }], order: [{ section: section.name, times: 1 }] };
}

/** In an order that is drawn: each as likely (Fisher and Yates). */
export function drawn<T>(list: T[], random: () => number = Math.random): T[] {
  const next = [...list];
  for (let i = next.length - 1; i > 0; i--) {
    const j = Math.floor(random() * (i + 1));
    [next[i], next[j]] = [next[j] as T, next[i] as T];
  }
  return next;
}
