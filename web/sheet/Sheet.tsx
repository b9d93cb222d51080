import { type ReactNode, useEffect, useLayoutEffect, useMemo, useRef, useState } from 'react';
import type { Instrument, Music } from '../api/types';
import type { Player } from '../sound/Player';
import { written } from '../sound/schedule';
import { type Geometry, geometry, HEAD_RISE, lineWidth, ROW_HEIGHT, type SheetLine } from './geometry';

export type SheetRow = { key: string; instrument: Instrument };
type Props = {
  label: string;
  music: Music;
  bars: number;
  rows: SheetRow[];
  /** Which words of the header are shown: every multiple of this many ticks. */
  step?: number;
  /** The line's place in played ticks, null when nothing plays; read once a frame. */
  position: () => number | null;
  /** Sounds a row when its name is pressed. */
  player: Player;
  /** What stands in a row of one line. */
  content: (row: SheetRow, index: number, line: SheetLine, g: Geometry) => ReactNode;
  /** What lies over all rows of one line. */
  overlay?: (line: SheetLine, g: Geometry) => ReactNode;
  grid?: boolean;
  className?: string;
};

/** Bars, beats, counting words and row names, and the reading line. What stands on it is the caller's. */
export function Sheet({ label, music, bars, rows, step = 240, position, player, content, overlay, grid = false, className = '' }: Props) {
  const box = useRef<HTMLDivElement>(null);
  const [width, setWidth] = useState(0);
  const [names, setNames] = useState(124);
  useLayoutEffect(() => {
    const element = box.current;
    if (!element) return;
    const measure = () => {
      setNames(element.clientWidth < 560 ? 76 : 124);
      setWidth(element.clientWidth - (element.clientWidth < 560 ? 76 : 124) - 10);
    };
    measure();
    const observer = new ResizeObserver(measure);
    observer.observe(element);
    return () => observer.disconnect();
  }, []);
  const coarse = useMemo(() => window.matchMedia('(pointer: coarse)').matches, []);
  const g = useMemo(
    () => geometry(bars, music.barTicks, music.beatTicks, width, coarse && width > 480 ? 30 : 24),
    [bars, music.barTicks, music.beatTicks, width, coarse],
  );
  useReadingLine(box, music, g, position);
  const role = (name: string) => (grid ? name : undefined);
  return (
    // biome-ignore lint/a11y/useAriaPropsSupportedByRole: the role is grid or group, and both take a label
    <div
      ref={box}
      role={grid ? 'grid' : 'group'}
      aria-label={label}
      className={`sheet ${className}`}
      style={{ '--names': `${names}px` } as React.CSSProperties}
    >
      {width > 0 &&
        g.lines.map((line) => (
          <div key={line.index} role={role('rowgroup')} className="sheet-line" data-line={line.index}>
            <Words music={music} line={line} g={g} step={step} />
            <div className="relative">
              {rows.map((row, index) => (
                <div key={row.key} role={role('row')} className="sheet-row" style={{ height: ROW_HEIGHT }}>
                  <div role={role('rowheader')} className="sheet-name">
                    <button
                      type="button"
                      className="row-name"
                      onClick={() => void player.audition(row.instrument.name)}
                      title={`Hear ${row.instrument.label}`}
                    >
                      {row.instrument.label}
                    </button>
                  </div>
                  <div className="relative" style={{ width: lineWidth(line, g) }} role={role('presentation')}>
                    {content(row, index, line, g)}
                  </div>
                </div>
              ))}
              <Rules music={music} line={line} g={g} rows={rows.length} />
              {overlay && (
                <svg aria-hidden="true" className="sheet-over" width={lineWidth(line, g)} height={rows.length * ROW_HEIGHT}>
                  {overlay(line, g)}
                </svg>
              )}
              <div className="sheet-reading" data-reading={line.index} />
            </div>
          </div>
        ))}
    </div>
  );
}

/** The line that a row's notes stand on. */
export function StaffLine() {
  return <div className="staff-line" style={{ top: ROW_HEIGHT - HEAD_RISE }} />;
}

/** Counting words along the top, like lyrics; strong beats are bold. */
function Words({ music, line, g, step }: { music: Music; line: SheetLine; g: Geometry; step: number }) {
  const half = (step * g.tickWidth) / 2;
  return (
    <div aria-hidden="true" className="sheet-words">
      {(music.words.at(-1)?.at ?? 0) >= music.barTicks && (
        <b style={{ left: 'calc(-1 * var(--names))' }}>
          {line.bars.length > 1 ? 'Bars' : 'Bar'} {line.bars.map((bar) => bar + 1).join(', ')}
        </b>
      )}
      {music.words
        .filter(({ at }) => at >= line.from && at < line.to && at % step === 0)
        .map(({ at, word, weight }) => (
          <span key={at} data-at={at} data-weight={weight} style={{ left: (at - line.from) * g.tickWidth + half }}>
            {word}
          </span>
        ))}
    </div>
  );
}

/** Bar lines heavy, groups and beats thinner. */
function Rules({ music, line, g, rows }: { music: Music; line: SheetLine; g: Geometry; rows: number }) {
  const height = rows * ROW_HEIGHT;
  const width = lineWidth(line, g);
  return (
    <svg aria-hidden="true" className="sheet-rules" width={width + 4} height={height}>
      {music.words
        .filter(({ at, weight }) => at >= line.from && at < line.to && weight > 0)
        .map(({ at, weight }) => (
          <line
            key={at}
            x1={(at - line.from) * g.tickWidth + 1}
            x2={(at - line.from) * g.tickWidth + 1}
            y1={0}
            y2={height}
            data-weight={weight}
          />
        ))}
      {line.to % music.barTicks === 0 && <line x1={width + 1} x2={width + 1} y1={0} y2={height} data-weight={3} />}
    </svg>
  );
}

/** Notes stand in the middle of a sixteenth's cell; so does the reading line when they sound. Moves it and lights the counting word once a frame, past React: nothing is rendered again. */
function useReadingLine(box: React.RefObject<HTMLDivElement | null>, music: Music, g: Geometry, position: () => number | null) {
  useEffect(() => {
    let frame = 0;
    let lit: Element | null = null;
    let shown: HTMLElement | null = null;
    const draw = () => {
      frame = requestAnimationFrame(draw);
      const place = position();
      const tick = place === null ? null : written(music, place);
      const line = tick === null ? undefined : g.lines.find((one) => tick >= one.from && tick < one.to);
      const reading = line ? (box.current?.querySelector<HTMLElement>(`[data-reading="${line.index}"]`) ?? null) : null;
      if (shown !== reading) {
        shown?.style.setProperty('opacity', '0');
        reading?.style.setProperty('opacity', '1');
        shown = reading;
      }
      if (line && tick !== null) reading?.style.setProperty('transform', `translateX(${(tick - line.from + 120) * g.tickWidth}px)`);
      const words = line ? box.current?.querySelectorAll(`[data-line="${line.index}"] [data-at]`) : undefined;
      let now: Element | null = null;
      for (const word of words ?? []) {
        if (Number((word as HTMLElement).dataset.at) <= (tick ?? -1)) now = word;
      }
      if (now !== lit) {
        lit?.classList.remove('lit');
        now?.classList.add('lit');
        lit = now;
      }
    };
    frame = requestAnimationFrame(draw);
    return () => cancelAnimationFrame(frame);
  }, [box, music, g, position]);
}
