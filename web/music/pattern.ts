import type { Hit, Pattern, Row, Section } from '../api/types';

/** Pure changes of a pattern. Each returns a new pattern, or the same object when nothing changes. */

const DEFAULT_VELOCITY = 90;
export const MOST_PUSH = 120;

export const velocityOf = (hit: Hit): number => hit.velocity ?? DEFAULT_VELOCITY;
export const bounded = (value: number, low: number, high: number): number => Math.max(low, Math.min(high, value));

export function hitAt(row: Row, at: number): Hit | undefined {
  return row.hits.find((hit) => hit.at === at);
}

export function hitCount(pattern: Pattern): number {
  return pattern.sections.reduce((sum, section) => sum + section.rows.reduce((rows, row) => rows + row.hits.length, 0), 0);
}

/** The instruments that have a row somewhere, in the order in which they appear. */
export function instrumentsOf(pattern: Pattern): string[] {
  return [...new Set(pattern.sections.flatMap(({ rows }) => rows.map((row) => row.instrument)))];
}

export function withSection(pattern: Pattern, index: number, change: (section: Section) => Section): Pattern {
  const old = pattern.sections[index];
  if (!old) return pattern;
  const section = change(old);
  return section === old ? pattern : { ...pattern, sections: pattern.sections.map((one, i) => (i === index ? section : one)) };
}

export function withRow(pattern: Pattern, section: number, index: number, change: (row: Row) => Row): Pattern {
  return withSection(pattern, section, (one) => {
    const old = one.rows[index];
    if (!old) return one;
    const row = change(old);
    return row === old ? one : { ...one, rows: one.rows.map((other, i) => (i === index ? row : other)) };
  });
}

/** Keeps the hits in order, and one at a place: the later in the list wins. */
export function withHits(pattern: Pattern, section: number, row: number, change: (hits: Hit[]) => Hit[]): Pattern {
  return withRow(pattern, section, row, (old) => {
    const hits = change(old.hits);
    return hits === old.hits ? old : { ...old, hits: tidy(hits) };
  });
}

export function withHit(pattern: Pattern, section: number, row: number, hit: Hit): Pattern {
  return withHits(pattern, section, row, (hits) => [...hits, hit]);
}

export function withoutHit(pattern: Pattern, section: number, row: number, at: number): Pattern {
  return withHits(pattern, section, row, (hits) => (hits.some((hit) => hit.at === at) ? hits.filter((hit) => hit.at !== at) : hits));
}

export function changedHit(pattern: Pattern, section: number, row: number, at: number, change: Partial<Hit>): Pattern {
  return withHits(pattern, section, row, (hits) => hits.map((hit) => (hit.at === at ? { ...hit, ...change } : hit)));
}

export function cleared(pattern: Pattern, section: number): Pattern {
  return withSection(pattern, section, (one) => ({ ...one, rows: one.rows.map((row) => ({ ...row, hits: [] })) }));
}

function tidy(hits: Hit[]): Hit[] {
  return [...new Map(hits.map((hit) => [hit.at, hit])).values()].sort((a, b) => a.at - b.at);
}

/** Whether two patterns are the same music: what is left out counts as its default. */
export function sameMusic(a: Pattern, b: Pattern): boolean {
  return a === b || musicKey(a) === musicKey(b);
}

/** The same text for the same music. */
export const musicKey = (pattern: Pattern): string => JSON.stringify(whole(pattern));

/** The same sections and rows without a hit, the rows in their usual settings. */
export function emptied(pattern: Pattern): Pattern {
  const rows = (section: Section) => section.rows.map((row) => ({ instrument: row.instrument, hits: [] }));
  return { ...pattern, sections: pattern.sections.map((section) => ({ ...section, rows: rows(section) })) };
}

function whole(pattern: Pattern) {
  const { meter, tempo, swing, order } = pattern;
  return [
    pattern.title,
    pattern.kit,
    pattern.seed ?? 1,
    [meter.count, meter.unit, meter.groups ?? null],
    [tempo.bpm, tempo.beat],
    [swing?.percent ?? 50, swing?.unit ?? 16],
    (order ?? pattern.sections.map(({ name }) => ({ section: name, times: 1 }))).map(({ section, times }) => [section, times]),
    pattern.sections.map((section) => [
      section.name,
      section.bars,
      section.rows.map((row) => [
        row.instrument,
        row.snap ?? '16',
        row.cycle ?? null,
        [row.level ?? 1, row.pan ?? 0, row.tune ?? 0, row.room ?? 0, row.muted ?? false, row.tint ?? null, row.sound ?? null],
        row.hits.map((hit) => [
          hit.at,
          velocityOf(hit),
          hit.push ?? 0,
          hit.roll ?? 1,
          hit.odds ?? 100,
          hit.silent ?? false,
          hit.pan ?? 0,
          hit.tune ?? 0,
        ]),
      ]),
    ]),
  ];
}
