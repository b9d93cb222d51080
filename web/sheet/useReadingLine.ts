import { useEffect } from 'react';
import type { Music } from '../api/types';
import { written } from '../music/schedule';
import type { Geometry } from './geometry';

type Line = { reading: HTMLElement; words: { at: number; element: Element }[] };

/**
 * Moves the reading line and lights the counting word once a frame, past React: nothing is rendered again. Notes stand in the middle
 * of a sixteenth's place; so does the line when they sound. A line that leaves the window is scrolled after.
 */
export function useReadingLine(box: React.RefObject<HTMLDivElement | null>, music: Music, g: Geometry, position: () => number | null) {
  useEffect(() => {
    let frame = 0;
    let lit: Element | null = null;
    let shown: HTMLElement | null = null;
    let lines: (Line | null)[] | null = null;
    const draw = () => {
      frame = requestAnimationFrame(draw);
      const place = position();
      const tick = place === null ? null : written(music, place);
      const at = tick === null ? null : g.lines.find((one) => tick >= one.from && tick < one.to);
      if (!at || tick === null) {
        if (shown) hide(shown);
        lit?.classList.remove('lit');
        [shown, lit] = [null, null];
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
        // A layer of its own while it moves: nothing under it is painted again.
        line.reading.style.willChange = 'transform';
        line.reading.style.opacity = '1';
        if (g.lines.length > 1) follow(line.reading);
        shown = line.reading;
      }
      line.reading.style.transform = `translateX(${(tick - at.from + g.half) * g.tickWidth}px)`;
      const now = line.words.findLast((word) => word.at <= tick)?.element ?? null;
      if (now !== lit) {
        lit?.classList.remove('lit');
        now?.classList.add('lit');
        lit = now;
      }
    };
    frame = requestAnimationFrame(draw);
    return () => {
      cancelAnimationFrame(frame);
      if (shown) hide(shown);
      lit?.classList.remove('lit');
    };
  }, [box, music, g, position]);
}

function hide(reading: HTMLElement): void {
  reading.style.opacity = '0';
  reading.style.willChange = '';
}

function found(box: HTMLElement | null, index: number): Line | null {
  const reading = box?.querySelector<HTMLElement>(`[data-reading="${index}"]`);
  if (!box || !reading) return null;
  const words = [...box.querySelectorAll<HTMLElement>(`[data-line="${index}"] [data-at]`)];
  return { reading, words: words.map((element) => ({ at: Number(element.dataset.at), element })) };
}

/** Brings a line of music into sight when the reading line comes to it. */
function follow(reading: HTMLElement): void {
  const { top, bottom } = reading.getBoundingClientRect();
  if (top >= 0 && bottom <= window.innerHeight) return;
  const calm = window.matchMedia('(prefers-reduced-motion: reduce)').matches;
  reading.parentElement?.parentElement?.scrollIntoView({
    block: bottom - top > window.innerHeight ? 'start' : 'center',
    behavior: calm ? 'auto' : 'smooth',
  });
}
