import { describe, expect, it } from 'vitest';
import { BAR, catalogue, lesson } from '../../tests/web/lesson';
import { barLines, columnTicks, markOf } from './marks';

const section = (rows: Parameters<typeof lesson>[0], bars = 1) =>
  lesson(rows, bars).sections[0] as NonNullable<ReturnType<typeof lesson>['sections'][number]>;

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
    const second = barLines(beat, 1, BAR, catalogue, 'letters', false);
    expect(second.map(({ label, cells }) => `${label} ${cells.map((cell) => cell || '-').join('')}`)).toEqual([
      'Kick --x-------------',
      'Snare ----------------',
    ]);
    expect(
      barLines(beat, 0, BAR, catalogue, 'letters', true)
        .flatMap(({ cells }) => cells)
        .join(''),
    ).toBe('');
  });

  it('has as many columns as its hits need, and writes cycles out', () => {
    expect(columnTicks(section({ kick: [{ at: 0 }, { at: 320 }] }))).toBe(320);
    const cycled = section({ kick: [{ at: 0 }] });
    Object.assign(cycled.rows[0] ?? {}, { cycle: 720 });
    expect(
      barLines(cycled, 0, BAR, catalogue, 'letters', false)[0]
        ?.cells.map((cell) => cell || '-')
        .join(''),
    ).toBe('x--x--x--x--x--x');
  });
});
