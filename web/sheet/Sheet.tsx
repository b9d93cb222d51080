import { Fragment, memo, type ReactNode, useLayoutEffect, useMemo, useRef, useState } from 'react';
import type { Instrument, Music } from '../api/types';
import { useSay } from '../words/words';
import { barsPerLine, fitted, type Geometry, geometry, lineHeight, lineWidth, noteX, type SheetLine, TALLEST } from './geometry';
import './sheet.css';
import { Head } from './Note';
import { useReadingLine } from './useReadingLine';
import { type Strike, useStruck } from './useStruck';

export type SheetRow = {
  key: string;
  instrument: Instrument;
  tint?: string | null;
  /** Its place among all rows, where some are not drawn. */
  index?: number;
  /** Thin lines over it, and how many. */
  above?: Thin;
  /** Whether its grid shows triplets: then their words stand in the row. */
  triplets?: boolean;
};
/** Lines between the rows that are thinner than these. */
export type Thin = { count: number; draw: (line: SheetLine, g: Geometry) => ReactNode };
/** Small lines over the rows of every line, to look at. */
export type Over = { rows: number; draw: (line: SheetLine, g: Geometry) => ReactNode };
type Props = {
  label: string;
  music: Music;
  bars: number;
  rows: SheetRow[];
  /** The line's place in played ticks, null when nothing plays; read once a frame. */
  position: () => number | null;
  /** Sounds a row when its name is pressed. */
  audition: (instrument: string) => void;
  /** What stands in a row of one line. */
  content: (row: SheetRow, index: number, line: SheetLine, g: Geometry) => ReactNode;
  /** What a row sounds, so that it is seen to sound. */
  strikes?: ((row: number) => Strike[]) | undefined;
  /** Small lines over the rows, a target's for instance. */
  over?: Over | null;
  /** What lies over all rows of one line. */
  overlay?: (line: SheetLine, g: Geometry) => ReactNode;
  /** Ticks of the finest grid that is shown, a sixteenth at most. */
  finest?: number;
  /** Pixels that its rows may fill, on a wall. */
  stretch?: number | null;
  /** For a sheet that is edited. */
  grid?: {
    /** As large as it fits, or so many times its usual size. */
    zoom: number | 'fit';
    /** Pixels that it may be high without scrolling, null where nobody minds. */
    room: number | null;
    onBar: (bar: number, marking: boolean) => void;
    name: (row: SheetRow, index: number) => ReactNode;
    /** Bars that are right: they are closed with a double bar. */
    right?: readonly number[];
    /** Under the last row. */
    below?: Thin;
  };
  /** Called with how the sheet is laid out. */
  onLayout?: (g: Geometry) => void;
};

/** Pixels that a line of those takes, and the gap under them. */
export const OVER_ROW = 22;
const OVER_GAP = 8;
/** Pixels that a row needs, for a mouse and for a finger. */
const LEAST_ROW = 33;
const COARSE_ROW = 44;
/** The shortest stem where hits have note values. */
const BEAMED = 14;
/** That a line of folded rows takes. */
const THIN_LINE = 24;
/** And that a row takes on a wall at most. */
const WALL_ROW = 104;

/** Pixels that the finest grid's places need: less where there are many of them. */
const leastStep = (finest: number, coarse: boolean) => (finest >= 240 ? (coarse ? 30 : 24) : Math.min(60, 5400 / finest));

/** Bars, beats, counting words and row names, and the reading line. What stands on it is the caller's. */
export function Sheet({
  label,
  music,
  bars,
  rows,
  position,
  audition,
  content,
  over = null,
  overlay,
  strikes,
  finest = 240,
  stretch = null,
  grid,
  onLayout,
}: Props) {
  const say = useSay();
  const box = useRef<HTMLDivElement>(null);
  const [width, setWidth] = useState(0);
  useLayoutEffect(() => {
    const element = box.current;
    if (!element) return;
    const measure = () => setWidth(element.clientWidth);
    measure();
    const observer = new ResizeObserver(measure);
    observer.observe(element);
    return () => observer.disconnect();
  }, []);
  const names = width < 560 ? 76 : 124;
  const edited = grid !== undefined;
  const coarse = useMemo(() => edited && window.matchMedia('(pointer: coarse)').matches, [edited]);
  const fits = grid?.zoom === 'fit';
  const zoom = typeof grid?.zoom === 'number' ? grid.zoom : 1;
  const thinLine = coarse ? COARSE_ROW : THIN_LINE;
  const overHeight = over ? over.rows * OVER_ROW + OVER_GAP : 0;
  const thin = thinLine * ((grid?.below?.count ?? 0) + rows.reduce((sum, row) => sum + (row.above?.count ?? 0), 0)) + overHeight;
  const room = grid?.room ?? null;
  const g = useMemo(() => {
    const space = Math.max(120, width - names - 10);
    const least = { step: leastStep(finest, coarse), row: coarse ? COARSE_ROW : LEAST_ROW };
    const perLine =
      fits && room !== null
        ? barsPerLine({ bars, rows: rows.length, barTicks: music.barTicks, thin }, { width: space, room }, least)
        : null;
    const free = geometry(bars, music.barTicks, music.beatTicks, space, least.step, zoom, finest, perLine);
    // A beam needs a stem to hang on.
    if (music.values) free.scale.least = BEAMED;
    if (stretch !== null) return fitted(free, rows.length, stretch, free.scale.row, WALL_ROW);
    if (room === null || zoom !== 1) return free;
    return fitted(free, rows.length, room - thin * free.lines.length, least.row, perLine === null ? free.scale.row : TALLEST);
  }, [bars, music.barTicks, music.beatTicks, music.values, width, names, finest, coarse, zoom, fits, room, stretch, rows.length, thin]);
  onLayout?.(g);
  const following = useReadingLine(box, music, g, position);
  const shape = rows.map((row) => row.key).join(' ');
  // biome-ignore lint/correctness/useExhaustiveDependencies: the rows are made anew whenever the sheet is drawn
  const instruments = useMemo(() => rows.map((row) => row.instrument), [shape]);
  useStruck(box, music, g, position, instruments, strikes);
  // Where all count in triplets, that is how the sheet counts.
  const triplets = rows.length > 0 && rows.every((row) => row.triplets);
  const role = (name: string) => (grid ? name : undefined);
  const onBar = grid?.onBar;
  return (
    // biome-ignore lint/a11y/useAriaPropsSupportedByRole: the role is grid or group, and both take a label
    <div
      ref={box}
      role={grid ? 'grid' : 'group'}
      aria-label={label}
      aria-multiselectable={grid ? true : undefined}
      className="sheet"
      style={
        {
          '--names': `${names}px`,
          '--row': `${g.scale.row}px`,
          '--rise': `${g.scale.rise}px`,
          '--thin': `${thinLine}px`,
        } as React.CSSProperties
      }
    >
      {width > 0 &&
        g.lines.map((line) => (
          <div
            key={line.index}
            role={role('rowgroup')}
            className="sheet-line"
            data-line={line.index}
            style={{ '--line': `${lineHeight(line, g, rows.length, thin, onBar !== undefined)}px` } as React.CSSProperties}
          >
            {onBar && <BarHeads line={line} g={g} barTicks={music.barTicks} onBar={onBar} />}
            <Words music={music} line={line} g={g} plain={!grid} triplets={triplets} />
            <div className="relative">
              {over && (
                <div aria-hidden="true" style={{ paddingBottom: OVER_GAP }}>
                  {over.draw(line, g)}
                </div>
              )}
              {rows.map((row, drawn) => (
                <Fragment key={row.key}>
                  {row.above?.draw(line, g)}
                  <div role={role('row')} className="sheet-row" data-tint={row.tint ?? undefined}>
                    <div role={role('rowheader')} className="sheet-name">
                      {grid ? (
                        grid.name(row, row.index ?? drawn)
                      ) : (
                        <button
                          type="button"
                          className="row-name"
                          onClick={() => audition(row.instrument.name)}
                          title={say('beat.sheet.hear', { name: row.instrument.label })}
                        >
                          {row.instrument.label}
                        </button>
                      )}
                    </div>
                    <div className="row-places" style={{ width: lineWidth(line, g) }} role={role('presentation')}>
                      {row.triplets && !triplets && <TripletWords music={music} line={line} g={g} />}
                      {content(row, row.index ?? drawn, line, g)}
                    </div>
                  </div>
                </Fragment>
              ))}
              {grid?.below?.draw(line, g)}
              <Rules music={music} line={line} g={g} height={rows.length * g.scale.row + thin} right={grid?.right ?? NONE} />
              {overlay && (
                <svg
                  aria-hidden="true"
                  className="sheet-over"
                  style={{ top: overHeight }}
                  width={lineWidth(line, g)}
                  height={rows.length * g.scale.row}
                >
                  {overlay(line, g)}
                </svg>
              )}
              <div className="sheet-reading" data-reading={line.index} />
            </div>
          </div>
        ))}
      {strikes &&
        instruments.map((instrument, i) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: one for each row, whatever stands in it
          <Fragment key={i}>
            <svg aria-hidden="true" className="struck" data-struck={i} width="1" height="1">
              <Head shape={instrument.notehead} x={0} y={0} />
            </svg>
            <span aria-hidden="true" className="struck struck-row" data-struck-row={i} />
          </Fragment>
        ))}
      {following.astray && (
        <button type="button" className="button button-small follow" onClick={following.again}>
          {say('beat.sheet.follow')}
        </button>
      )}
    </div>
  );
}

/** The line that a row's notes stand on. */
export function StaffLine() {
  return <div className="staff-line" />;
}

/** The numbers of the bars, to mark them. */
const BarHeads = memo(function BarHeads({
  line,
  g,
  barTicks,
  onBar,
}: {
  line: SheetLine;
  g: Geometry;
  barTicks: number;
  onBar: (bar: number, marking: boolean) => void;
}) {
  const say = useSay();
  // The number of a bar that has its line for itself stands in the margin.
  const alone = line.bars.length === 1;
  return (
    // biome-ignore lint/a11y/useSemanticElements: part of the grid of cells that a table cannot be
    // biome-ignore lint/a11y/useFocusableInteractive: its buttons take the focus
    <div role="row" className="bar-heads" data-alone={alone}>
      {line.bars
        .filter((bar) => bar * barTicks >= line.from)
        .map((bar) => (
          // biome-ignore lint/a11y/useSemanticElements: part of the grid of cells that a table cannot be
          // biome-ignore lint/a11y/useFocusableInteractive: its button takes the focus
          <div
            key={bar}
            role="columnheader"
            style={{ left: alone ? 'calc(-1 * var(--names))' : (bar * barTicks - line.from) * g.tickWidth }}
          >
            <button
              type="button"
              data-bar={bar}
              onClick={(event) => onBar(bar, event.shiftKey)}
              aria-label={say('beat.sheet.mark', { number: bar + 1 })}
            >
              {say('beat.sheet.bar', { number: bar + 1 })}
            </button>
          </div>
        ))}
    </div>
  );
});

type WordsProps = { music: Music; line: SheetLine; g: Geometry; plain: boolean; triplets: boolean };

/** Counting words along the top, like lyrics; strong beats are bold. */
const Words = memo(function Words({ music, line, g, plain, triplets }: WordsProps) {
  const say = useSay();
  // The words of triplets would stand on the others; they are printed in the rows that show triplets.
  const shown = music.words.filter(({ at }) => at >= line.from && at < line.to && at % (triplets ? 320 : 240) === 0);
  return (
    <div aria-hidden="true" className="sheet-words">
      {plain && (music.words.at(-1)?.at ?? 0) >= music.barTicks && (
        <b style={{ left: 'calc(-1 * var(--names))' }}>
          {line.bars.length > 1
            ? say('beat.sheet.bars', { numbers: line.bars.map((bar) => bar + 1).join(', ') })
            : say('beat.sheet.bar', { number: (line.bars[0] ?? 0) + 1 })}
        </b>
      )}
      {shown.map(({ at, word, weight }) => (
        <span key={at} data-at={at} data-weight={weight} style={{ left: noteX(at, line, g) }}>
          {word}
        </span>
      ))}
    </div>
  );
});

const TripletWords = memo(function TripletWords({ music, line, g }: { music: Music; line: SheetLine; g: Geometry }) {
  return (
    <div aria-hidden="true" className="row-words">
      {music.words
        .filter(({ at }) => at >= line.from && at < line.to && at % 240 !== 0)
        .map(({ at, word }) => (
          <span key={at} data-at={at} style={{ left: noteX(at, line, g) }}>
            {word}
          </span>
        ))}
    </div>
  );
});

/** The first bar behind one that is right and not right itself, where it stands in this line. */
function opens(right: readonly number[], line: SheetLine, barTicks: number): number[] {
  const next = right.map((bar) => bar + 1).find((bar) => !right.includes(bar));
  return next !== undefined && next * barTicks < line.to && (next + 1) * barTicks > line.from ? [next] : [];
}

const NONE: readonly number[] = [];
type RulesProps = { music: Music; line: SheetLine; g: Geometry; height: number; right: readonly number[] };

/** Bar lines heavy, groups and beats thinner. */
const Rules = memo(function Rules({ music, line, g, height, right }: RulesProps) {
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
      {right
        .map((bar) => (bar + 1) * music.barTicks)
        .filter((end) => end > line.from && end <= line.to)
        .map((end) => {
          const x = (end - line.from) * g.tickWidth - 5;
          return <path key={end} className="bar-right" pathLength={1} d={`M${x} 0V${height}`} />;
        })}
      {opens(right, line, music.barTicks).map((bar) => (
        <rect
          key={`opens ${bar}`}
          className="bar-opens"
          x={(Math.max(line.from, bar * music.barTicks) - line.from) * g.tickWidth}
          width={(Math.min(line.to, (bar + 1) * music.barTicks) - Math.max(line.from, bar * music.barTicks)) * g.tickWidth}
          height={height}
        />
      ))}
      {line.to % music.barTicks === 0 && <line x1={width + 1} x2={width + 1} y1={0} y2={height} data-weight={3} />}
    </svg>
  );
});
