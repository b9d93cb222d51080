import { memo, useCallback, useEffect, useMemo, useRef, useSyncExternalStore } from 'react';
import type { Hit, Instrument, Music, Row, Section } from '../api/types';
import { hitAt, velocityOf } from '../music/pattern';
import { finestOf } from '../music/time';
import { Beams } from '../sheet/Beams';
import { calledInstrument } from '../sheet/called';
import { cellBox, type Geometry, lineWidth, noteX, type SheetLine } from '../sheet/geometry';
import { Note } from '../sheet/Note';
import { Sheet, StaffLine, type Thin } from '../sheet/Sheet';
import type { Strike } from '../sheet/useStruck';
import { type Spans, spansOf, valuesOf } from '../sheet/values';
import { hears, keyOfRow } from '../sound/Ears';
import { pieceWords, playedBy } from '../sound/Kits';
import type { Player } from '../sound/Player';
import { isSingle, keyName, singleKeys } from '../ui/useKeys';
import { useSay } from '../words/words';
import { NO_TARGET, type TargetShown } from './beside';
import { COPIED_HERE } from './Clipboard';
import type { Editor, Place } from './Editor';
import { FoldLine } from './FoldLine';
import type { Group } from './Folds';
import { AtHit } from './hit/AtHit';
import { type KeyPress, press } from './keys';
import { SheetHands } from './SheetHands';
import { saidAt } from './saidAt';
import { MINE } from './useHearing';

type Props = {
  label: string;
  editor: Editor;
  music: Music;
  player: Player;
  position: () => number | null;
  zoom: number | 'fit';
  /** Pixels that the sheet may be high without scrolling, where that is known. */
  room?: number | null;
  /** What of the target is drawn over the sheet, or in its rows. */
  target?: TargetShown;
  locked?: boolean;
};

/**
 * The sheet on which a beat is built. No tools and no modes: a press adds, a press on a hit removes, a drag paints or shapes. It is
 * drawn again when rows, bars or grids change; each row's line follows its own hits.
 */
export function EditSheet({ label, editor, music, player, position, zoom, room = null, target = NO_TARGET, locked = false }: Props) {
  const { store } = editor;
  useSyncExternalStore(store.subscribe, () => structureOf(editor.section));
  useSyncExternalStore(editor.subscribe, () => editor.state.section);
  const sheet = useRef<HTMLDivElement>(null);
  const layout = useRef<Geometry | null>(null);
  const hands = useMemo(() => new SheetHands(editor, () => layout.current as Geometry), [editor]);
  // Rows may be renamed.
  useSyncExternalStore(editor.store.subscribe, () => editor.section.rows.map((row) => row.name ?? '').join('\n'));
  const right = useSyncExternalStore(editor.subscribe, () => editor.state.right);
  const { index, section } = editor;
  useSyncExternalStore(editor.folds.subscribe, () => editor.folds.state);
  const { over, below } = thinLines(editor);
  const rows = editor.order.flatMap((i) => {
    const row = section.rows[i] as Row;
    const instrument = editor.folds.isHidden(section.rows, i) ? undefined : calledInstrument(editor.catalogue, row);
    const above = over.get(i);
    return instrument
      ? [
          {
            index: i,
            ...(above && { above }),
            key: `${row.instrument} ${i}`,
            instrument,
            tint: row.tint ?? null,
            triplets: row.snap?.endsWith('t') ?? false,
          },
        ]
      : [];
  });
  const spans = useMemo(() => (music.values ? spansOf(music) : null), [music]);
  const say = useMemo(() => new Map(music.words.map((word) => [word.at, word.say])), [music]);
  // biome-ignore lint/correctness/useExhaustiveDependencies: what the sheet is made of, though the editor reads it by itself
  useEffect(() => editor.settle(), [editor, index, section.rows.length, section.bars]);
  const onLayout = useCallback((g: Geometry) => {
    layout.current = g;
  }, []);
  // Rows that are drawn, as they stand on the sheet.
  const drawn = useRef(rows);
  drawn.current = rows;
  const strikes = useCallback(
    (row: number) => (player.voiceNow() === MINE ? strikesOf(editor, drawn.current[row]?.index ?? row) : []),
    [editor, player],
  );
  const onBar = useCallback(
    (bar: number, marking: boolean) => {
      const marked = marking ? editor.markedBars() : null;
      editor.markBars(marked ? marked.from / editor.music.barTicks : bar, bar);
    },
    [editor],
  );
  const onKeyDown = (event: React.KeyboardEvent) => {
    if (locked || event.altKey || !(event.target as HTMLElement).closest('[role=gridcell]')) return;
    if (isSingle(keyName(event)) && !singleKeys.on) return;
    const pressed: KeyPress = { key: event.key, shift: event.shiftKey, command: event.ctrlKey || event.metaKey };
    if (!press(editor, pressed)) return;
    event.preventDefault();
    // At once: a fast hand presses the next key before the next frame.
    const place = editor.state.cursor;
    sheet.current?.querySelector<HTMLElement>(`[data-cell="${place.row}-${place.at}"]`)?.focus();
  };
  // A finger that drags something must not scroll the page; the listener has to be there before the touch begins, and not passive.
  useEffect(() => {
    const element = sheet.current;
    const hold = (event: TouchEvent) => hands.holds && event.preventDefault();
    element?.addEventListener('touchmove', hold, { passive: false });
    return () => element?.removeEventListener('touchmove', hold);
  }, [hands]);
  // What somebody finds on the sheet stands there; what is written from now on is seen to be written.
  const enliven = () => sheet.current?.classList.add('alive');
  useClipboard(sheet, editor, locked);
  useKeysWhereMarked(sheet, editor);
  return (
    // biome-ignore lint/a11y/noStaticElementInteractions: keys bubble from the grid's cells, which hold the focus
    <div ref={sheet} className="relative" onKeyDown={onKeyDown} onPointerDownCapture={enliven} onKeyDownCapture={enliven}>
      <Sheet
        label={label}
        music={music}
        bars={section.bars}
        rows={rows}
        position={position}
        audition={player.audition}
        finest={finestOf(section.rows)}
        grid={{
          zoom,
          room,
          onBar,
          below,
          over: target.over,
          right,
          name: (row, i) => <RowName instrument={row.instrument} index={i} editor={editor} player={player} />,
        }}
        onLayout={onLayout}
        strikes={strikes}
        content={({ instrument }, i, line, g) => (
          <RowLine
            section={index}
            index={i}
            line={line}
            g={g}
            head={instrument.notehead}
            label={instrument.label}
            editor={editor}
            say={say}
            spans={spans}
            hands={hands}
            wanted={target.inRows?.rows.find((row) => row.instrument === instrument.name) ?? null}
            locked={locked}
          />
        )}
      />
      {!locked && <AtHit editor={editor} />}
    </div>
  );
}

/** The groups of rows as thin lines: over the first row that is drawn from where they begin, or under all of them. */
function thinLines(editor: Editor): { over: Map<number, Thin>; below: Thin } {
  const { rows } = editor.section;
  const { order } = editor;
  const groups = editor.folds.of(rows);
  const firstOf = (group: Group) => order.find((row) => group.rows.includes(row));
  const thin = (indices: number[]): Thin => ({
    count: indices.length,
    draw: (line, g) => indices.map((i) => <FoldLine key={i} editor={editor} group={groups[i] as Group} index={i} line={line} g={g} />),
  });
  const over = new Map<number, Thin>();
  let waiting: number[] = [];
  for (const row of order) {
    waiting.push(...groups.flatMap((group, i) => (firstOf(group) === row ? [i] : [])));
    if (waiting.length === 0 || editor.folds.isHidden(rows, row)) continue;
    over.set(row, thin(waiting));
    waiting = [];
  }
  return { over, below: thin(waiting) };
}

/** What a row sounds, its cycle written out; kept for as long as the row stays as it is. */
const struck = new WeakMap<Row, Strike[]>();
function strikesOf(editor: Editor, index: number): Strike[] {
  const row = editor.section.rows[index];
  if (!row || row.muted) return [];
  let known = struck.get(row);
  if (!known) {
    known = editor
      .heardPlaces(row)
      .map((at) => ({ at, hit: hitAt(row, editor.source(row, at)) }))
      .filter(({ hit }) => hit && !hit.silent)
      .map(({ at, hit }) => ({ at: at + (hit?.push ?? 0), velocity: velocityOf(hit as Hit) }))
      .sort((one, other) => one.at - other.at);
    struck.set(row, known);
  }
  return known;
}

/** Marked by a head or a panel, the sheet takes the keys: the place of the cursor has the focus. */
function useKeysWhereMarked(sheet: React.RefObject<HTMLDivElement | null>, editor: Editor) {
  useEffect(() => {
    let before = editor.state.range;
    return editor.subscribe(() => {
      const { range, cursor } = editor.state;
      if (range === before) return;
      before = range;
      if (!range || document.activeElement?.closest('[role=gridcell], input, textarea, select')) return;
      // The cursor goes to where the keys will work.
      const inside = editor.isMarked(cursor) ? cursor : { row: range.rows[0] ?? 0, at: range.from };
      editor.point(inside);
      // At once: a fast hand presses the next key before the next frame.
      const cell = (name: string) => sheet.current?.querySelector<HTMLElement>(`[data-cell${name}]`);
      (cell(`="${inside.row}-${inside.at}"`) ?? cell(`^="${inside.row}-"`))?.focus({ preventScroll: true });
    });
  }, [sheet, editor]);
}

/** What the sheet is laid out by; hits are not. */
function structureOf({ bars, rows }: Section): string {
  return `${bars} ${rows.map((row) => `${row.instrument},${row.snap},${row.tint}`).join(' ')}`;
}

/** Sounds its row, and is bold where the cursor is; with Shift it marks the row. */
function RowName({ instrument, index, editor, player }: { instrument: Instrument; index: number; editor: Editor; player: Player }) {
  const say = useSay();
  const current = useSyncExternalStore(editor.subscribe, () => editor.state.cursor.row === index);
  const muted = useSyncExternalStore(editor.store.subscribe, () => editor.section.rows[index]?.muted ?? false);
  const key = useSyncExternalStore(editor.store.subscribe, () => keyOfRow(editor.section.rows, index));
  const heard = useSyncExternalStore(player.subscribe, () => hears(player.state.ears, key));
  const kit = useSyncExternalStore(editor.store.subscribe, () => editor.store.pattern.kit);
  const sound = useSyncExternalStore(editor.store.subscribe, () => editor.section.rows[index]?.sound ?? null);
  const missing = useSyncExternalStore(player.kits.subscribe, () => sound !== null && player.kits.own.isMissing('', sound));
  const relative = playedBy(editor.catalogue, kit, instrument.name);
  const piece = sound === null ? null : pieceWords(editor.catalogue, sound);
  const plays =
    piece ??
    (sound !== null && !missing
      ? `“${sound}”`
      : missing
        ? say('edit.row.notHere', { sound: sound ?? '' })
        : relative && say('edit.row.as', { relative }));
  return (
    <button
      type="button"
      className="row-name"
      aria-current={current ? 'true' : undefined}
      data-muted={muted || !heard}
      title={muted ? say('edit.row.mutedIn', { name: instrument.label }) : say('edit.row.hear', { name: instrument.label })}
      onClick={(event) => {
        void player.audition(instrument.name, 90, editor.section.rows[index]);
        editor.point({ row: index, at: editor.state.cursor.at });
        if (event.shiftKey) editor.markRow(index);
      }}
    >
      {instrument.label}
      {plays && <span className="row-muted">{plays}</span>}
      {muted ? (
        <span className="row-muted">{say('edit.row.muted')}</span>
      ) : (
        !heard && <span className="row-muted">{say('edit.row.notHeard')}</span>
      )}
    </button>
  );
}

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
const RowLine = memo(function RowLine({ section, index, line, g, head, label, editor, say, spans, hands, wanted, locked }: RowProps) {
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

/** The browser's own copy, cut and paste, while the sheet has the focus. */
function useClipboard(sheet: React.RefObject<HTMLDivElement | null>, editor: Editor, locked: boolean) {
  useEffect(() => {
    const here = () => !locked && sheet.current?.contains(document.activeElement);
    const copy = (event: ClipboardEvent) => {
      const clip = here() ? (event.type === 'cut' ? editor.cut() : editor.copy()) : null;
      if (!clip) return;
      event.clipboardData?.setData('text/plain', COPIED_HERE);
      event.preventDefault();
    };
    const paste = (event: ClipboardEvent) => {
      if (!here()) return;
      event.preventDefault();
      const file = event.clipboardData?.files[0];
      if (file && editor.onFile) editor.onFile(file);
      else editor.pasteText(event.clipboardData?.getData('text/plain') ?? '');
    };
    document.addEventListener('copy', copy);
    document.addEventListener('cut', copy);
    document.addEventListener('paste', paste);
    return () => {
      document.removeEventListener('copy', copy);
      document.removeEventListener('cut', copy);
      document.removeEventListener('paste', paste);
    };
  }, [sheet, editor, locked]);
}
