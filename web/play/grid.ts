import { snapTicks } from '../music/time';

/** Fewer strokes tell nothing. */
const LEAST = 4;
/** Of what strokes at random would leave: a grid that leaves more is none. */
const FITS = 0.25;
/** So much better another grid must be than the one that is there. */
const BETTER = 0.5;

/**
 * Which grid strokes were played on, by least squares: of each grid the mean of the squared ways to its nearest places, divided by what
 * strokes at random would leave (step² / 12), so that a finer grid does not win by being finer.
 *
 * @param ticks as written, without the groove
 * @param now   the grid that is there
 * @returns another one where it fits clearly better; else the one that is there
 */
export function gridOf(ticks: readonly number[], now: string): string {
  if (ticks.length < LEAST) return now;
  const left = (snap: string): number => {
    const step = snapTicks(snap);
    const sum = ticks.reduce((all, tick) => all + (tick - Math.round(tick / step) * step) ** 2, 0);
    return sum / ticks.length / (step ** 2 / 12);
  };
  const present = left(now);
  const others = ['16', '8t', '16t'].filter((snap) => snap !== now).map((snap) => ({ snap, left: left(snap) }));
  const best = others.reduce((a, b) => (b.left < a.left ? b : a));
  return best.left < FITS && best.left < present * BETTER ? best.snap : now;
}
