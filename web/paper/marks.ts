import type { Catalogue, Hit, Section } from '../api/types';
import { inOrder } from '../music/order';
import { velocityOf } from '../music/pattern';
import { calledInstrument } from '../sheet/called';
import type { Key } from '../words/words';

/** How a hit is drawn on paper. */
export type MarkStyle = 'noteheads' | 'crosses' | 'dots' | 'letters';
export const MARKS: { value: MarkStyle; label: Key }[] = [
  { value: 'noteheads', label: 'paper.marks.noteheads' },
  { value: 'crosses', label: 'paper.marks.crosses' },
  { value: 'dots', label: 'paper.marks.dots' },
  { value: 'letters', label: 'paper.marks.letters' },
];

const HEADS: Record<string, string> = { oval: '●', cross: '✕', 'ringed-cross': '⊗', diamond: '◆', triangle: '▲' };
const ACCENT = 105;
const GHOST = 40;

/**
 * One sign of a hit: the louder the larger in letters, else with a wedge; a ghost in parentheses.
 * @param own a sign that the class likes for this row; empty for the usual one
 */
export function markOf(hit: Hit, head: string, style: MarkStyle, own = ''): string {
  const velocity = velocityOf(hit);
  const loud = velocity >= ACCENT;
  if (own === '' && style === 'letters') return loud ? 'X' : velocity < GHOST ? '(x)' : 'x';
  const sign = own !== '' ? own : style === 'crosses' ? '✕' : style === 'dots' ? '●' : (HEADS[head] ?? '●');
  const graced = hit.ornament ? `${hit.ornament === 'flam' ? 'f' : 'd'}${sign}` : sign;
  const rolled = (hit.roll ?? 1) > 1 ? `${graced}${hit.roll}` : graced;
  return loud ? `${rolled}>` : velocity < GHOST ? `(${rolled})` : rolled;
}

/** Columns of a bar on paper: the coarsest of these grids on which every hit of a section stands; sixteenths where there is none. */
export function columnTicks(section: Section): number {
  const grids = [240, 320, 160, 120, 80];
  const ats = section.rows.flatMap((row) => hitsOf(row, section).map((hit) => hit.at));
  return grids.find((step) => ats.every((at) => at % step === 0)) ?? 240;
}

/** The hits of a row with those that its cycle repeats, without those that are silenced. */
export function hitsOf(row: Section['rows'][number], section: Section, length = Number.POSITIVE_INFINITY): Hit[] {
  const hits = row.hits.filter((hit) => !hit.silent && (!row.cycle || hit.at < row.cycle));
  if (!row.cycle || !Number.isFinite(length)) return hits;
  const turns = Math.ceil(length / row.cycle);
  return Array.from({ length: turns }, (_, turn) => hits.map((hit) => ({ ...hit, at: hit.at + turn * (row.cycle ?? 0) })))
    .flat()
    .filter((hit) => hit.at < length && section.bars > 0);
}

export type Line = { label: string; tint: string | null; cells: string[] };
/** Rows without a tint of their own take turns. */
const TINTS = ['amber', 'moss', 'tide', 'plum'];

/**
 * One bar of a section as lines of signs; what stands between two columns goes to the nearer one.
 * @param filled whose hits are written in: the section itself, a frame of its rows, or null for none
 */
export function barLines(
  section: Section,
  filled: Section | null,
  bar: number,
  barTicks: number,
  catalogue: Catalogue,
  { marks, signs, tints, order }: { marks: MarkStyle; signs: Record<string, string>; tints: boolean; order: readonly string[] | null },
): Line[] {
  const step = columnTicks(section);
  const count = Math.max(1, Math.round(barTicks / step));
  return inOrder(section.rows, order).map((row, index) => {
    const instrument = calledInstrument(catalogue, row);
    const cells = Array.from({ length: count }, () => '');
    const from = filled === section ? row : filled?.rows.find((one) => one.instrument === row.instrument);
    // A frame of one bar goes through the whole.
    const length = filled ? filled.bars * barTicks : barTicks;
    for (const hit of from && filled ? hitsOf(from, filled, length) : []) {
      const column = Math.round((hit.at - ((bar * barTicks) % length)) / step);
      if (column >= 0 && column < count && hit.at >= (bar * barTicks) % length) {
        cells[column] = markOf(hit, instrument?.notehead ?? 'oval', marks, signs[row.instrument] ?? '');
      }
    }
    const tint = tints ? (row.tint ?? TINTS[index % TINTS.length] ?? null) : null;
    return { label: instrument?.label ?? row.instrument, tint, cells };
  });
}
