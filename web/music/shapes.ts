import type { Hit, Pattern } from '../api/types';
import { bounded, velocityOf, withHits } from './pattern';
import type { Range } from './range';

/** Velocities that new hits of a level have, by its name. */
export type Entries = Record<'ghost' | 'soft' | 'firm' | 'accent', number>;

/** What one press makes of the dynamics of a row. */
export type Shape = { every: 2 | 3 | 4 } | 'alternate' | 'louder' | 'softer';

/**
 * Shapes the hits of each row within a range, by themselves: accents on the first of every two, three or four, the others kept below
 * them; firm and soft in turn; or a straight line in time, from where the row begins to an accent, or down to a soft hit.
 */
export function shaped(pattern: Pattern, range: Range, shape: Shape, entries: Entries): Pattern {
  return range.rows.reduce(
    (result, row) =>
      withHits(result, range.section, row, (hits) => {
        const inside = hits.filter((hit) => hit.at >= range.from && hit.at < range.to);
        const velocities = new Map(inside.map((hit, index) => [hit, velocityIn(inside, index, shape, entries)]));
        return hits.map((hit) => ({ ...hit, velocity: velocities.get(hit) ?? velocityOf(hit) }));
      }),
    pattern,
  );
}

function velocityIn(hits: Hit[], index: number, shape: Shape, { soft, firm, accent }: Entries): number {
  const hit = hits[index] as Hit;
  const first = hits[0] as Hit;
  const last = hits.at(-1) as Hit;
  if (shape === 'alternate') return index % 2 === 0 ? firm : soft;
  if (typeof shape === 'object') return index % shape.every === 0 ? accent : Math.min(velocityOf(hit), firm);
  const from = shape === 'louder' ? Math.min(velocityOf(first), soft) : Math.max(velocityOf(first), firm);
  const to = shape === 'louder' ? accent : soft;
  const way = last.at === first.at ? 1 : (hit.at - first.at) / (last.at - first.at);
  return bounded(Math.round(from + (to - from) * way), 1, 127);
}

/**
 * Hits spread as evenly as steps allow: hit i stands at ⌊i · steps / count⌋ (Clough and Douthett, "Maximally even sets"), all turned by
 * start.
 * @returns steps from 0, rising
 */
export function spread(count: number, steps: number, start = 0): number[] {
  return Array.from({ length: count }, (_, i) => (start + Math.floor((i * steps) / count)) % steps).sort((a, b) => a - b);
}

/** Every n-th step from one of them on, from 0. */
export function everyNth(n: number, steps: number, start = 0): number[] {
  return Array.from({ length: Math.max(0, Math.ceil((steps - start) / n)) }, (_, i) => start + i * n);
}
