import { execFileSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { describe, expect, it } from 'vitest';
import { ASKS, askOf } from './asks';
import { isFrame } from './plan';

const frame = {
  format: 'pulsanda-pattern',
  version: 1,
  title: 'Frame',
  meter: { count: 4, unit: 4 },
  tempo: { bpm: 96 },
  kit: 'boathouse',
  sections: [{ name: 'A', bars: 1, rows: [{ instrument: 'kick', hits: [{ at: 0 }] }] }],
};

describe('rules in sentences', () => {
  it.each(ASKS.map((ask) => [ask.kind, ask] as const))('%s has a usual value for every blank', (_, ask) => {
    for (const piece of ask.sentence) if (typeof piece !== 'string') expect(ask.usual, piece.key).toHaveProperty(piece.key);
    expect(ask.sentence.some((piece) => typeof piece === 'string')).toBe(true);
  });

  it.each(ASKS.map((ask) => [ask.kind, ask] as const))('%s has usual values within its blanks', (_, ask) => {
    for (const piece of ask.sentence) {
      if (typeof piece === 'string' || piece.type !== 'number') continue;
      const value = (ask.usual as Record<string, number>)[piece.key];
      expect(value).toBeGreaterThanOrEqual(piece.low);
      expect(value).toBeLessThanOrEqual(piece.high);
    }
  });

  it('are each found by their kind', () => {
    expect(askOf('fill-at-end')?.menu).toBe('a fill at the end');
    expect(askOf('be-beautiful')).toBeUndefined();
    expect(new Set(ASKS.map(({ kind }) => kind)).size).toBe(ASKS.length);
  });

  it('are all understood by the core as they are offered', () => {
    const folder = mkdtempSync(join(tmpdir(), 'pulsanda-'));
    try {
      const list = ASKS.map(({ kind, usual }) => ({ kind, points: 1, ...usual, ...(isFrame({ kind }) && { frame }) }));
      writeFileSync(join(folder, 'rules.json'), JSON.stringify(list));
      writeFileSync(join(folder, 'beat.json'), JSON.stringify(frame));
      const said = execFileSync('bin/console', ['pulsanda:require', join(folder, 'rules.json'), join(folder, 'beat.json'), '--json'], {
        env: { ...process.env, APP_ENV: 'prod' },
      });
      const results = JSON.parse(said.toString()).results as { kind: string; passed: boolean }[];
      expect(results.map(({ kind }) => kind)).toEqual(ASKS.map(({ kind }) => kind));
      expect(results.find(({ kind }) => kind === 'contains')?.passed).toBe(true);
      expect(results.find(({ kind }) => kind === 'keep-clear')?.passed).toBe(false);
    } finally {
      rmSync(folder, { recursive: true });
    }
  });
});
