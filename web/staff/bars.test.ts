import { expect, test } from 'vitest';
import { BAR, lesson } from '../../tests/web/lesson';
import type { NotatedBar } from '../api/types';
import { type BarPlace, staffBars, tickAt, xOf } from './bars';

const bar: NotatedBar = { up: [], down: [] };
const song = {
  ...lesson({ kick: [] }),
  sections: [
    { name: 'A', bars: 2, rows: [] },
    { name: 'B', bars: 1, rows: [] },
  ],
  order: [
    { section: 'A', times: 2 },
    { section: 'B', times: 1 },
    { section: 'A', times: 1 },
  ],
};

test('sections stand in their order, what is repeated once, with all the ticks at which it is played', () => {
  const bars = staffBars(song, [[bar, bar], [bar]], BAR);
  expect(bars.map(({ name, opens, times }) => [name, opens, times])).toEqual([
    ['A', true, 1],
    ['', false, 2],
    ['B', false, 1],
    ['A', false, 1],
    ['', false, 1],
  ]);
  expect(bars.map(({ starts }) => starts.map((tick) => tick / BAR))).toEqual([[0, 2], [1, 3], [4], [5], [6]]);
  expect(bars.map(({ number }) => number)).toEqual([1, 2, 3, 4, 5]);
});

test('one section without a repeat has no name', () => {
  expect(staffBars(lesson({ kick: [] }), [[bar]], BAR)[0]).toMatchObject({ name: '', opens: false, times: 1, starts: [0] });
});

const [first, second] = staffBars(song, [[bar, bar], [bar]], BAR);
const places = [
  {
    bar: first,
    from: 50,
    to: 150,
    notes: [
      { at: 0, x: 60 },
      { at: 1920, x: 100 },
    ],
  },
  { bar: second, from: 150, to: 250, notes: [{ at: 960, x: 180 }] },
] as BarPlace[];

test('a tick lies between its notes, in every turn of a repeat', () => {
  expect(xOf(places, 0, BAR)).toBe(60);
  expect(xOf(places, 960, BAR)).toBe(80);
  expect(xOf(places, 2 * BAR + 1920, BAR)).toBe(100);
  expect(xOf(places, 2880, BAR)).toBe(125);
  expect(xOf(places, BAR, BAR)).toBe(150);
  expect(xOf(places, 4 * BAR, BAR), 'in another line').toBeNull();
});

test('the nearest note is lit', () => {
  expect(tickAt(places, 85)).toBe(1920);
  expect(tickAt(places, 0)).toBe(0);
  expect(tickAt(places, 999)).toBe(BAR + 960);
  expect(tickAt([], 5)).toBeNull();
});
