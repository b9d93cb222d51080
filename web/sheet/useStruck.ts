import { useEffect } from 'react';
import type { Instrument, Music, Row } from '../api/types';
import { velocityOf } from '../music/pattern';
import type { Geometry } from './geometry';

/** A note as it sounds: where, in written ticks with its push, and how loud, 1–127. */
export type Strike = { at: number; velocity: number };

/** What a row sounds, its cycle written out. */
export function strikesOf(row: Row | undefined): Strike[] {
  if (!row || row.muted) return [];
  return row.hits
    .filter((hit) => !hit.silent)
    .map((hit) => ({ at: hit.at + (hit.push ?? 0), velocity: velocityOf(hit) }))
    .sort((one, other) => one.at - other.at);
}

/** What sounds is seen to sound; what draws it is loaded behind the sheet. */
export function useStruck(
  box: React.RefObject<HTMLElement | null>,
  music: Music,
  g: Geometry,
  position: () => number | null,
  instruments: Instrument[],
  strikes: ((row: number) => Strike[]) | undefined,
): void {
  useEffect(() => {
    if (!strikes) return;
    let end: (() => void) | null = null;
    let gone = false;
    void import('./struck')
      .then(({ showStruck }) => {
        if (!gone) end = showStruck(box, music, g, position, instruments, strikes);
      })
      .catch(() => {}); // without it the sheet stands still, and plays
    return () => {
      gone = true;
      end?.();
    };
  }, [box, music, g, position, instruments, strikes]);
}
