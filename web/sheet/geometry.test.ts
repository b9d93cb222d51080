import { describe, expect, it } from 'vitest';
import { geometry, STEM_LEAST, STEM_MOST, stemHeight } from './geometry';

describe('lines of a sheet', () => {
  it('holds every bar once, in order, whatever the width', () => {
    for (const bars of [1, 2, 3, 4, 7, 16]) {
      for (const width of [200, 420, 780, 1100, 1900]) {
        const g = geometry(bars, 3840, width, 24);
        expect(g.lines.flatMap((line) => line.bars)).toEqual(Array.from({ length: bars }, (_, i) => i));
        expect(g.barWidth).toBeGreaterThanOrEqual(16 * 24);
        for (const line of g.lines) expect(line.to - line.from).toBe(line.bars.length * 3840);
      }
    }
  });

  it('shares bars evenly among lines', () => {
    expect(geometry(4, 3840, 3 * 16 * 24, 24).lines.map((line) => line.bars.length)).toEqual([2, 2]);
  });
});

it('draws a harder hit with a taller stem', () => {
  expect(stemHeight(127)).toBeCloseTo(STEM_MOST);
  for (let velocity = 2; velocity <= 127; velocity++) expect(stemHeight(velocity)).toBeGreaterThan(stemHeight(velocity - 1));
  expect(stemHeight(1)).toBeGreaterThan(STEM_LEAST);
});
