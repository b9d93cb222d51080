import { median } from '../music/median';

/** Taps whose middle is taken. */
export const TAPS = 16;
/** Clicks before the first that counts. */
export const LEAD = 4;
/** Seconds between two clicks. */
export const APART = 0.6;
/** Milliseconds that may be taken off. */
export const MOST_LATENCY = 400;
/** Milliseconds of spread up to which the middle is sure, or good enough. */
const SURE = 8;
const FAIR = 18;

export type Measured = {
  /** Milliseconds: the median of all ways from a click to its tap. */
  latency: number;
  /** Half of the taps are no further from it, in milliseconds. */
  spread: number;
  sure: 'sure' | 'fair' | 'rough';
};

/**
 * How late taps come that are meant to be on clicks. A tap belongs to the click that it is nearest to, once half of the usual delay is
 * taken off; a click has one tap at most.
 *
 * @param clicks seconds
 * @param taps   seconds
 * @returns null while fewer than half of the clicks are tapped
 */
export function measured(clicks: readonly number[], taps: readonly number[]): Measured | null {
  const ways = clicks.flatMap((click) => {
    const near = taps.filter((tap) => tap > click - APART / 4 && tap <= click + (APART * 3) / 4);
    const [first] = near.sort((a, b) => Math.abs(a - click) - Math.abs(b - click));
    return first === undefined ? [] : [(first - click) * 1000];
  });
  if (ways.length < TAPS / 2) return null;
  const latency = median(ways);
  const spread = median(ways.map((way) => Math.abs(way - latency)));
  return {
    latency: Math.round(Math.min(MOST_LATENCY, latency)),
    spread: Math.round(spread * 10) / 10,
    sure: spread <= SURE && ways.length >= TAPS - 2 ? 'sure' : spread <= FAIR ? 'fair' : 'rough',
  };
}
