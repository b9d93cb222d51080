import { expect, it } from 'vitest';
import { lesson } from '../../tests/web/lesson';
import type { Pattern } from '../api/types';
import { barsSet } from '../music/form';
import { drawn, marching } from './parade';

const BAR = 3840;
const beat = (id: string, pattern: Pattern) => ({ id, student: id, name: id, pattern });
const one = barsSet(lesson({ kick: [{ at: 0 }] }), 0, 1, BAR);
const two = barsSet(lesson({ kick: [{ at: BAR }] }), 0, 2, BAR);
const kicks = (pattern: Pattern | undefined) => pattern?.sections[0]?.rows[0]?.hits.map(({ at }) => at);

it('brings beats to one tempo and one length, a shorter one going round, and leaves another meter out', () => {
  const waltz = { ...one, meter: { count: 3, unit: 4 } } as Pattern;
  const { beats, out } = marching([beat('a', one), beat('b', two), beat('c', waltz)], one.meter, { bpm: 77 }, BAR);
  expect(beats.map(({ pattern }) => [pattern.tempo.bpm, pattern.sections[0]?.bars])).toEqual([
    [77, 2],
    [77, 2],
  ]);
  expect(kicks(beats[0]?.pattern)).toEqual([0, BAR]);
  expect(kicks(beats[1]?.pattern)).toEqual([BAR]);
  expect(out.map(({ id }) => id)).toEqual(['c']);
  expect(kicks(one), 'what was handed in stays').toEqual([0]);
});

it('draws an order that has everybody once', () => {
  const list = Array.from({ length: 35 }, (_, i) => i);
  expect([...drawn(list)].sort((a, b) => a - b)).toEqual(list);
  expect(drawn([1, 2, 3], () => 0)).toEqual([2, 3, 1]);
});
