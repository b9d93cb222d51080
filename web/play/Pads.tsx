import { useEffect, useRef } from 'react';
import type { Editor } from '../edit/Editor';
import { Head } from '../sheet/Note';
import { keyLabel, USUAL } from './keysIn';

/** Velocity in the middle of a pad, and at its edge. */
const [MIDDLE, EDGE] = [122, 44];

type Props = {
  editor: Editor;
  /** Of the rows as they are drawn, by their keys. */
  names: string[];
  keys: ReadonlyMap<string, string>;
  /** The row that waits for its key or note. */
  waiting: string | null;
  pads: Map<number, HTMLElement>;
  strike: (row: number, name: string, velocity: number, stamp: number) => void;
};

/** One drum a row: harder towards the middle, or by pressure where the device tells it. */
export function Pads({ editor, names, keys, waiting, pads, strike }: Props) {
  const box = useRef<HTMLDivElement>(null);
  // Drums that one has just asked for are seen, wherever the page is scrolled to.
  useEffect(() => {
    void box.current?.scrollIntoView({ block: 'nearest' });
  }, []);
  return (
    <div ref={box} className="pads">
      {editor.order.map((index, i) => {
        const row = editor.section.rows[index];
        const name = names[i] ?? '';
        const head = editor.catalogue.instruments.find((one) => one.name === row?.instrument)?.notehead ?? 'oval';
        const key = keys.get(name);
        return (
          <button
            key={name}
            ref={(element) => {
              if (element) pads.set(index, element);
              else pads.delete(index);
            }}
            type="button"
            className="pad"
            aria-pressed={waiting === name}
            onPointerDown={(event) => {
              if (event.button !== 0) return;
              event.preventDefault();
              strike(index, name, forceOf(event), event.timeStamp);
            }}
            onContextMenu={(event) => event.preventDefault()}
            // A press by a key or a reader has no place on the pad.
            onClick={(event) => event.detail === 0 && strike(index, name, USUAL, event.timeStamp)}
          >
            <svg aria-hidden="true" viewBox="-22 -22 44 44">
              <circle r="20" className="pad-rim" />
              <circle r="9" className="pad-heart" />
              <g transform="scale(1.5)">
                <Head shape={head} x={0} y={0} />
              </g>
            </svg>
            <span className="pad-name">{editor.words.name(index)}</span>
            {key && <kbd className="pad-key">{keyLabel(key)}</kbd>}
          </button>
        );
      })}
    </div>
  );
}

function forceOf(event: React.PointerEvent<HTMLElement>): number {
  const { pressure, pointerType } = event;
  // 0, a half and 1 are what devices say that measure no pressure (Pointer Events 3, 10.1.3).
  if (pointerType !== 'mouse' && ![0, 0.5, 1].includes(pressure)) return 1 + 126 * pressure;
  const box = event.currentTarget.getBoundingClientRect();
  const [x, y] = [(2 * (event.clientX - box.left)) / box.width - 1, (2 * (event.clientY - box.top)) / box.height - 1];
  return MIDDLE - (MIDDLE - EDGE) * Math.min(1, Math.hypot(x, y));
}
