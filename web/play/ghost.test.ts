import { expect, test } from 'vitest';
import type { Music, Pattern } from '../api/types';
import { basicOf } from './ghost';

const empty = (bars: number, more: Pattern['sections'] = []): Pattern => ({
  format: 'pulsanda-pattern',
  version: 1,
  title: 'Beat',
  meter: { count: 4, unit: 4 },
  tempo: { bpm: 96, beat: '4' },
  kit: 'boathouse',
  sections: [{ name: 'A', bars, rows: ['kick', 'snare', 'closed-hat', 'ride'].map((instrument) => ({ instrument, hits: [] })) }, ...more],
});
const places = (pattern: Pattern) => pattern.sections[0]?.rows.map(({ hits }) => hits.map(({ at }) => at));

test.each([
  [
    '4/4',
    3840,
    960,
    [
      [0, 1920],
      [960, 2880],
      [0, 480, 960, 1440, 1920, 2400, 2880, 3360],
    ],
  ],
  ['6/8', 2880, 1440, [[0], [1440], [0, 480, 960, 1440, 1920, 2400]]],
  [
    '5/4',
    4800,
    960,
    [
      [0, 1920, 3840],
      [960, 2880],
      [0, 480, 960, 1440, 1920, 2400, 2880, 3360, 3840, 4320],
    ],
  ],
])('a ghost that finds nothing plays kick, snare and hats in %s, in every bar', (_, barTicks, beatTicks, bar) => {
  const played = places(basicOf(empty(2), { barTicks, beatTicks } as Music));
  expect(played).toEqual([...bar.map((ats) => [...ats, ...ats.map((at) => at + barTicks)]), []]);
});

test('it plays what stands on the sheet, in whatever section', () => {
  const beat = empty(1, [{ name: 'B', bars: 1, rows: [{ instrument: 'kick', hits: [{ at: 0 }] }] }]);
  expect(basicOf(beat, { barTicks: 3840, beatTicks: 960 } as Music)).toBe(beat);
});
