import { describe, expect, it } from 'vitest';
import { barsPerLine, cellBox, fitted, geometry, lineHeight, lineWidth, noteX, type SheetLine, TALLEST, ZOOMS } from './geometry';
import { scaleOf, stemHeight } from './scale';

describe('lines of a sheet', () => {
  it('holds every bar once, in order, whatever the width', () => {
    for (const bars of [1, 2, 3, 4, 7, 16]) {
      for (const width of [200, 420, 780, 1100, 1900]) {
        const g = geometry(bars, 3840, 960, width, 24);
        expect(g.lines[0]?.from).toBe(0);
        expect(g.lines.at(-1)?.to).toBe(bars * 3840);
        g.lines.forEach((line, i) => {
          expect(line.from).toBe(g.lines[i - 1]?.to ?? 0);
          expect(line.bars).toContain(Math.floor(line.from / 3840));
        });
        expect(g.tickWidth * 240).toBeGreaterThanOrEqual(24);
        expect(Math.max(...g.lines.map((line) => lineWidth(line, g)))).toBeLessThanOrEqual(Math.max(width, 4 * 24) + 0.001);
      }
    }
  });

  it('shares bars evenly among lines', () => {
    expect(geometry(4, 3840, 960, 3 * 16 * 24, 24).lines.map((line) => line.bars.length)).toEqual([2, 2]);
  });

  it('breaks a bar between beats where even one does not fit', () => {
    expect(geometry(1, 3840, 960, 270, 30).lines.map((line) => [line.from, line.to])).toEqual([
      [0, 1920],
      [1920, 3840],
    ]);
    expect(geometry(2, 2880, 480, 270, 30).lines.map((line) => line.to)).toEqual([1440, 2880, 4320, 5760]);
    expect(geometry(1, 4800, 960, 270, 30).lines.map((line) => line.to)).toEqual([1920, 3840, 4800]);
  });
});

describe('a sheet that is as large as it fits', () => {
  const least = { step: 24, row: 33 };
  const perLine = (bars: number, rows: number, room = 570, width = 780, barTicks = 3840) =>
    barsPerLine({ bars, rows, barTicks, thin: 0 }, { width, room }, least);

  it('draws one and two bars a line each, and more of them side by side', () => {
    expect([perLine(1, 4), perLine(2, 4), perLine(4, 4)]).toEqual([1, 1, 2]);
    expect(perLine(2, 4, 570, 1900)).toBe(2);
  });

  it('leaves it to scrolling where not everything can be seen at once', () => {
    expect(perLine(16, 6)).toBeNull();
    expect(perLine(1, 4, 570, 300)).toBeNull();
  });

  it('is never larger than its room, whatever the beat', () => {
    for (const bars of [1, 2, 3, 4, 6, 8, 16]) {
      for (const rows of [1, 3, 5, 9, 16]) {
        for (const room of [300, 470, 570, 900]) {
          for (const barTicks of [2880, 3840, 4800]) {
            const count = perLine(bars, rows, room, 780, barTicks);
            if (count === null) continue;
            const free = geometry(bars, barTicks, 960, 780, 24, 1, 240, count);
            const g = fitted(free, rows, room, least.row, TALLEST);
            const height = g.lines.reduce((sum, line) => sum + lineHeight(line, g, rows, 0, true), 0) + (g.lines.length - 1) * 15;
            expect(height).toBeLessThanOrEqual(room);
            expect(Math.max(...g.lines.map((line) => lineWidth(line, g)))).toBeLessThanOrEqual(780.001);
            expect(g.tickWidth * 240).toBeGreaterThanOrEqual(least.step);
            expect(g.scale.row).toBeGreaterThanOrEqual(least.row);
            expect(stemHeight(127, g.scale) + g.scale.rise).toBeLessThanOrEqual(g.scale.row);
          }
        }
      }
    }
  });
});

it('draws a harder hit with a taller stem', () => {
  for (const zoom of ZOOMS) {
    const scale = scaleOf(zoom);
    expect(stemHeight(127, scale)).toBeCloseTo(scale.most);
    for (let velocity = 2; velocity <= 127; velocity++)
      expect(stemHeight(velocity, scale)).toBeGreaterThan(stemHeight(velocity - 1, scale));
    expect(stemHeight(1, scale)).toBeGreaterThan(scale.least);
  }
});

describe('places of a row', () => {
  const laidOut = (finest: number) => {
    const g = geometry(1, 3840, 960, 16 * 48, 24, 1, finest);
    return { g, line: g.lines[0] as SheetLine };
  };

  it('hold their notes, and cover the line without a gap, whatever the grid', () => {
    for (const step of [960, 480, 320, 240, 160, 120, 80, 60]) {
      const { g, line } = laidOut(Math.min(240, step));
      let end = 0;
      for (let at = 0; at < 3840; at += step) {
        const box = cellBox(at, step, line, g);
        expect(noteX(at, line, g)).toBeGreaterThanOrEqual(box.left);
        expect(noteX(at, line, g)).toBeLessThanOrEqual(box.left + box.width);
        expect(box.left).toBeCloseTo(end);
        end = box.left + box.width;
      }
      expect(end).toBeCloseTo(lineWidth(line, g));
    }
  });

  it('hold their notes in a coarse row beside a fine one', () => {
    const { g, line } = laidOut(120);
    const box = cellBox(960, 480, line, g);
    expect(box.left + box.width / 2).toBeCloseTo(noteX(960, line, g));
  });
});
