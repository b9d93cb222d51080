/** Where things are on a sheet. Bars wrap into lines like music; every line shows all rows. Pixels. */
export type SheetLine = { index: number; from: number; to: number; bars: number[] };
export type Geometry = { lines: SheetLine[]; barWidth: number; tickWidth: number; rowHeight: number };

export const ROW_HEIGHT = 48;
/** The notehead's height above the bottom of its row. */
export const HEAD_RISE = 10;
export const STEM_LEAST = 6;
export const STEM_MOST = 26;

/**
 * @param width     pixels that the bars may take
 * @param leastStep pixels that a sixteenth needs to be hit with a finger or a mouse
 */
export function geometry(bars: number, barTicks: number, width: number, leastStep: number): Geometry {
  const steps = barTicks / 240;
  const perLine = Math.max(1, Math.min(bars, Math.floor(width / (steps * leastStep))));
  // Lines are as even as they can be: 4 bars in two lines are 2 and 2, not 3 and 1.
  const balanced = Math.ceil(bars / Math.ceil(bars / perLine));
  const barWidth = Math.max(steps * leastStep, Math.min(width / balanced, steps * 56));
  const lines: SheetLine[] = [];
  for (let first = 0; first < bars; first += balanced) {
    const count = Math.min(balanced, bars - first);
    lines.push({
      index: lines.length,
      from: first * barTicks,
      to: (first + count) * barTicks,
      bars: Array.from({ length: count }, (_, i) => first + i),
    });
  }
  return { lines, barWidth, tickWidth: barWidth / barTicks, rowHeight: ROW_HEIGHT };
}

export const stemHeight = (velocity: number): number => STEM_LEAST + (velocity / 127) * (STEM_MOST - STEM_LEAST);
