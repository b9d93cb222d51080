import { expect, test } from 'vitest';
import { gridOf } from './grid';
import { APART, measured, TAPS } from './latency';

const clicks = Array.from({ length: TAPS }, (_, i) => 1 + i * APART);

test('the middle of sixteen taps is the delay, with its spread and how sure it is', () => {
  const taps = clicks.map((click, i) => click + 0.042 + ([0.004, -0.004, 0, 0][i % 4] ?? 0));
  expect(measured(clicks, taps)).toEqual({ latency: 42, spread: 2, sure: 'sure' });
});

test('one tap that missed and one too many change nothing', () => {
  const taps = [...clicks.map((click) => click + 0.12), (clicks[3] as number) + 0.31].filter((_, i) => i !== 7);
  expect(measured(clicks, taps)).toMatchObject({ latency: 120, sure: 'sure' });
});

test('taps all over the place are rough, and too few are nothing', () => {
  const taps = clicks.map((click, i) => click + ((i * 37) % 120) / 1000);
  expect(measured(clicks, taps)?.sure).toBe('rough');
  expect(measured(clicks, clicks.slice(0, 7))).toBeNull();
});

test('a delay of up to four tenths of a second is still told from the click before', () => {
  expect(
    measured(
      clicks,
      clicks.map((click) => click + 0.39),
    )?.latency,
  ).toBe(390);
});

test('a grid is found by least squares, and kept where another is not clearly better', () => {
  const wobble = (ticks: number[], by: number) => ticks.map((tick, i) => tick + ((i * 13) % (2 * by + 1)) - by);
  const every = (step: number) => Array.from({ length: 3840 / step }, (_, i) => i * step);
  expect(gridOf(wobble(every(320), 30), '16')).toBe('8t');
  expect(gridOf(wobble(every(160), 15), '16')).toBe('16t');
  expect(gridOf(wobble(every(240), 40), '16')).toBe('16');
  expect(gridOf(wobble(every(240), 20), '8t')).toBe('16');
  expect(gridOf(every(960), '16')).toBe('16');
  expect(gridOf([0, 320, 640], '16')).toBe('16');
  expect(gridOf([7, 333, 501, 1190, 1502, 2222, 2801, 3333], '16')).toBe('16');
});
