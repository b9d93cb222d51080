import { expect, test } from 'vitest';
import { nextYear } from './years';

test('the next school year is written like this one', () => {
  expect(['2026/27', '2026-2027', '2026', '2099/00', '1999/00', ''].map(nextYear)).toEqual([
    '2027/28',
    '2027-2028',
    '2027',
    '2100/01',
    '2000/01',
    '',
  ]);
  expect(nextYear('winter')).toBe('winter');
});
