import type { Hit, Music, Pattern } from '../api/types';
import { formOf } from './form';
import { sounds } from './odds';
import { bounded, velocityOf } from './pattern';
import { beatTicks, snapTicks } from './time';

/** One sounding: when it is played (in ticks from the start of its pass, groove and push applied), and how. */
export type Sounding = {
  instrument: string;
  played: number;
  written: number;
  velocity: number;
  /** Of its row and its hit: level 0–1.5, pan −1…1, tune in semitones, room 0–1. */
  level: number;
  pan: number;
  tune: number;
  room: number;
  /** Tells which take of a sound it is. */
  turn: number;
  /** Which row of its instrument it is in, from 0. */
  line: number;
  /** An own sound's name, in place of the kit's. */
  sound: string | null;
};

/** Seconds that one tick lasts. */
export function tickSeconds(pattern: Pattern): number {
  return 60 / (pattern.tempo.bpm * beatTicks(pattern.tempo.beat));
}

/** The tick at which a written tick is played: interpolated in the groove map that the core made. */
export function played(music: Music, tick: number): number {
  const bar = Math.floor(tick / music.barTicks) * music.barTicks;
  const inBar = tick - bar;
  let i = 1;
  while ((music.groove[i]?.[0] ?? Number.POSITIVE_INFINITY) < inBar) i++;
  const [x0 = 0, y0 = 0] = music.groove[i - 1] ?? [];
  const [x1 = music.barTicks, y1 = music.barTicks] = music.groove[i] ?? [];
  return bar + y0 + Math.floor((2 * (inBar - x0) * (y1 - y0) + (x1 - x0)) / (2 * (x1 - x0)));
}

/** The written tick that is played at a tick: where the reading line stands on the sheet. */
export function written(music: Music, tick: number): number {
  const bar = Math.floor(tick / music.barTicks) * music.barTicks;
  const inBar = tick - bar;
  let i = 1;
  while ((music.groove[i]?.[1] ?? Number.POSITIVE_INFINITY) < inBar) i++;
  const [x0 = 0, y0 = 0] = music.groove[i - 1] ?? [];
  const [x1 = music.barTicks, y1 = music.barTicks] = music.groove[i] ?? [];
  return bar + x0 + ((inBar - y0) * (x1 - x0)) / (y1 - y0);
}

export function passTicks(pattern: Pattern, music: Music): number {
  return formOf(pattern).reduce((sum, section) => sum + section.bars * music.barTicks, 0);
}

/**
 * Writes one pass out to what is heard, as the core's Soundings do: order, cycles, rolls, odds, groove and push; two strokes of one
 * instrument on one tick that are set alike are one, the louder. Muted rows are left out; pass counts from 1.
 */
export function soundings(pattern: Pattern, music: Music, pass: number): Sounding[] {
  // In a millisecond, at the pattern's own tempo.
  const ticks = 0.001 / tickSeconds(pattern);
  const found = new Map<string, Sounding>();
  let start = 0;
  formOf(pattern).forEach((section, s) => {
    const length = section.bars * music.barTicks;
    const lines = new Map<string, number>();
    section.rows.forEach((row, r) => {
      const line = (lines.get(row.instrument) ?? -1) + 1;
      lines.set(row.instrument, line);
      if (row.muted) return;
      const step = snapTicks(row.snap);
      const cycle = row.cycle ?? length;
      for (const hit of row.hits) {
        if (hit.silent || hit.at >= cycle) continue;
        const roll = hit.roll ?? 1;
        const push = hit.push ?? 0;
        const velocity = velocityOf(hit);
        const [level, room, sound] = [row.level ?? 1, row.room ?? 0, row.sound ?? null];
        const pan = bounded((row.pan ?? 0) + (hit.pan ?? 0), -1, 1);
        const tune = bounded((row.tune ?? 0) + (hit.tune ?? 0), -12, 12);
        for (let at = hit.at; at < length; at += cycle) {
          if (!sounds(hit.odds ?? 100, pattern.seed ?? 1, pass, s, r, at)) continue;
          for (let i = 0; i < roll; i++) {
            const written = start + at + Math.floor((2 * i * step + roll) / (2 * roll));
            const turn = ones(Math.floor(written / step)) + i;
            for (const before of [...(i === 0 ? gracesOf(hit, APART[pattern.kit] ?? 30) : []), 0]) {
              const hard = before > 0 ? Math.max(1, Math.round(SOFTER * velocity)) : velocity;
              const key = `${row.instrument} ${written + push} ${before} ${level} ${pan} ${tune} ${room} ${sound ?? ''}`;
              if ((found.get(key)?.velocity ?? 0) >= hard) continue;
              found.set(key, {
                instrument: row.instrument,
                played: played(music, written) + push - Math.floor(before * ticks + 0.5),
                written,
                velocity: hard,
                level,
                pan,
                tune,
                room,
                turn,
                line,
                sound,
              });
            }
          }
        }
      }
    });
    start += length;
  });
  return [...found.values()].sort((a, b) => a.played - b.played);
}

/** Milliseconds by which the grace strokes of a flam or a drag come before their hit, and how hard they are, as the core has them. */
const gracesOf = (hit: Hit, apart: number): number[] =>
  hit.ornament === 'flam' ? [apart] : hit.ornament === 'drag' ? [2 * apart, apart] : [];
const APART: Record<string, number> = { parade: 25, pier: 28, 'tide-pool': 35 };
const SOFTER = 0.55;

/** How many ones a number has in the binary system: whether they are odd changes without a pattern that is heard. */
const ones = (number: number): number => number.toString(2).replaceAll('0', '').length;
