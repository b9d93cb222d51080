import { memo, useCallback, useMemo, useRef, useState, useSyncExternalStore } from 'react';
import type { Catalogue, Music, Row } from '../api/types';
import type { PatternStore } from '../music/PatternStore';
import { hitAt, velocityOf } from '../music/pattern';
import type { Player } from '../sound/Player';
import { type Geometry, HEAD_RISE, lineWidth, ROW_HEIGHT, type SheetLine } from './geometry';
import { Note } from './Note';
import { Sheet, StaffLine } from './Sheet';
import { levelName, type Place, SheetHands } from './SheetHands';

type Props = {
  label: string;
  store: PatternStore;
  music: Music;
  catalogue: Catalogue;
  player: Player;
  position: () => number | null;
  locked?: boolean;
};

/** The sheet on which a beat is built. No tools and no modes: a press adds, a press on a hit removes, a drag paints or shapes. */
export function EditSheet({ label, store, music, catalogue, player, position, locked = false }: Props) {
  const pattern = useSyncExternalStore(store.subscribe, () => store.pattern);
  const [said, setSaid] = useState('');
  const [cursor, setCursor] = useState<Place>({ row: 0, at: 0 });
  const place = useRef(cursor);
  const move = useCallback((next: Place) => {
    place.current = next;
    setCursor(next);
  }, []);
  const sheet = useRef<HTMLDivElement>(null);
  const hands = useMemo(() => new SheetHands(store, catalogue, music, player, setSaid, move), [store, catalogue, music, player, move]);
  const section = pattern.sections[0];
  const instruments = useMemo(() => new Map(catalogue.instruments.map((one) => [one.name, one])), [catalogue]);
  // Rows are known by instrument, and by their place where an instrument has several.
  const rows = useMemo(
    () =>
      (section?.rows ?? []).flatMap((row, i) => {
        const instrument = instruments.get(row.instrument);
        return instrument ? [{ key: `${row.instrument} ${i}`, instrument }] : [];
      }),
    [section?.rows, instruments],
  );
  const focus = useCallback(
    (place: Place) => sheet.current?.querySelector<HTMLElement>(`[data-cell="${place.row}-${place.at}"]`)?.focus(),
    [],
  );
  const onKeyDown = (event: React.KeyboardEvent) => {
    if (locked || event.ctrlKey || event.metaKey || event.altKey) return;
    const next = hands.key(event.key, event.shiftKey, place.current);
    if (!next) return;
    event.preventDefault();
    move(next);
    // At once: a fast hand presses the next key before the next frame.
    focus(next);
  };
  return (
    // biome-ignore lint/a11y/noStaticElementInteractions: keys bubble from the grid's cells, which hold the focus
    <div ref={sheet} onKeyDown={onKeyDown}>
      <Sheet
        label={label}
        music={music}
        bars={section?.bars ?? 1}
        rows={rows}
        position={position}
        grid
        player={player}
        content={({ instrument }, index, line, g) => {
          const row = section?.rows[index];
          return (
            row && (
              <RowLine
                row={row}
                index={index}
                line={line}
                g={g}
                head={instrument.notehead}
                label={instrument.label}
                music={music}
                hands={hands}
                cursor={cursor.row === index ? cursor.at : -1}
                locked={locked}
                levels={catalogue.levels}
              />
            )
          );
        }}
      />
      <p role="status" className="sr-only">
        {said}
      </p>
    </div>
  );
}

type RowProps = {
  row: Row;
  index: number;
  line: SheetLine;
  g: Geometry;
  head: Catalogue['instruments'][number]['notehead'];
  label: string;
  music: Music;
  hands: SheetHands;
  cursor: number;
  locked: boolean;
  levels: Catalogue['levels'];
};

/** One row of one line: its cells take the presses, the notes are drawn over them. Rendered again only when its own row changes. */
const RowLine = memo(function RowLine({ row, index, line, g, head, label, music, hands, cursor, locked, levels }: RowProps) {
  const step = hands.step(row);
  const say = useMemo(() => new Map(music.words.map((word) => [word.at, word.say])), [music]);
  const cells = [];
  for (let at = line.from; at < line.to; at += step) {
    const hit = hitAt(row, at);
    const what = hit ? `${levelName(levels, velocityOf(hit))}, ${velocityOf(hit)}` : 'empty';
    cells.push(
      // biome-ignore lint/a11y/useSemanticElements: cells lie over one another's notes and wrap in lines, which a table cannot
      <div
        key={at}
        role="gridcell"
        data-cell={`${index}-${at}`}
        data-hit={hit ? velocityOf(hit) : undefined}
        aria-label={`${label}, ${say.get(at) ?? `tick ${at}`}, ${what}`}
        aria-readonly={locked}
        tabIndex={cursor === at ? 0 : -1}
        className="cell"
        style={{ left: (at - line.from) * g.tickWidth, width: step * g.tickWidth }}
        onPointerDown={locked ? undefined : (event) => hands.down(event, { row: index, at })}
        onFocus={() => hands.focused({ row: index, at })}
      />,
    );
  }
  const half = (step * g.tickWidth) / 2;
  return (
    <>
      <StaffLine />
      {cells}
      <svg aria-hidden="true" className="sheet-notes" width={lineWidth(line, g)} height={ROW_HEIGHT}>
        {cells.map((cell, i) => {
          const x = i * step * g.tickWidth + half;
          return (
            <line key={cell.key} x1={x} x2={x} y1={ROW_HEIGHT - HEAD_RISE - 3} y2={ROW_HEIGHT - HEAD_RISE + 3} className="step-tick" />
          );
        })}
        {row.hits
          .filter((hit) => hit.at >= line.from && hit.at < line.to)
          .map((hit) => (
            <Note
              key={hit.at}
              x={(hit.at + (hit.push ?? 0) - line.from) * g.tickWidth + half}
              y={ROW_HEIGHT - HEAD_RISE}
              head={head}
              hit={hit}
            />
          ))}
      </svg>
    </>
  );
});
