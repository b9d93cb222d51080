import type { Hit, Pattern, Row } from '../api/types';
import { bounded, MOST_PUSH, velocityOf, withHits, withRow } from './pattern';

/** A piece of a section: some of its rows, as they are drawn from top to bottom, and ticks from `from` to before `to`. */
export type Range = { section: number; rows: readonly number[]; from: number; to: number };

/** What was copied: its length, and for each row what stood there, from its start. */
export type Clip = { format: 'pulsanda-clip'; version: 1; ticks: number; rows: { instrument: string; hits: Hit[] }[] };

const inside = (range: Range) => (hit: Hit) => hit.at >= range.from && hit.at < range.to;

function eachRow(pattern: Pattern, range: Range, change: (pattern: Pattern, row: number) => Pattern): Pattern {
  return range.rows.reduce(change, pattern);
}

const rowsOf = (pattern: Pattern, { section, rows }: Range): Row[] => rows.flatMap((row) => pattern.sections[section]?.rows[row] ?? []);

export function hitsIn(pattern: Pattern, range: Range): Hit[] {
  return rowsOf(pattern, range).flatMap((row) => row.hits.filter(inside(range)));
}

export function changed(pattern: Pattern, range: Range, change: (hit: Hit, row: number) => Hit): Pattern {
  const within = inside(range);
  return eachRow(pattern, range, (one, row) =>
    withHits(one, range.section, row, (hits) => (hits.some(within) ? hits.map((hit) => (within(hit) ? change(hit, row) : hit)) : hits)),
  );
}

export function emptied(pattern: Pattern, range: Range): Pattern {
  const within = inside(range);
  return eachRow(pattern, range, (one, row) =>
    withHits(one, range.section, row, (hits) => (hits.some(within) ? hits.filter((hit) => !within(hit)) : hits)),
  );
}

/** Louder or softer by so much, as far as the loudest and the softest allow: the shape is kept. Says how far it went. */
export function louder(pattern: Pattern, range: Range, by: number): { pattern: Pattern; by: number } {
  const velocities = hitsIn(pattern, range).map(velocityOf);
  if (velocities.length === 0) return { pattern, by: 0 };
  const possible = bounded(by, 1 - Math.min(...velocities), 127 - Math.max(...velocities));
  if (possible === 0) return { pattern, by: 0 };
  return { pattern: changed(pattern, range, (hit) => ({ ...hit, velocity: velocityOf(hit) + possible })), by: possible };
}

export function pushed(pattern: Pattern, range: Range, by: number): Pattern {
  return changed(pattern, range, (hit) => ({ ...hit, push: bounded((hit.push ?? 0) + by, -MOST_PUSH, MOST_PUSH) }));
}

export function copied(pattern: Pattern, range: Range): Clip {
  return {
    format: 'pulsanda-clip',
    version: 1,
    ticks: range.to - range.from,
    rows: rowsOf(pattern, range).map((row) => ({
      instrument: row.instrument,
      hits: row.hits.filter(inside(range)).map((hit) => ({ ...hit, at: hit.at - range.from })),
    })),
  };
}

/**
 * Lays a copy down, in place of what stands there. Copied rows go to the rows of the same instruments when all of them are here
 * and it was several; else they go to the rows that are named.
 * @param into rows, the first for the first that was copied
 * @param end  the section's length: what would pass it is left out
 */
export function pasted(pattern: Pattern, clip: Clip, section: number, into: readonly number[], at: number, end: number): Pattern {
  const rows = pattern.sections[section]?.rows ?? [];
  const own = clip.rows.map((one) => rows.findIndex((other) => other.instrument === one.instrument));
  const byName = clip.rows.length > 1 && own.every((index) => index >= 0) && new Set(own).size === own.length;
  let result = pattern;
  clip.rows.forEach((one, i) => {
    const to = byName ? own[i] : into[i];
    if (to === undefined) return;
    result = withHits(result, section, to, (hits) => [
      ...hits.filter((hit) => hit.at < at || hit.at >= at + clip.ticks),
      ...one.hits.map((hit) => ({ ...hit, at: hit.at + at })).filter((hit) => hit.at < end),
    ]);
  });
  return result;
}

/**
 * Moves hits in time and between rows; what they land on gives way. Null when they would leave the section.
 * @param into the row for each of the range's
 */
export function moved(pattern: Pattern, range: Range, ticks: number, into: readonly number[], end: number): Pattern | null {
  if (range.from + ticks < 0 || range.to + ticks > end) return null;
  const clip = copied(pattern, range);
  let result = emptied(pattern, range);
  clip.rows.forEach((one, i) => {
    const moving = one.hits.map((hit) => ({ ...hit, at: hit.at + range.from + ticks }));
    const row = into[i];
    if (moving.length > 0 && row !== undefined) result = withHits(result, range.section, row, (hits) => [...hits, ...moving]);
  });
  return result;
}

/** Shifts a whole row. What passes the end comes in again at the other side, or is left out. */
export function shifted(pattern: Pattern, section: number, row: number, ticks: number, length: number, wrap: boolean): Pattern {
  return withHits(pattern, section, row, (hits) => {
    const all = hits.map((hit) => ({ ...hit, at: hit.at + ticks }));
    return wrap
      ? all.map((hit) => ({ ...hit, at: ((hit.at % length) + length) % length }))
      : all.filter((hit) => hit.at >= 0 && hit.at < length);
  });
}

/** Fills a row: hits at these places, those that stand there already stay as they are; others within from–to give way. */
export function filled(
  pattern: Pattern,
  section: number,
  row: number,
  places: number[],
  from: number,
  to: number,
  velocity: number,
): Pattern {
  const wanted = new Set(places);
  return withRow(pattern, section, row, (old: Row) => {
    const kept = old.hits.filter((hit) => hit.at < from || hit.at >= to || wanted.has(hit.at));
    const known = new Set(kept.map((hit) => hit.at));
    const fresh = places.filter((at) => !known.has(at)).map((at) => ({ at, velocity }));
    return { ...old, hits: [...kept, ...fresh].sort((a, b) => a.at - b.at) };
  });
}

/** Reads what was copied elsewhere. Null when the text is no copy of ours. */
export function readClip(text: string): Clip | null {
  let data: unknown;
  try {
    data = JSON.parse(text);
  } catch {
    return null;
  }
  const clip = data as Partial<Clip> | null;
  if (clip?.format !== 'pulsanda-clip' || clip.version !== 1 || !whole(clip.ticks, 1, 1_000_000) || !Array.isArray(clip.rows)) return null;
  const sound =
    clip.rows.length > 0 &&
    clip.rows.length <= 32 &&
    clip.rows.every(
      (row) =>
        typeof row?.instrument === 'string' &&
        Array.isArray(row.hits) &&
        row.hits.length <= 4096 &&
        row.hits.every((hit) => isHit(hit, clip.ticks as number)),
    );
  return sound ? (clip as Clip) : null;
}

const whole = (value: unknown, low: number, high: number): boolean =>
  Number.isInteger(value) && (value as number) >= low && (value as number) <= high;

function isHit(hit: unknown, ticks: number): boolean {
  if (typeof hit !== 'object' || hit === null) return false;
  const bounds: Record<string, [number, number]> = {
    at: [0, ticks - 1],
    velocity: [1, 127],
    push: [-MOST_PUSH, MOST_PUSH],
    roll: [1, 8],
    odds: [1, 100],
  };
  return (
    'at' in hit &&
    Object.entries(hit).every(([key, value]) =>
      key === 'silent' ? typeof value === 'boolean' : bounds[key] !== undefined && whole(value, ...bounds[key]),
    )
  );
}
