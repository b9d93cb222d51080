import { describe, expect, it } from 'vitest';
import { lesson } from '../../tests/web/lesson';
import type { Pattern } from '../api/types';
import { everyNth, shaped, spread } from './shapes';

const entries = { ghost: 28, soft: 60, firm: 90, accent: 118 };
const hats = (velocities: number[], gap = 240) => velocities.map((velocity, i) => ({ at: i * gap, velocity }));
const NAMES = ['closed-hat', 'open-hat'];
const pattern = (...rows: ReturnType<typeof hats>[]): Pattern => lesson(Object.fromEntries(rows.map((hits, i) => [NAMES[i], hits])));
const whole = { section: 0, rows: [0], from: 0, to: 3840 };
const loud = (one: Pattern, row = 0) => one.sections[0]?.rows[row]?.hits.map(({ velocity }) => velocity);

describe('one press shapes a row', () => {
  const eight = pattern(hats([90, 90, 90, 90, 120, 30, 90, 90]));

  it('accents every second, third or fourth hit, and keeps the others below', () => {
    expect(loud(shaped(eight, whole, { every: 2 }, entries))).toEqual([118, 90, 118, 90, 118, 30, 118, 90]);
    expect(loud(shaped(eight, whole, { every: 3 }, entries))).toEqual([118, 90, 90, 118, 90, 30, 118, 90]);
    expect(loud(shaped(eight, whole, { every: 4 }, entries))).toEqual([118, 90, 90, 90, 118, 30, 90, 90]);
  });

  it('takes firm and soft in turn', () => {
    expect(loud(shaped(eight, whole, 'alternate', entries))).toEqual([90, 60, 90, 60, 90, 60, 90, 60]);
  });

  it('goes in a straight line of time to an accent, or to soft', () => {
    expect(loud(shaped(pattern(hats([90, 90, 90])), whole, 'louder', entries))).toEqual([60, 89, 118]);
    expect(loud(shaped(pattern(hats([50, 90, 90])), whole, 'softer', entries))).toEqual([90, 75, 60]);
    expect(loud(shaped(pattern(hats([28, 90, 90])), whole, 'louder', entries))).toEqual([28, 73, 118]);
    expect(loud(shaped(pattern(hats([70])), whole, 'louder', entries)), 'one hit is its own end').toEqual([118]);
  });

  it('counts in each marked row by itself, and leaves what is not marked', () => {
    const two = pattern(hats([90, 90, 90, 90]), hats([70, 70, 70, 70], 480));
    const marked = { section: 0, rows: [0, 1], from: 240, to: 1200 };
    const done = shaped(two, marked, { every: 2 }, entries);
    expect([loud(done, 0), loud(done, 1)]).toEqual([
      [90, 118, 90, 118],
      [70, 118, 70, 70],
    ]);
  });
});

it('spreads hits as evenly as steps allow', () => {
  expect(spread(5, 16)).toEqual([0, 3, 6, 9, 12]);
  expect(spread(3, 8, 2)).toEqual([2, 4, 7]);
  expect(spread(3, 8, 6), 'the old rhythm of three, three, two').toEqual([0, 3, 6]);
  expect(spread(4, 4)).toEqual([0, 1, 2, 3]);
  for (let steps = 1; steps <= 32; steps++) {
    for (let count = 1; count <= steps; count++) {
      const places = spread(count, steps, count % steps);
      const gaps = places.map((at, i) => ((places[i + 1] ?? (places[0] as number) + steps) - at + steps) % steps || steps);
      expect(new Set(places).size).toBe(count);
      expect(Math.max(...gaps) - Math.min(...gaps), `${count} on ${steps}`).toBeLessThanOrEqual(1);
    }
  }
});

it('takes every n-th step from a place to the end', () => {
  expect(everyNth(3, 16, 1)).toEqual([1, 4, 7, 10, 13]);
  expect(everyNth(16, 16, 15)).toEqual([15]);
  expect(everyNth(1, 4)).toEqual([0, 1, 2, 3]);
});
