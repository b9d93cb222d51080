import { describe, expect, it } from 'vitest';
import { lesson, places } from '../../tests/web/lesson';
import { hitsCopied, rowAdded, rowChanged, rowDuplicated, rowMoved, rowRemoved } from './rows';

const beat = lesson({ kick: [{ at: 0 }], snare: [{ at: 960 }] });
const names = (pattern: typeof beat) => pattern.sections[0]?.rows.map((row) => row.instrument);

describe('rows', () => {
  it('are added empty, below, and removed with their hits', () => {
    const added = rowAdded(beat, 0, 'cowbell');
    expect([names(added), places(added, 2)]).toEqual([['kick', 'snare', 'cowbell'], []]);
    expect(names(rowRemoved(beat, 0, 0))).toEqual(['snare']);
  });

  it('change places with their neighbour, and stay at the edge', () => {
    expect(names(rowMoved(beat, 0, 0, 1))).toEqual(['snare', 'kick']);
    expect(places(rowMoved(beat, 0, 0, 1), 1)).toEqual([0]);
    expect(places(hitsCopied(beat, 0, 0, 1), 1)).toEqual(places(beat, 0));
    expect(hitsCopied(beat, 0, 9, 1)).toBe(beat);
    expect(rowMoved(beat, 0, 0, -1)).toBe(beat);
    expect(rowMoved(beat, 0, 1, 1)).toBe(beat);
  });

  it('are doubled next to themselves', () => {
    const doubled = rowDuplicated(beat, 0, 0);
    expect(names(doubled)).toEqual(['kick', 'kick', 'snare']);
    expect(places(doubled, 1)).toEqual([0]);
  });

  it('keep their hits when they get another instrument, grid or cycle', () => {
    const other = rowChanged(beat, 0, 1, { instrument: 'clap', snap: '8t', cycle: 720, level: 0.5 });
    expect(other.sections[0]?.rows[1]).toEqual({ instrument: 'clap', snap: '8t', cycle: 720, level: 0.5, hits: [{ at: 960 }] });
    expect(rowChanged(beat, 0, 9, { snap: '8' })).toBe(beat);
    expect(rowChanged(beat, 3, 0, { snap: '8' })).toBe(beat);
  });
});
