import type { Music } from '../api/types';
import { bounded, MOST_PUSH } from '../music/pattern';
import { played, written } from '../music/schedule';

/** Ticks of the finest grid that is looked at. */
export const FINEST = 60;

/** Where a stroke is written: a place of the grid in its section, and ticks before or after it. */
export type Placed = {
  at: number;
  push: number;
  /** Whether it is the first place of the next turn, which it came a little before. */
  next: boolean;
};

/**
 * The place of a stroke: the nearest of the grid, plus the push that is left. Where that would be more than a push can be, the grid is
 * halved until it is not.
 *
 * @param tick   of the section at which it was struck, groove included
 * @param step   of the grid, in ticks
 * @param length of the section, in ticks
 */
export function placed(music: Music, tick: number, step: number, length: number): Placed {
  const plain = written(music, tick);
  for (let grid = step; ; grid /= 2) {
    const at = Math.round(plain / grid) * grid;
    const push = Math.round(tick - played(music, at));
    if (Math.abs(push) > MOST_PUSH && grid > FINEST) continue;
    return { at: ((at % length) + length) % length, push: bounded(push, -MOST_PUSH, MOST_PUSH), next: at >= length };
  }
}
