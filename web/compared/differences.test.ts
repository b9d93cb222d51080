import { describe, expect, it } from 'vitest';
import type { Music, Pattern, Result } from '../api/types';
import { differencesOnly } from './differences';

const music = { barTicks: 3840, beatTicks: 960 } as Music;
const beat = (rows: Record<string, number[]>): Pattern => ({
  format: 'pulsanda-pattern',
  version: 1,
  title: 'Lesson',
  meter: { count: 4, unit: 4 },
  tempo: { bpm: 96 },
  kit: 'boathouse',
  sections: [
    { name: 'A', bars: 1, rows: Object.entries(rows).map(([instrument, at]) => ({ instrument, hits: at.map((one) => ({ at: one })) })) },
  ],
});
const pair = (status: string, instrument: string, target: number | null, submission: number | null) =>
  ({ status, instrument, target, submission, ticks: null, credit: null, statement: null }) as Result['pairs'][number];

describe('differences only', () => {
  const target = beat({ kick: [0, 1920], snare: [960] });
  const submission = beat({ kick: [0], snare: [1200], clap: [2880] });
  const result = {
    pairs: [
      pair('match', 'kick', 0, 0),
      pair('missing', 'kick', 1920, null),
      pair('moved', 'snare', 960, 1200),
      pair('extra', 'clap', null, 2880),
    ],
  } as Result;
  const heard = differencesOnly(result, target, submission, music);
  const velocities = Object.fromEntries(
    (heard.sections[0]?.rows ?? []).flatMap((row) => row.hits.map((hit) => [`${row.instrument} ${hit.at}`, hit.velocity])),
  );

  it('lets what is right sound quietly', () => expect(velocities['kick 0']).toBe(27));
  it('lets what is missing, moved or too many sound full', () =>
    expect([velocities['kick 1920'], velocities['snare 960'], velocities['snare 1200'], velocities['clap 2880']]).toEqual([
      112, 112, 112, 112,
    ]));
  it('changes neither beat', () => expect(target.sections[0]?.rows[0]?.hits[0]).toEqual({ at: 0 }));
});
