import { expect, test } from 'vitest';
import { lateWords } from '../ui/words';
import { type Line, linesOf, percentWords } from './states';

const line = (name: string, change: Partial<Line>): Line => ({
  id: name,
  name,
  sort: name,
  given: name,
  family: '',
  signIn: name,
  source: name,
  left: false,
  cells: [],
  share: null,
  withMissing: null,
  missing: 0,
  lateCount: 0,
  excused: 0,
  ...change,
});

const lines = [
  line('Bo', { share: 0.9, withMissing: 0.45, missing: 1 }),
  line('Ines', { share: 0.8, withMissing: 0.8, lateCount: 1 }),
  line('Q', { cells: [{ partId: 'p', state: 'handed-in', attemptId: 'a', number: 1, mark: null, suggested: 12, aspects: {}, late: 0 }] }),
];
const names = (some: Line[]) => some.map(({ name }) => name);

test('a table shows those who are wanted', () => {
  expect(names(linesOf(lines, 'all', 'name', false))).toEqual(['Bo', 'Ines', 'Q']);
  expect(names(linesOf(lines, 'missing', 'name', false))).toEqual(['Bo']);
  expect(names(linesOf(lines, 'late', 'name', false))).toEqual(['Ines']);
  expect(names(linesOf(lines, 'to-mark', 'name', false))).toEqual(['Q']);
});

test('names stand in the order of the school, and those who have left behind them', () => {
  const some = [line('Bo', { left: true }), line('Zoë Ährens', { sort: 'Ährens' }), line('Ada Zeller', { sort: 'Zeller' })];
  expect(names(linesOf(some, 'all', 'name', false))).toEqual(['Zoë Ährens', 'Ada Zeller', 'Bo']);
});

test('who needs help stands first, who has no mark last', () => {
  expect(names(linesOf(lines, 'all', 'sum', false))).toEqual(['Ines', 'Bo', 'Q']);
  expect(names(linesOf(lines, 'all', 'sum', true))).toEqual(['Bo', 'Ines', 'Q']);
  expect(names(linesOf(lines, 'all', 'missing', false))).toEqual(['Bo', 'Ines', 'Q']);
});

test('lateness and shares read as people say them', () => {
  expect([1, 45, 90, 1500, 4000].map(lateWords)).toEqual([
    '1 minute late',
    '45 minutes late',
    '2 hours late',
    '25 hours late',
    '3 days late',
  ]);
  expect([null, 0, 0.876].map(percentWords)).toEqual(['–', '0 %', '88 %']);
});
