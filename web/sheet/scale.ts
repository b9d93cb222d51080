/** Heights at a zoom: of a row, of the notehead above its bottom, of the shortest and tallest stem; how large heads are, from 1 on. */
export type Scale = { row: number; rise: number; least: number; most: number; size: number };

export function scaleOf(zoom: number): Scale {
  return scaled(Math.round(FULL_ROW * Math.max(0.8, zoom)));
}

/** Pixels of a row at its usual size. */
export const FULL_ROW = 48;

/** Noteheads grow with their row, up to what looks written. */
const LARGEST = 1.6;
export const scaled = (row: number): Scale => {
  const size = Math.max(1, Math.min(LARGEST, row / FULL_ROW));
  return { row, rise: 10 * size, least: 6 * size, most: row - 22 * size, size };
};

export const stemHeight = (velocity: number, scale: Scale): number => scale.least + (velocity / 127) * (scale.most - scale.least);
