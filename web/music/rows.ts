import type { Pattern, Row } from '../api/types';
import { withRow, withSection } from './pattern';

/** Changes of the rows of a section. */

export function rowAdded(pattern: Pattern, section: number, instrument: string): Pattern {
  return withSection(pattern, section, (one) => ({ ...one, rows: [...one.rows, { instrument, hits: [] }] }));
}

export function rowRemoved(pattern: Pattern, section: number, row: number): Pattern {
  return withSection(pattern, section, (one) => ({ ...one, rows: one.rows.filter((_, i) => i !== row) }));
}

export function rowDuplicated(pattern: Pattern, section: number, row: number): Pattern {
  return withSection(pattern, section, (one) => ({
    ...one,
    rows: one.rows.flatMap((other, i) => (i === row ? [other, { ...other }] : [other])),
  }));
}

/** The hits of one row in the place of another's, with their cycle. */
export function hitsCopied(pattern: Pattern, section: number, from: number, to: number): Pattern {
  const row = pattern.sections[section]?.rows[from];
  if (!row) return pattern;
  return withRow(pattern, section, to, (old) => ({ ...old, hits: row.hits, cycle: row.cycle ?? null }));
}

/** Row and neighbour exchanged; the same pattern at the edge. */
export function rowMoved(pattern: Pattern, section: number, row: number, by: -1 | 1): Pattern {
  return withSection(pattern, section, (one) => {
    const [mine, other] = [one.rows[row], one.rows[row + by]];
    if (!mine || !other) return one;
    return { ...one, rows: one.rows.map((old, i) => (i === row ? other : i === row + by ? mine : old)) };
  });
}

/** Instrument, grid, cycle, tint, or what sets its sound; its hits stay as they are. */
export function rowChanged(pattern: Pattern, section: number, row: number, change: Partial<Omit<Row, 'hits'>>): Pattern {
  return withRow(pattern, section, row, (old) => ({ ...old, ...change }));
}
