import { afterEach, expect, test } from 'vitest';
import { instantOf, isAway, setZone, wallTime } from './zone';

afterEach(() => setZone(undefined));

test('a time is read and written by the clock of the school', () => {
  setZone('Europe/London');
  expect(wallTime('2026-07-01T17:00:00Z')).toBe('2026-07-01T18:00');
  expect(instantOf('2026-07-01T18:00')).toBe('2026-07-01T17:00:00Z');
  expect(instantOf('2026-12-01T18:00')).toBe('2026-12-01T18:00:00Z');
  setZone('Asia/Kathmandu');
  expect(instantOf('2026-12-01T00:10')).toBe('2026-11-30T18:25:00Z');
});

test('over the change of clocks every hour of the year comes back', () => {
  for (const zone of ['Europe/London', 'America/St_Johns', 'Australia/Lord_Howe', 'Pacific/Auckland']) {
    setZone(zone);
    for (let day = 0; day < 366; day += 1) {
      const time = new Date(Date.UTC(2026, 0, 1, 0, 0) + day * 86_400_000 + 1_800_000 * (day % 48)).toISOString();
      const wall = wallTime(time);
      expect(wallTime(instantOf(wall)), `${zone} ${time}`).toBe(wall);
    }
  }
});

test('a time that the clock shows twice is the first, one that it leaps over is after the leap', () => {
  setZone('Europe/London');
  expect(instantOf('2026-10-25T01:30')).toBe('2026-10-25T00:30:00Z');
  expect(wallTime(instantOf('2026-03-29T01:30'))).toBe('2026-03-29T02:30');
});

test('a device elsewhere is told so', () => {
  setZone(Intl.DateTimeFormat().resolvedOptions().timeZone);
  expect(isAway()).toBe(false);
  setZone('Pacific/Kiritimati');
  const away = isAway();
  setZone('Pacific/Pago_Pago');
  expect(away || isAway()).toBe(true);
});
