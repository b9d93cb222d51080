import type { Instrument, Music } from '../api/types';
import { written } from '../music/schedule';
import { everyFrame } from '../ui/frames';
import { isCalm } from '../ui/motion';
import { type Geometry, noteX, type SheetLine } from './geometry';
import type { Strike } from './useStruck';

/** Milliseconds that a struck head takes to settle: within a sixteenth, and long enough to be seen. */
const SETTLES = [90, 240] as const;
/** That cymbals tremble, as long as they ring. */
const RINGS: Record<string, number> = { crash: 900, 'crash-2': 900, china: 800, splash: 450, ride: 420, 'ride-bell': 420, 'open-hat': 380 };
/** How much longer the mark before a row's name is at first, for the loudest stroke. */
const LEANS = 2.5;
/** Ticks that pass until the first frame after a beginning. */
const LATE = 90;
/** A gap longer than this was not heard here: the tab was in the background, or somebody jumped. */
const MOST_GAP = 1920;

type Drawn = { head: Element; mark: Element; y: number; left: number; middle: number; start: number };

/**
 * What sounds is seen to sound: a copy of the row's notehead swells over the note, as much as it is loud, and so does a mark before the
 * row's name. Both are moved by the compositor, on layers that stay while it plays; nothing is rendered or painted again. For who wants no
 * motion, and while one plays in, the head takes the lamp's ink and stands still.
 *
 * @param strikes what a row sounds, in order
 * @returns what ends it
 */
export function showStruck(
  box: React.RefObject<HTMLElement | null>,
  music: Music,
  g: Geometry,
  position: () => number | null,
  instruments: Instrument[],
  strikes: (row: number) => Strike[],
): () => void {
  let last: number | null = null;
  let began = 0;
  let pace = 0;
  let lines: (Drawn | null)[][] = [];
  const draw = () => {
    const place = position();
    const tick = place === null ? null : written(music, place);
    if (tick === null) {
      if (last !== null) box.current?.removeAttribute('data-plays');
      last = null;
      return;
    }
    if (last === null) box.current?.setAttribute('data-plays', '');
    const now = performance.now();
    const step = last === null ? 0 : tick - last;
    if (step > 0 && step < MOST_GAP) pace = (now - began) / step;
    // At the beginning, and round the loop, the first frame comes a little after what stands there.
    const from = last === null || step < 0 || step > MOST_GAP ? tick - LATE : last;
    [last, began] = [tick, now];
    const line = g.lines.find((one) => tick >= one.from && tick < one.to);
    if (!line || tick <= from) return;
    for (const [row, instrument] of instruments.entries()) {
      const struck = strikes(row).findLast(({ at }) => at > from && at <= tick);
      if (!struck || struck.at < line.from) continue;
      lines[line.index] ??= measured(box.current, line, instruments.length);
      const drawn = lines[line.index]?.[row];
      if (!drawn?.head.isConnected) lines = [];
      else show(drawn, struck, line, g, RINGS[instrument.name] ?? settles(pace));
    }
  };
  return everyFrame(draw);
}

/** @param pace milliseconds a tick */
const settles = (pace: number): number => Math.max(SETTLES[0], Math.min(SETTLES[1], pace * 240));

/** Where the rows of a line stand in the sheet. */
function measured(box: HTMLElement | null, line: SheetLine, count: number): (Drawn | null)[] {
  const origin = box?.getBoundingClientRect();
  const rows = [...(box?.querySelectorAll<HTMLElement>(`[data-line="${line.index}"] .sheet-row`) ?? [])];
  return Array.from({ length: count }, (_, i) => {
    const [head, mark] = [box?.querySelector(`[data-struck="${i}"]`), box?.querySelector(`[data-struck-row="${i}"]`)];
    const places = rows[i]?.querySelector('.row-places')?.getBoundingClientRect();
    const name = rows[i]?.querySelector('.row-name')?.getBoundingClientRect();
    if (!origin || !head || !mark || !places || !name) return null;
    return {
      head,
      mark,
      y: places.bottom - origin.top,
      left: places.left - origin.left,
      middle: name.top + name.height / 2 - origin.top,
      start: name.left - origin.left,
    };
  });
}

function show(drawn: Drawn, { at: tick, velocity }: Strike, line: SheetLine, g: Geometry, duration: number): void {
  const { head, mark, y, left, middle, start } = drawn;
  const force = velocity / 127;
  const place = `translate(${left + noteX(tick, line, g)}px, ${y - g.scale.rise}px)`;
  const at = (more: string, opacity: number, offset: number) => ({ transform: `${place} ${more}`, opacity, offset });
  const { size } = g.scale;
  if (isCalm()) {
    head.animate([at(`scale(${size})`, 1, 0), at(`scale(${size})`, 1, 0.9), at(`scale(${size})`, 0, 1)], { duration });
    return;
  }
  const swells = `scale(${size * (1 + force)})`;
  const trembles =
    duration > SETTLES[1]
      ? [-8, 7, -5, 4, -2].map((angle, i) => at(`scale(${size * 1.1}) rotate(${angle}deg)`, 0.9 - i * 0.15, 0.2 + i * 0.15))
      : [];
  head.animate([at(swells, 1, 0), ...trembles, at(`scale(${size})`, 0, 1)], { duration, easing: 'ease-out' });
  const beside = `translate(${start}px, ${middle}px)`;
  const leans = [
    { transform: `${beside} scale(${1 + LEANS * force}, 1)`, opacity: 1 },
    { transform: `${beside} scale(1)`, opacity: 0 },
  ];
  mark.animate(leans, { duration: SETTLES[1], easing: 'ease-out' });
}
