import type { Catalogue, Hit, Section } from '../api/types';
import { velocityOf } from '../music/pattern';

/** How a hit is drawn on paper. */
export type MarkStyle = 'noteheads' | 'crosses' | 'dots' | 'letters';
export const MARKS: { value: MarkStyle; label: string }[] = [
  { value: 'noteheads', label: 'noteheads' },
  { value: 'crosses', label: 'crosses' },
  { value: 'dots', label: 'dots' },
  { value: 'letters', label: 'x and X' },
];

const HEADS: Record<string, string> = { oval: '●', cross: '✕', 'ringed-cross': '⊗', diamond: '◆', triangle: '▲' };
const ACCENT = 105;
const GHOST = 40;

/** One sign of a hit: the louder the larger in letters, else with a wedge; a ghost in parentheses. */
export function markOf(hit: Hit, head: string, style: MarkStyle): string {
  const velocity = velocityOf(hit);
  const loud = velocity >= ACCENT;
  if (style === 'letters') return loud ? 'X' : velocity < GHOST ? '(x)' : 'x';
  const sign = style === 'crosses' ? '✕' : style === 'dots' ? '●' : (HEADS[head] ?? '●');
  const rolled = (hit.roll ?? 1) > 1 ? `${sign}${hit.roll}` : sign;
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

export type Line = { label: string; cells: string[] };

/** One bar of a section as lines of signs; what stands between two columns goes to the nearer one. */
export function barLines(section: Section, bar: number, barTicks: number, catalogue: Catalogue, style: MarkStyle, blank: boolean): Line[] {
  const step = columnTicks(section);
  const count = Math.max(1, Math.round(barTicks / step));
  return section.rows.map((row) => {
    const instrument = catalogue.instruments.find((one) => one.name === row.instrument);
    const cells = Array.from({ length: count }, () => '');
    for (const hit of blank ? [] : hitsOf(row, section, section.bars * barTicks)) {
      const column = Math.round((hit.at - bar * barTicks) / step);
      if (hit.at >= bar * barTicks && hit.at < (bar + 1) * barTicks && column < count) {
        cells[column] = markOf(hit, instrument?.notehead ?? 'oval', style);
      }
    }
    return { label: instrument?.label ?? row.instrument, cells };
  });
}
