import { memo, useEffect, useRef, useSyncExternalStore } from 'react';
import type { Hit, Instrument, Row } from '../api/types';
import { hitAt, velocityOf } from '../music/pattern';
import { Beams } from '../sheet/Beams';
import { cellBox, type Geometry, lineWidth, noteX, type SheetLine } from '../sheet/geometry';
import { Note } from '../sheet/Note';
import { StaffLine } from '../sheet/Sheet';
import { type Spans, valuesOf } from '../sheet/values';
import type { Editor, Place } from './Editor';
import type { SheetHands } from './SheetHands';
import { saidAt } from './saidAt';
import { valueWords } from './valueWords';

type RowProps = {
  section: number;
  index: number;
  line: SheetLine;
  g: Geometry;
  head: Instrument['notehead'];
  label: string;
  editor: Editor;
  say: Map<number, string>;
  /** Where notes are beamed together, where hits have note values. */
  spans: Spans | null;
  hands: SheetHands;
  /** The row of the target that stands in this one. */
  wanted: Row | null;
  locked: boolean;
};

/** What a line of a row shows of where the cursor is and what is marked: −1 for nothing. */
function useMarks(editor: Editor, section: number, index: number, line: SheetLine) {
  const marks = useSyncExternalStore(editor.subscribe, () => {
    const { cursor, range } = editor.state;
    const at = cursor.row === index && cursor.at >= line.from && cursor.at < line.to ? cursor.at : -1;
    const marked = range?.section === section && range.rows.includes(index) && range.from < line.to && range.to > line.from;
    return `${at} ${marked ? range.from : -1} ${marked ? range.to : -1}`;
  });
  const [cursor = -1, from = -1, to = -1] = marks.split(' ').map(Number);
  const preview = useSyncExternalStore(editor.subscribe, () => editor.state.preview?.find((one) => one.row === index)?.places ?? null);
  return { cursor, from, to, preview };
}

const OFF_GRID = 22;

/** One row of one line: its cells take the presses, the notes are drawn over them. Rendered again only when its own row changes. */
export const RowLine = memo(function RowLine({
  section,
  index,
  line,
  g,
  head,
  label,
  editor,
  say,
  spans,
  hands,
  wanted,
  locked,
}: RowProps) {
  const row = useSyncExternalStore(editor.store.subscribe, () => editor.store.pattern.sections[section]?.rows[index]);
  const { cursor, from, to, preview } = useMarks(editor, section, index, line);
  const delays = useDelays(row ? editor.heardPlaces(row) : [], editor.music.barTicks);
  if (!row) return null;
  const step = editor.step(row);
  const places = editor.places(row, line.from, line.to);
  const hitAtPlace = new Map<number, Hit>();
  for (const at of editor.heardPlaces(row)) {
    const hit = at >= line.from && at < line.to ? hitAt(row, editor.source(row, at)) : undefined;
    if (hit) hitAtPlace.set(at, hit);
  }
  const written = spans && valuesOf([...hitAtPlace.keys()], spans);
  // One place takes the focus: the cursor's, or the one before it where the grid has changed.
  const focusable = cursor >= line.from && cursor < line.to ? (places.findLast((at) => at <= cursor) ?? places[0]) : -1;
  const y = g.scale.row - g.scale.rise;
  const where = (at: number) => saidAt(say, at);
  return (
    <>
      {from >= 0 && <Marked from={from} to={to} line={line} g={g} />}
      <StaffLine />
      <PaintHint editor={editor} index={index} />
      {places.map((at) => {
        const hit = hitAtPlace.get(at);
        const onGrid = at % step === 0;
        const box = onGrid ? cellBox(at, step, line, g) : { left: noteX(at, line, g) - OFF_GRID / 2, width: OFF_GRID };
        return (
          <Cell
            key={at}
            index={index}
            at={at}
            hit={hit}
            label={label}
            where={where(at)}
            left={box.left}
            width={box.width}
            head={hit ? noteX(at + (hit.push ?? 0), line, g) - box.left : 0}
            onGrid={onGrid}
            marked={from >= 0 && at >= from && at < to}
            focusable={focusable === at}
            editor={editor}
            hands={hands}
            locked={locked}
          />
        );
      })}
      <svg aria-hidden="true" className="sheet-notes" width={lineWidth(line, g)} height={g.scale.row}>
        <path
          className="step-tick"
          d={places
            .filter((at) => at % step === 0)
            .map((at) => `M${noteX(at, line, g)} ${y - 3}v6`)
            .join('')}
        />
        {row.cycle && <CycleEnds cycle={row.cycle} line={line} g={g} />}
        {[...hitAtPlace].map(([at, hit]) => (
          <Note
            key={at}
            x={noteX(at + (hit.push ?? 0), line, g)}
            y={y}
            head={head}
            hit={hit}
            scale={g.scale}
            ink={row.cycle && at >= row.cycle ? 'echo' : 'plain'}
            value={written?.get(at)?.head}
            delay={delays(at)}
          />
        ))}
        {written && <Beams hits={hitAtPlace} written={written} line={line} g={g} />}
        {wanted?.hits
          .filter(({ at }) => at >= line.from && at < line.to && !hitAtPlace.has(at))
          .map((hit) => (
            <Note
              key={`wanted ${hit.at}`}
              x={noteX(hit.at + (hit.push ?? 0), line, g)}
              y={y}
              head={head}
              hit={hit}
              scale={g.scale}
              ink="missing"
            />
          ))}
        {preview
          ?.filter((at) => at >= line.from && at < line.to && !hitAtPlace.has(at))
          .map((at) => (
            <Note key={`preview ${at}`} x={noteX(at, line, g)} y={y} head={head} hit={{ at }} scale={g.scale} ink="missing" />
          ))}
      </svg>
    </>
  );
});

/** Several hits at once are written from left to right, a bar within WRITES milliseconds: how long each waits. */
function useDelays(places: number[], barTicks: number): (at: number) => number | undefined {
  const known = useRef<ReadonlySet<number> | null>(null);
  const before = known.current;
  useEffect(() => {
    known.current = new Set(places);
  });
  const several = before !== null && places.filter((at) => !before.has(at)).length > 1;
  return (at) => (several && !before.has(at) ? Math.round(((at % barTicks) / barTicks) * WRITES) : undefined);
}
const WRITES = 420;

type CellProps = {
  index: number;
  at: number;
  hit: Hit | undefined;
  label: string;
  where: string;
  left: number;
  width: number;
  /** Pixels from the cell's edge to its notehead. */
  head: number;
  onGrid: boolean;
  marked: boolean;
  focusable: boolean;
  editor: Editor;
  hands: SheetHands;
  locked: boolean;
};

/** A place that takes presses and the focus. */
const Cell = memo(function Cell({
  index,
  at,
  hit,
  label,
  where,
  left,
  width,
  head,
  onGrid,
  marked,
  focusable,
  editor,
  hands,
  locked,
}: CellProps) {
  return (
    // biome-ignore lint/a11y/useSemanticElements: cells lie over one another's notes and wrap in lines, which a table cannot
    <div
      role="gridcell"
      data-cell={`${index}-${at}`}
      data-hit={hit ? velocityOf(hit) : undefined}
      data-head={hit ? head : undefined}
      aria-label={`${label}, ${where}, ${editor.words.hit(hit)}`}
      aria-selected={marked}
      aria-readonly={locked}
      tabIndex={focusable ? 0 : -1}
      className={`cell ${hit ? 'cell-hit' : ''} ${onGrid ? '' : 'cell-off'}`}
      style={onGrid ? { width } : { left, width }}
      onPointerDown={locked ? undefined : (event) => hands.down(event, { row: index, at })}
      onContextMenu={hit && !locked ? (event) => askAt(event, editor, { row: index, at }) : undefined}
      onFocus={() => editor.point({ row: index, at })}
    />
  );
});

/** The other button of a mouse, and the menu key, ask for what is done to a hit. */
function askAt(event: React.MouseEvent, editor: Editor, place: Place): void {
  event.preventDefault();
  editor.go(place);
  editor.openHit(place);
}

/** By which note value a hand paints along the row, while it does. */
function PaintHint({ editor, index }: { editor: Editor; index: number }) {
  const paints = useSyncExternalStore(editor.subscribe, () => editor.state.painting?.row === index);
  return paints ? <span className="paint-hint">{valueWords(editor, index)}</span> : null;
}

function Marked({ from, to, line, g }: { from: number; to: number; line: SheetLine; g: Geometry }) {
  const left = Math.max(from, line.from);
  const right = Math.min(to, line.to);
  if (left >= right) return null;
  return <div className="marked" style={{ left: (left - line.from) * g.tickWidth, width: (right - left) * g.tickWidth }} />;
}

/** Where a row with its own cycle starts over: a repeat sign as on a sheet. */
function CycleEnds({ cycle, line, g }: { cycle: number; line: SheetLine; g: Geometry }) {
  const ends = [];
  for (let at = cycle; at <= line.to; at += cycle) if (at > line.from) ends.push(at);
  const y = g.scale.row - g.scale.rise;
  return ends.map((at) => {
    const x = (at - line.from) * g.tickWidth - 1;
    return (
      <g key={at} className="cycle-end">
        <path d={`M${x} ${y - 14}V${y + 5}M${x - 3.5} ${y - 14}V${y + 5}`} />
        <circle cx={x - 8} cy={y - 8} r={1.6} />
        <circle cx={x - 8} cy={y - 1} r={1.6} />
      </g>
    );
  });
}
