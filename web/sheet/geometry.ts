import { FULL_ROW, type Scale, scaled, scaleOf } from './scale';

/** Where things are on a sheet. Bars wrap into lines like music; every line shows all rows. Pixels. */
export type SheetLine = { index: number; from: number; to: number; bars: number[] };
export type Geometry = {
  lines: SheetLine[];
  tickWidth: number;
  /** Ticks from a place to where its note stands: the middle of a place of the finest grid, so that what sounds at once stands so. */
  half: number;
  scale: Scale;
};

export const ZOOMS = [0.5, 0.7, 0.85, 1, 1.3, 1.7] as const;

/** Pixels over and between the lines of a sheet: the counting words, bar numbers where several bars share a line, a gap. */
const WORDS = 26;
const BAR_NUMBERS = 24;
const GAP = 15;

/**
 * The rows as high as they may be so that the whole sheet is seen at once, within what a hand can hit.
 *
 * @param room  pixels that the sheet may be high
 * @param least pixels that a row needs, and most that it may take
 */
export function fitted(g: Geometry, rows: number, room: number, least: number, most = g.scale.row): Geometry {
  const numbers = g.lines.some((line) => line.bars.length > 1) ? BAR_NUMBERS : 0;
  const over = g.lines.length * (WORDS + numbers) + (g.lines.length - 1) * GAP;
  const row = Math.floor((room - over) / Math.max(1, g.lines.length * rows));
  const scale = scaled(Math.max(least, Math.min(most, row)));
  return { ...g, scale: { ...scale, least: Math.max(scale.least, g.scale.least) } };
}

/** Pixels that a sixteenth takes at most, and where the sheet is as large as it fits. */
const WIDE = 56;
const WIDEST = 84;
/** And a row there. */
export const TALLEST = 92;
/** Pixels of a sixteenth and of a row that look as large as each other. */
const EVEN = { step: 30, row: FULL_ROW };

/**
 * Bars to a line with which everything is seen at once and as large as it fits; null where not everything can be.
 *
 * @param thin  pixels of each line that are not rows
 * @param width pixels that the bars may take, and `room` that the whole sheet may be high
 * @param least pixels that a sixteenth and a row need
 */
export function barsPerLine(
  { bars, rows, barTicks, thin }: { bars: number; rows: number; barTicks: number; thin: number },
  { width, room }: { width: number; room: number },
  least: { step: number; row: number },
): number | null {
  let best: { count: number; size: number } | null = null;
  for (let count = 1; count <= bars; count++) {
    const lines = Math.ceil(bars / count);
    // Lines are as even as they can be.
    if (Math.ceil(bars / lines) !== count) continue;
    const step = (width / (count * barTicks)) * 240;
    const over = lines * (WORDS + (count > 1 ? BAR_NUMBERS : 0) + thin) + (lines - 1) * GAP;
    const row = (room - over) / (lines * Math.max(1, rows));
    if (step < least.step || row < least.row) continue;
    const size = Math.min(step / EVEN.step, Math.min(row, TALLEST) / EVEN.row);
    if (!best || size > best.size) best = { count, size };
  }
  return best?.count ?? null;
}

/**
 * @param beatTicks where a bar may be broken when even one does not fit, as on a phone
 * @param width     pixels that the bars may take
 * @param leastStep pixels that a sixteenth needs to be hit with a finger or a mouse
 * @param finest    ticks of the finest grid that is shown, a sixteenth at most
 * @param perLine   bars to a line, where that is known: then they take all of the width
 */
export function geometry(
  bars: number,
  barTicks: number,
  beatTicks: number,
  width: number,
  leastStep: number,
  zoom = 1,
  finest = 240,
  perLine: number | null = null,
): Geometry {
  const least = leastStep * zoom;
  const room = (width / least) * 240;
  // Lines are as even as they can be: 4 bars in two lines are 2 and 2, not 3 and 1.
  const even = (count: number, unit: number) => {
    const most = Math.max(1, Math.min(count, Math.floor(room / unit)));
    return unit * Math.ceil(count / Math.ceil(count / most));
  };
  const length = perLine !== null ? perLine * barTicks : room >= barTicks ? even(bars, barTicks) : even(barTicks / beatTicks, beatTicks);
  const tickWidth = Math.max(least, Math.min((width / length) * 240, perLine === null ? WIDE * zoom : WIDEST)) / 240;
  const lines: SheetLine[] = [];
  for (let from = 0; from < bars * barTicks; ) {
    // A line ends where it is full; one that breaks a bar ends with the bar at the latest.
    const barEnd = (Math.floor(from / barTicks) + 1) * barTicks;
    const to = Math.min(from + length, length < barTicks ? barEnd : bars * barTicks);
    const first = Math.floor(from / barTicks);
    lines.push({ index: lines.length, from, to, bars: Array.from({ length: Math.ceil(to / barTicks) - first }, (_, i) => first + i) });
    from = to;
  }
  return { lines, tickWidth, half: finest / 2, scale: scaleOf(zoom) };
}

/** Pixels that a line of the sheet is high, with its words and, where it is edited, its bar numbers. */
export function lineHeight(line: SheetLine, g: Geometry, rows: number, thin: number, numbered: boolean): number {
  return WORDS + (numbered && line.bars.length > 1 ? BAR_NUMBERS : 0) + rows * g.scale.row + thin;
}

export const lineWidth = (line: SheetLine, g: Geometry): number => (line.to - line.from) * g.tickWidth;

/** The middle of a tick's note in a line. */
export const noteX = (tick: number, line: SheetLine, g: Geometry): number => (tick + g.half - line.from) * g.tickWidth;

/** The pixels a row's grid place takes in a line: around its note, within the line. */
export function cellBox(at: number, step: number, line: SheetLine, g: Geometry): { left: number; width: number } {
  const left = Math.max(line.from, at + g.half - step / 2);
  const right = Math.min(line.to, at + g.half + step / 2);
  // The first place of a coarse grid reaches back to the line's beginning, and the last one on to its end.
  const from = at - step < line.from ? line.from : left;
  const to = at + step >= line.to ? line.to : right;
  return { left: (from - line.from) * g.tickWidth, width: (to - from) * g.tickWidth };
}
