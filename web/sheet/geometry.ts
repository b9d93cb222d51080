/** Where things are on a sheet. Bars wrap into lines like music; every line shows all rows. Pixels. */
export type SheetLine = { index: number; from: number; to: number; bars: number[] };
export type Geometry = { lines: SheetLine[]; tickWidth: number };

export const ROW_HEIGHT = 48;
/** The notehead's height above the bottom of its row. */
export const HEAD_RISE = 10;
export const STEM_LEAST = 6;
export const STEM_MOST = 26;

/**
 * @param beatTicks where a bar may be broken when even one does not fit, as on a phone
 * @param width     pixels that the bars may take
 * @param leastStep pixels that a sixteenth needs to be hit with a finger or a mouse
 */
export function geometry(bars: number, barTicks: number, beatTicks: number, width: number, leastStep: number): Geometry {
  const room = (width / leastStep) * 240;
  // Lines are as even as they can be: 4 bars in two lines are 2 and 2, not 3 and 1.
  const even = (count: number, unit: number) => {
    const most = Math.max(1, Math.min(count, Math.floor(room / unit)));
    return unit * Math.ceil(count / Math.ceil(count / most));
  };
  const length = room >= barTicks ? even(bars, barTicks) : even(barTicks / beatTicks, beatTicks);
  const tickWidth = Math.max(leastStep, Math.min((width / length) * 240, 56)) / 240;
  const lines: SheetLine[] = [];
  for (let from = 0; from < bars * barTicks; ) {
    // A line ends where it is full; one that breaks a bar ends with the bar at the latest.
    const barEnd = (Math.floor(from / barTicks) + 1) * barTicks;
    const to = Math.min(from + length, length < barTicks ? barEnd : bars * barTicks);
    const first = Math.floor(from / barTicks);
    lines.push({ index: lines.length, from, to, bars: Array.from({ length: Math.ceil(to / barTicks) - first }, (_, i) => first + i) });
    from = to;
  }
  return { lines, tickWidth };
}

export const lineWidth = (line: SheetLine, g: Geometry): number => (line.to - line.from) * g.tickWidth;

export const stemHeight = (velocity: number): number => STEM_LEAST + (velocity / 127) * (STEM_MOST - STEM_LEAST);
