import { execFileSync } from 'node:child_process';
import { describe, expect, it } from 'vitest';
import type { Hit, Music, Pattern, Row } from '../api/types';
import { played, type Sounding, soundings, tickSeconds, written } from './schedule';

const BAR = 3840;
const straight: Music = {
  barTicks: BAR,
  beatTicks: 960,
  groove: [
    [0, 0],
    [BAR, BAR],
  ],
  words: [],
  fills: [],
  order: null,
  values: false,
};
const shuffle: Music = {
  ...straight,
  groove: [0, 960, 1920, 2880].flatMap((beat) => [
    [beat, beat],
    [beat + 480, beat + 640],
  ]),
};
shuffle.groove.push([BAR, BAR]);

/** A small linear generator: the same patterns in every run. */
function dice(seed: number): (most: number) => number {
  let state = seed;
  return (most) => {
    state = (state * 48271) % 2147483647;
    return state % (most + 1);
  };
}

function anyPattern(roll: (most: number) => number): Pattern {
  const rows: Row[] = ['kick', 'snare', 'closed-hat', 'snare'].map((instrument) => {
    const hits = new Map<number, Hit>();
    for (let i = roll(10); i > 0; i--) {
      const at = roll(2 * BAR - 1);
      hits.set(at, {
        at,
        velocity: 1 + roll(126),
        push: roll(240) - 120,
        roll: 1 + roll(7),
        odds: roll(2) ? 100 : 1 + roll(98),
        silent: roll(8) === 0,
        pan: roll(3) ? 0 : roll(20) / 10 - 1,
        tune: roll(3) ? 0 : roll(24) - 12,
        ornament: roll(4) ? null : roll(1) ? 'flam' : 'drag',
      });
    }
    const sound = roll(4) ? null : 'frog';
    const snaps = ['4', '8', '8t', '16', '16t', '32', '32t', '64'];
    const [level, pan, tune, room] = [roll(3) / 2, roll(2) - 1, roll(8) - 4, roll(2) / 2];
    return {
      instrument,
      level,
      pan,
      tune,
      room,
      muted: roll(6) === 0,
      sound,
      snap: snaps[roll(7)] ?? '16',
      cycle: roll(3) ? null : 240 + roll(3000),
      hits: [...hits.values()].sort((a, b) => a.at - b.at),
    };
  });
  return {
    format: 'pulsanda-pattern',
    version: 1,
    title: 'Any',
    seed: roll(1_000_000),
    meter: { count: 4, unit: 4 },
    tempo: { bpm: 96 },
    kit: 'boathouse',
    sections: [{ name: 'A', bars: 2, rows }],
    order: [{ section: 'A', times: 1 + roll(2) }],
  };
}

describe('what the browser plays', () => {
  it('is what the core mixes, over many random patterns and passes', () => {
    const roll = dice(20);
    const patterns = Array.from({ length: 40 }, () => anyPattern(roll));
    const printed = execFileSync('php', ['tests/web/soundings.php'], {
      encoding: 'utf8',
      input: JSON.stringify(patterns),
      maxBuffer: 2 ** 28,
    });
    const core: Sounding[][][] = JSON.parse(printed);
    patterns.forEach((pattern, i) => {
      for (const pass of [1, 2, 3]) expect(soundings(pattern, straight, pass)).toEqual(core[i]?.[pass - 1]);
    });
  });

  it('takes turns with the takes of a sound, in eighths as in sixteenths', () => {
    const row = (hits: Hit[]): Pattern => ({
      ...anyPattern(dice(1)),
      sections: [{ name: 'A', bars: 1, rows: [{ instrument: 'kick', hits }] }],
    });
    for (const step of [240, 480]) {
      const hits = Array.from({ length: BAR / step }, (_, i) => ({ at: i * step }));
      const turns = soundings(row(hits), straight, 1).map(({ turn }) => turn % 2);
      expect(turns.join('')).not.toMatch(/000|111/);
    }
  });

  it('swings between the corners of the groove map, in every bar', () => {
    expect([0, 240, 480, 720, 960, BAR + 480].map((tick) => played(shuffle, tick))).toEqual([0, 320, 640, 800, 960, BAR + 640]);
    for (let tick = 0; tick < BAR; tick += 60) expect(written(shuffle, played(shuffle, tick))).toBeCloseTo(tick, 0);
  });

  it('knows how long a tick is', () => {
    const pattern = anyPattern(dice(1));
    expect(tickSeconds({ ...pattern, tempo: { bpm: 120, beat: '4' } }) * 960).toBeCloseTo(0.5);
    expect(tickSeconds({ ...pattern, tempo: { bpm: 60, beat: '4.' } }) * 1440).toBeCloseTo(1);
  });

  it('leaves muted rows out', () => {
    const pattern = anyPattern(dice(3));
    for (const row of pattern.sections[0]?.rows ?? []) row.muted = true;
    expect(soundings(pattern, straight, 1)).toEqual([]);
  });
});
