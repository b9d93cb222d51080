import type { Term, TermCell } from '../api/types';
import { byName } from '../ui/words';
import { say } from '../words/words';

/** How a task stands, in a word. */
export const stateWords = (state: TermCell['state']): string => say(`term.state.${state}`);

export const percentWords = (share: number | null): string => (share === null ? '–' : `${Math.round(share * 100)} %`);

export type Line = Term['students'][number];
export type Only = 'all' | 'missing' | 'late' | 'to-mark';

/** Those lines of a table that are wanted, in the order that is wanted. */
export function linesOf(lines: Line[], only: Only, sort: 'name' | 'sum' | 'missing', withMissing: boolean): Line[] {
  const wanted = lines.filter((line) =>
    only === 'missing' ? line.missing > 0 : only === 'late' ? line.lateCount > 0 : only !== 'to-mark' || line.cells.some(isToMark),
  );
  // Those who have left stand last.
  if (sort === 'name') return [false, true].flatMap((left) => byName(wanted.filter((line) => line.left === left)));
  const key = (line: Line) => (sort === 'missing' ? -line.missing : ((withMissing ? line.withMissing : line.share) ?? 2));
  return [...wanted].sort((a, b) => key(a) - key(b));
}

const isToMark = (cell: TermCell) => cell.state === 'handed-in';
