import { beforeEach, describe, expect, it, vi } from 'vitest';
import type { Row } from '../api/types';
import { Folds } from './Folds';

const rows = (...names: string[]): Row[] => names.map((instrument) => ({ instrument, hits: [] }));
const kit = rows('kick', 'snare', 'claves', 'shaker', 'snare');
let kept: Map<string, string>;

beforeEach(() => {
  kept = new Map();
  vi.stubGlobal('localStorage', {
    getItem: (key: string) => kept.get(key) ?? null,
    setItem: (key: string, value: string) => kept.set(key, value),
    removeItem: (key: string) => kept.delete(key),
  });
});

describe('groups of rows', () => {
  it('hide their rows when folded and show them when open, and are there again on the next visit', () => {
    const folds = new Folds('folds 1');
    folds.fold(kit, [2, 3], 'Small things');
    folds.change(0, { tint: 'moss' });
    expect(kit.map((_, i) => folds.isHidden(kit, i))).toEqual([false, false, true, true, false]);
    const again = new Folds('folds 1');
    expect(again.of(kit)).toEqual([{ name: 'Small things', tint: 'moss', folded: true, rows: [2, 3] }]);
    again.change(0, { folded: false });
    expect(again.isHidden(kit, 2)).toBe(false);
    again.part(0);
    expect([again.of(kit), kept.size]).toEqual([[], 0]);
  });

  it('follow their rows when these are moved, added and taken away', () => {
    const folds = new Folds();
    folds.fold(kit, [4, 2], 'Group');
    expect(folds.of(rows('claves', 'kick', 'snare', 'snare'))[0]?.rows, 'the second snare is still meant').toEqual([0, 3]);
    expect(folds.of(rows('kick', 'snare'))[0]?.rows).toEqual([]);
  });

  it('let go of a row that is folded with others', () => {
    const folds = new Folds();
    folds.fold(kit, [2, 3], 'One');
    folds.fold(kit, [3, 4], 'Two');
    expect(folds.of(kit).map((group) => [group.name, group.rows])).toEqual([
      ['One', [2]],
      ['Two', [3, 4]],
    ]);
    folds.fold(kit, [2], 'Three');
    expect(
      folds.of(kit).map(({ name }) => name),
      'an empty group goes',
    ).toEqual(['Two', 'Three']);
  });
});
