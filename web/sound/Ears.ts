import type { Pattern, Row } from '../api/types';

/** Whom one listens to: some rows silenced, or a few alone. It belongs to the listener, not to the beat. */
export type Ears = { silenced: string[]; alone: string[] };
export const ALL: Ears = { silenced: [], alone: [] };

/** A row as a listener knows it through all sections: its instrument, and which of that instrument's rows. */
export const rowKey = (instrument: string, line: number): string => JSON.stringify([instrument, line]);

/** The key of a row of a section. */
export function keyOfRow(rows: Pick<Row, 'instrument'>[], index: number): string {
  const instrument = rows[index]?.instrument ?? '';
  return rowKey(instrument, rows.slice(0, index).filter((row) => row.instrument === instrument).length);
}

/** Rows that the pattern no longer has are not waited for: else nothing would be heard, and nobody could see why. */
export function earsFor(ears: Ears, pattern: Pattern): Ears {
  if (ears.silenced.length + ears.alone.length === 0) return ears;
  const there = new Set(pattern.sections.flatMap(({ rows }) => rows.map((_, i) => keyOfRow(rows, i))));
  const still = (keys: string[]) => keys.filter((key) => there.has(key));
  return { silenced: still(ears.silenced), alone: still(ears.alone) };
}

export const hears = ({ silenced, alone }: Ears, key: string): boolean =>
  !silenced.includes(key) && (alone.length === 0 || alone.includes(key));

export const flipped = (keys: string[], key: string): string[] => (keys.includes(key) ? keys.filter((one) => one !== key) : [...keys, key]);
