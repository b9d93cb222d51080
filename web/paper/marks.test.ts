import { describe, expect, it } from 'vitest';
import { BAR, catalogue, lesson } from '../../tests/web/lesson';
import { barLines, columnTicks, markOf } from './marks';

const section = (rows: Parameters<typeof lesson>[0], bars = 1) =>
  lesson(rows, bars).sections[0] as NonNullable<ReturnType<typeof lesson>['sections'][number]>;

const LETTERS = { marks: 'letters' as const, signs: {}, tints: false, order: null };

describe('a beat on paper', () => {
  it('has a sign for how hard a hit is', () => {
    expect(['letters', 'dots', 'crosses', 'noteheads'].map((style) => markOf({ at: 0, velocity: 120 }, 'cross', style as 'dots'))).toEqual([
      'X',
      '●>',
      '✕>',
      '✕>',
    ]);
    expect(markOf({ at: 0, velocity: 20 }, 'oval', 'noteheads')).toBe('(●)');
    expect(markOf({ at: 0, roll: 3 }, 'oval', 'noteheads')).toBe('●3');
  });

  it('stands in columns of its bar, or is blank for a pencil', () => {
    const beat = section({ kick: [{ at: 0 }, { at: BAR + 480 }], snare: [] }, 2);
    const second = barLines(beat, beat, 1, BAR, catalogue, LETTERS);
    expect(second.map(({ label, cells }) => `${label} ${cells.map((cell) => cell || '-').join('')}`)).toEqual([
      'Kick --x-------------',
      'Snare ----------------',
    ]);
    expect(
      barLines(beat, null, 0, BAR, catalogue, LETTERS)
        .flatMap(({ cells }) => cells)
        .join(''),
    ).toBe('');
  });

  it('takes a sign of its own for a row, and the hits of a frame alone through all bars', () => {
    const beat = section({ kick: [{ at: 0 }, { at: 960 }], snare: [{ at: 480 }] }, 2);
    const frame = section({ kick: [{ at: 960, velocity: 120 }] });
    const lines = barLines(beat, frame, 1, BAR, catalogue, { ...LETTERS, signs: { kick: 'B' }, tints: true, order: null });
    expect(lines.map(({ tint, cells }) => `${tint} ${cells.map((cell) => cell || '-').join('')}`)).toEqual([
      'amber ----B>-----------',
      'moss ----------------',
    ]);
  });

  it('has as many columns as its hits need, and writes cycles out', () => {
    expect(columnTicks(section({ kick: [{ at: 0 }, { at: 320 }] }))).toBe(320);
    const cycled = section({ kick: [{ at: 0 }] });
    Object.assign(cycled.rows[0] ?? {}, { cycle: 720 });
    expect(
      barLines(cycled, cycled, 0, BAR, catalogue, LETTERS)[0]
        ?.cells.map((cell) => cell || '-')
        .join(''),
    ).toBe('x--x--x--x--x--x');
  });
});
