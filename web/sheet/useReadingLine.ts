import { useCallback, useEffect, useRef, useState } from 'react';
import type { Music } from '../api/types';
import { written } from '../music/schedule';
import { everyFrame } from '../ui/frames';
import type { Geometry } from './geometry';

type Line = { reading: HTMLElement; words: { at: number; element: Element }[] };

/** Ticks of a step of the stepping mark. */
const STEP = 240;
const calm = window.matchMedia('(prefers-reduced-motion: reduce)');

/** What a hand does on the sheet that the page must not move under. */
const BY_HAND = ['wheel', 'touchmove', 'pointerdown', 'keydown'] as const;

/** Milliseconds that following scrolls for, and in which somebody who has scrolled or edited is not pulled back by what begins to play. */
const OWN = 900;
const A_MOMENT = 1000;
/** And in which the room scrolls by itself, since the sheet has become shorter. */
const SETTLES = 200;

/**
 * Moves the reading line and lights the counting word once a frame while it plays, past React: nothing is rendered again. Notes stand in
 * the middle of a sixteenth's place; so does the line when they sound. A line that leaves the window is scrolled after, until somebody
 * scrolls or edits; from there on only when asked again.
 *
 * @returns whether the line goes on out of sight, and how to follow it again
 */
export function useReadingLine(box: React.RefObject<HTMLDivElement | null>, music: Music, g: Geometry, position: () => number | null) {
  const follows = useRef(true);
  const reads = useRef(false);
  const scrolled = useRef({ byHand: Number.NEGATIVE_INFINITY, ownUntil: 0 });
  const [astray, setAstray] = useState(false);
  const bring = useCallback((line: HTMLElement) => {
    if (isInSight(line)) return;
    scrolled.current.ownUntil = performance.now() + OWN;
    bringIntoSight(line);
  }, []);
  const again = useCallback(() => {
    follows.current = true;
    setAstray(false);
    const line = box.current?.querySelector<HTMLElement>('[data-reading][style*="opacity: 1"]');
    if (line) bring(line);
  }, [box, bring]);
  useEffect(() => {
    const element = box.current;
    const stop = (event: Event) => {
      // The key that begins to play does not count as an edit.
      if ((event.target as Element).closest('.follow') || (event as KeyboardEvent).key === ' ') return;
      if (reads.current) follows.current = false;
      scrolled.current.byHand = performance.now();
    };
    // Pressing something else, as to play, leaves the sheet.
    const leave = (event: Event) => {
      if (!element?.contains(event.target as Node)) scrolled.current.byHand = Number.NEGATIVE_INFINITY;
    };
    // Wherever the hand is: what scrolls may hold more than the sheet.
    const scroll = (event: Event) => {
      if (performance.now() < scrolled.current.ownUntil || !(event.target as Node).contains(element)) return;
      if (reads.current) follows.current = false;
      scrolled.current.byHand = performance.now();
    };
    for (const name of BY_HAND) element?.addEventListener(name, stop, { passive: true });
    document.addEventListener('scroll', scroll, { capture: true, passive: true });
    document.addEventListener('pointerdown', leave, { capture: true, passive: true });
    return () => {
      for (const name of BY_HAND) element?.removeEventListener(name, stop);
      document.removeEventListener('scroll', scroll, { capture: true });
      document.removeEventListener('pointerdown', leave, { capture: true });
    };
  }, [box]);
  // biome-ignore lint/correctness/useExhaustiveDependencies: with another section, or another width, the sheet has another height
  useEffect(() => {
    scrolled.current.ownUntil = Math.max(scrolled.current.ownUntil, performance.now() + SETTLES);
  }, [g]);
  useEffect(() => {
    let lit: Element | null = null;
    let shown: HTMLElement | null = null;
    let lines: (Line | null)[] | null = null;
    const draw = () => {
      const place = position();
      const tick = place === null ? null : written(music, place);
      const at = tick === null ? null : g.lines.find((one) => tick >= one.from && tick < one.to);
      if (!at || tick === null) {
        if (shown) {
          hide(shown);
          setAstray(false);
        }
        lit?.classList.remove('lit');
        [shown, lit] = [null, null];
        reads.current = false;
        return;
      }
      lines ??= g.lines.map((one) => found(box.current, one.index));
      const line = lines[at.index];
      if (!line) {
        lines = null;
        return;
      }
      if (shown !== line.reading) {
        if (shown) hide(shown);
        // Playing is followed, whatever was edited before.
        else follows.current = performance.now() - scrolled.current.byHand >= A_MOMENT;
        reads.current = true;
        // A layer of its own while it moves: nothing under it is painted again.
        line.reading.style.willChange = 'transform';
        line.reading.style.opacity = '1';
        if (g.lines.length > 1 && follows.current) bring(line.reading);
        else if (g.lines.length > 1) setAstray(!isInSight(line.reading));
        shown = line.reading;
      }
      // Where motion is not wanted, a mark steps from place to place.
      const stands = calm.matches ? Math.floor(tick / STEP) * STEP : tick;
      line.reading.style.transform = `translateX(${(stands - at.from + g.half) * g.tickWidth}px)`;
      const now = line.words.findLast((word) => word.at <= tick)?.element ?? null;
      if (now !== lit) {
        lit?.classList.remove('lit');
        now?.classList.add('lit');
        lit = now;
      }
    };
    const end = everyFrame(draw);
    return () => {
      end();
      reads.current = false;
      if (shown) hide(shown);
      lit?.classList.remove('lit');
    };
  }, [box, music, g, position, bring]);
  return { astray, again };
}

function hide(reading: HTMLElement): void {
  reading.style.opacity = '0';
  reading.style.willChange = '';
}

function found(box: HTMLElement | null, index: number): Line | null {
  const reading = box?.querySelector<HTMLElement>(`[data-reading="${index}"]`);
  if (!box || !reading) return null;
  const words = [...box.querySelectorAll<HTMLElement>(`[data-line="${index}"] [data-at]`)];
  // Words of triplets stand in the rows that show them; in time they stand between the others.
  const inTime = words.map((element) => ({ at: Number(element.dataset.at), element })).sort((a, b) => a.at - b.at);
  return { reading, words: inTime };
}

/** What scrolls around an element; null for the window. */
function scroller(element: HTMLElement): HTMLElement | null {
  let up = element.parentElement;
  while (up && !(up.scrollHeight > up.clientHeight && /auto|scroll/.test(getComputedStyle(up).overflowY))) up = up.parentElement;
  return up;
}

function isInSight(reading: HTMLElement): boolean {
  const { top, bottom } = reading.getBoundingClientRect();
  const room = scroller(reading)?.getBoundingClientRect() ?? { top: 0, bottom: window.innerHeight };
  return top >= room.top && bottom <= room.bottom;
}

/** Brings a line of music into sight when the reading line comes to it. */
function bringIntoSight(reading: HTMLElement): void {
  const { top, bottom } = reading.getBoundingClientRect();
  reading.parentElement?.parentElement?.scrollIntoView({
    block: bottom - top > (scroller(reading)?.clientHeight ?? window.innerHeight) ? 'start' : 'center',
    behavior: calm.matches ? 'auto' : 'smooth',
  });
}
