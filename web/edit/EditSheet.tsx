import { useCallback, useEffect, useMemo, useRef, useSyncExternalStore } from 'react';
import type { Hit, Music, Row, Section } from '../api/types';
import { hitAt, velocityOf } from '../music/pattern';
import { finestOf } from '../music/time';
import { calledInstrument } from '../sheet/called';
import type { Geometry } from '../sheet/geometry';
import { Sheet, type Thin } from '../sheet/Sheet';
import type { Strike } from '../sheet/useStruck';
import { spansOf } from '../sheet/values';
import type { Player } from '../sound/Player';
import { isSingle, keyName, singleKeys } from '../ui/useKeys';
import { AtBars } from './bars/AtBars';
import { NO_TARGET, type TargetShown } from './beside';
import type { Editor } from './Editor';
import { FoldLine } from './FoldLine';
import type { Group } from './Folds';
import { AtHit } from './hit/AtHit';
import { type KeyPress, press } from './keys';
import { RowLine } from './RowLine';
import { RowName } from './row/RowName';
import { SheetHands } from './SheetHands';
import { MINE } from './useHearing';
import { useClipboard, useKeysWhereMarked } from './useSheetFocus';

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
  /** Plays the marked bars again and again; null where the sheet stands alone, and nothing opens beside it. */
  loop?: (() => void) | null;
};

/**
 * The sheet on which a beat is built. No tools and no modes: a press adds, a press on a hit removes, a drag paints or shapes. It is
 * drawn again when rows, bars or grids change; each row's line follows its own hits.
 */
export function EditSheet(props: Props) {
  const { label, editor, music, player, position, zoom, room = null, target = NO_TARGET, locked = false, loop = null } = props;
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
      if (!locked) editor.openBars(bar);
    },
    [editor, locked],
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
        over={target.over}
        grid={{
          zoom,
          room,
          onBar,
          below,
          right,
          name: (row, i) => <RowName instrument={row.instrument} index={i} editor={editor} player={player} opens={loop !== null} />,
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
      {!locked && <AtHit editor={editor} more={loop && (() => editor.open('hit'))} />}
      {!locked && <AtBars editor={editor} loop={loop} />}
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

/** What the sheet is laid out by; hits are not. */
function structureOf({ bars, rows }: Section): string {
  return `${bars} ${rows.map((row) => `${row.instrument},${row.snap},${row.tint}`).join(' ')}`;
}
