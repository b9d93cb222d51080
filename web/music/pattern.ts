import type { Hit, Pattern, Row } from '../api/types';

/** Pure changes of a pattern. Each returns a new pattern, or the same object when nothing changes. */

export const DEFAULT_VELOCITY = 90;

export const velocityOf = (hit: Hit): number => hit.velocity ?? DEFAULT_VELOCITY;

export function hitAt(row: Row, at: number): Hit | undefined {
  return row.hits.find((hit) => hit.at === at);
}

export function withHit(pattern: Pattern, section: number, row: number, hit: Hit): Pattern {
  return withHits(pattern, section, row, (hits) => [...hits.filter((other) => other.at !== hit.at), hit].sort((a, b) => a.at - b.at));
}

export function withoutHit(pattern: Pattern, section: number, row: number, at: number): Pattern {
  return withHits(pattern, section, row, (hits) => (hits.some((hit) => hit.at === at) ? hits.filter((hit) => hit.at !== at) : hits));
}

export function withVelocity(pattern: Pattern, section: number, row: number, at: number, velocity: number): Pattern {
  const bounded = Math.max(1, Math.min(127, Math.round(velocity)));
  return withHits(pattern, section, row, (hits) => hits.map((hit) => (hit.at === at ? { ...hit, velocity: bounded } : hit)));
}

export function cleared(pattern: Pattern): Pattern {
  return {
    ...pattern,
    sections: pattern.sections.map((section) => ({ ...section, rows: section.rows.map((row) => ({ ...row, hits: [] })) })),
  };
}

/** Bar `from` of the first section written over bar `to`, both from 0. */
export function withBarRepeated(pattern: Pattern, from: number, to: number, barTicks: number): Pattern {
  const inBar = (hit: Hit, bar: number) => Math.floor(hit.at / barTicks) === bar;
  return pattern.sections[0]?.rows.reduce(
    (changed, _, row) =>
      withHits(changed, 0, row, (hits) =>
        [
          ...hits.filter((hit) => !inBar(hit, to)),
          ...hits.filter((hit) => inBar(hit, from)).map((hit) => ({ ...hit, at: hit.at + (to - from) * barTicks })),
        ].sort((a, b) => a.at - b.at),
      ),
    pattern,
  ) as Pattern;
}

export function hitCount(pattern: Pattern): number {
  return pattern.sections.reduce((sum, section) => sum + section.rows.reduce((rows, row) => rows + row.hits.length, 0), 0);
}

function withHits(pattern: Pattern, section: number, row: number, change: (hits: Hit[]) => Hit[]): Pattern {
  const old = pattern.sections[section]?.rows[row];
  if (!old) return pattern;
  const hits = change(old.hits);
  if (hits === old.hits) return pattern;
  const sections = pattern.sections.map((one, s) =>
    s === section ? { ...one, rows: one.rows.map((other, r) => (r === row ? { ...other, hits } : other)) } : one,
  );
  return { ...pattern, sections };
}
