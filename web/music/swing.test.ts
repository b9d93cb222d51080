import { expect, it } from 'vitest';
import { lesson } from '../../tests/web/lesson';
import { swingUnit } from './swing';

it('swings the smallest note value that a beat has', () => {
  const on = (...ats: number[]) => lesson({ 'closed-hat': ats.map((at) => ({ at })), kick: [{ at: 0 }] });
  expect(swingUnit(on(0, 480, 960, 1440))).toBe(8);
  expect(swingUnit(on(0, 480, 720, 960))).toBe(16);
  expect(swingUnit(on(0, 960, 1920))).toBeNull();
  expect(swingUnit(lesson({ kick: [] }))).toBeNull();
});
