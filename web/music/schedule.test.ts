import { execFileSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { describe, expect, it } from 'vitest';
import type { Hit, Music, Pattern, Row } from '../api/types';
import { passTicks, played, soundings, tickSeconds, written } from './schedule';

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
      });
    }
    const snaps = ['4', '8', '8t', '16', '16t', '32', '32t', '64'];
    return { instrument, snap: snaps[roll(7)] ?? '16', cycle: roll(3) ? null : 240 + roll(3000), hits: [...hits.values()] };
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
  it("is the core's strokes, over many random patterns and passes", () => {
    const folder = mkdtempSync(join(tmpdir(), 'pulsanda-'));
    const roll = dice(20);
    try {
      for (let round = 0; round < 12; round++) {
        const pattern = anyPattern(roll);
        writeFileSync(join(folder, 'any.json'), JSON.stringify(pattern));
        const core = JSON.parse(
          execFileSync('bin/console', ['pulsanda:strokes', join(folder, 'any.json'), '--json', '--passes=3'], { encoding: 'utf8' }),
        );
        const line = (one: { instrument: string; played: number; velocity: number }) => `${one.played} ${one.instrument} ${one.velocity}`;
        const mine = [1, 2, 3].flatMap((pass) =>
          soundings(pattern, straight, pass).map((one) => ({ ...one, played: one.played + (pass - 1) * passTicks(pattern, straight) })),
        );
        expect(mine.map(line).sort()).toEqual(core.map(line).sort());
      }
    } finally {
      rmSync(folder, { recursive: true });
    }
  }, 60_000);

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
