import { type ReactNode, useEffect, useLayoutEffect, useRef, useState } from 'react';

type Where = { left: number; top: number; stem: number; leader: number };
type Props = {
  label: string;
  /** What it stands at, within the sheet. */
  css: string;
  /** Told anew where that moves. */
  moves: unknown;
  /** Whether it takes the focus. */
  byKey: boolean;
  children: ReactNode;
};

/**
 * A small bar over the counting words of a line, where nothing is pressed to build. At a hit, a thin line goes down to it. It goes with
 * the next press elsewhere.
 */
export function AtLine({ label, css, moves, byKey, children }: Props) {
  const bar = useRef<HTMLDivElement>(null);
  const [where, setWhere] = useState<Where | null>(null);
  // biome-ignore lint/correctness/useExhaustiveDependencies: a hit that was pushed or shaped stands elsewhere
  useLayoutEffect(() => setWhere(bar.current && found(bar.current, css)), [css, moves]);
  const there = where !== null;
  useEffect(() => {
    if (byKey && there) bar.current?.querySelector('button')?.focus();
  }, [byKey, there]);
  return (
    <>
      <div
        ref={bar}
        role="toolbar"
        aria-label={label}
        className="hit-bar"
        style={where ? { left: where.left, top: where.top } : { visibility: 'hidden' }}
      >
        {children}
      </div>
      {where && where.leader > 0 && (
        <div aria-hidden="true" className="hit-leader" style={{ left: where.stem, top: where.top + BAR, height: where.leader }} />
      )}
    </>
  );
}

/** Pixels that the bar is high. */
const BAR = 34;
/** That a stem is high at most. */
const STEM = 40;

/** Where the bar stands in the sheet's box: over its line, as near to what it is for as the box allows. */
function found(bar: HTMLElement, css: string): Where | null {
  const box = bar.offsetParent?.getBoundingClientRect();
  const one = bar.offsetParent?.querySelector<HTMLElement>(css);
  const words = one?.closest('.sheet-line')?.querySelector('.sheet-words')?.getBoundingClientRect();
  if (!box || !one || !words) return null;
  const { left, right, bottom } = one.getBoundingClientRect();
  const stem = left - box.left + Number(one.dataset.head ?? one.offsetWidth / 2);
  const top = words.bottom - box.top - BAR;
  const most = Math.max(0, box.width - bar.offsetWidth);
  return {
    // The number of a bar stays in sight: another one may be marked too.
    left: Math.max(0, Math.min(most, one.dataset.cell ? stem - bar.offsetWidth / 2 : right - box.left + 6)),
    top,
    stem,
    leader: one.dataset.cell ? Math.max(0, bottom - box.top - STEM - top - BAR) : 0,
  };
}

/** Lets go with the next press elsewhere, and with Escape, which gives the focus back to what the bar stands at. */
export function useGone(asked: boolean, css: string, close: () => void): void {
  const closed = useRef(close);
  closed.current = close;
  useEffect(() => {
    if (!asked) return;
    const press = (event: Event) => {
      if (!(event.target as Element).closest?.('.hit-bar')) closed.current();
    };
    const leave = ({ key }: KeyboardEvent) => {
      if (key !== 'Escape') return;
      closed.current();
      document.querySelector<HTMLElement>(css)?.focus();
    };
    document.addEventListener('pointerdown', press, { capture: true });
    document.addEventListener('keydown', leave);
    return () => {
      document.removeEventListener('pointerdown', press, { capture: true });
      document.removeEventListener('keydown', leave);
    };
  }, [asked, css]);
}

type ActProps = { words: string; label?: string; pressed?: boolean; disabled?: boolean; more?: boolean; act: () => void };

/** A word of such a bar, or a sign that is called by its label; words are their own name, and say more on the way. */
export function Act({ words, label, pressed, disabled = false, more, act }: ActProps) {
  return (
    <button
      type="button"
      className="hit-act"
      aria-label={/\p{L}|\d/u.test(words) ? undefined : label}
      title={label}
      aria-pressed={pressed}
      disabled={disabled}
      data-more={more}
      onClick={act}
    >
      {words}
    </button>
  );
}
