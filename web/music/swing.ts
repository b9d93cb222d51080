import type { Pattern } from '../api/types';

/** Ticks. */
const EIGHTH = 480;

/**
 * The smallest note value that swing would move in a beat: sixteenths where hits stand between eighths, else eighths where hits stand
 * between quarters; null where nothing would move.
 */
export function swingUnit(pattern: Pattern): 8 | 16 | null {
  const hits = pattern.sections.flatMap(({ rows }) => rows.flatMap((row) => row.hits.map(({ at }) => at)));
  if (hits.some((at) => at % EIGHTH !== 0)) return 16;
  return hits.some((at) => at % (2 * EIGHTH) !== 0) ? 8 : null;
}
