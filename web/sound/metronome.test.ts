import { describe, expect, it } from 'vitest';
import { clicks, STRENGTH, USUAL } from './metronome';

const { bar, group, beat, part } = STRENGTH;

describe('the clicks of a bar', () => {
  it('stand on the beats, the first the strongest', () => {
    const list = clicks({ count: 4, unit: 4, groups: [1, 1, 1, 1] }, { barTicks: 3840, beatTicks: 960 }, USUAL);
    expect(list.map(({ at }) => at)).toEqual([0, 960, 1920, 2880]);
    expect(list.map(({ velocity }) => velocity)).toEqual([bar, beat, beat, beat]);
  });

  it('accent the groups of an uneven meter, if one likes', () => {
    const seven = { count: 7, unit: 8, groups: [2, 2, 3] };
    const music = { barTicks: 3360, beatTicks: 480 };
    expect(clicks(seven, music, USUAL).map(({ velocity }) => velocity)).toEqual([bar, beat, group, beat, group, beat, beat]);
    expect(clicks(seven, music, { ...USUAL, groups: false }).map(({ velocity }) => velocity)).toEqual([bar, ...Array(6).fill(beat)]);
  });

  it('divide each beat: six-eight in threes', () => {
    const list = clicks({ count: 6, unit: 8, groups: [3, 3] }, { barTicks: 2880, beatTicks: 1440 }, { ...USUAL, parts: 3 });
    expect(list).toEqual([0, 480, 960, 1440, 1920, 2400].map((at, i) => ({ at, velocity: i === 0 ? bar : i === 3 ? beat : part })));
  });
});
