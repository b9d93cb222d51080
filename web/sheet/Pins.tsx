import { useRef } from 'react';
import type { Pin } from '../api/types';
import { type Geometry, noteX, type SheetLine } from './geometry';

export type Place = Pick<Pin, 'instrument' | 'from' | 'to'>;

/** The ticks of a place on the sheet's grid. */
const STEP = 240;

type GroundProps = { instrument: string; line: SheetLine; g: Geometry; onPlace: (place: Place) => void };

/** The ground of a row that takes a press, or a drag over a range, to pin a note there. The form beneath the sheet does the same by key. */
export function PinGround({ instrument, line, g, onPlace }: GroundProps) {
  const begun = useRef<number | null>(null);
  const tick = (event: React.PointerEvent) => {
    const x = event.clientX - event.currentTarget.getBoundingClientRect().left;
    const at = line.from + Math.floor(x / g.tickWidth / STEP) * STEP;
    return Math.max(line.from, Math.min(line.to - STEP, at));
  };
  return (
    <div
      aria-hidden="true"
      className="pin-ground"
      data-ground={`${instrument} ${line.index}`}
      onPointerDown={(event) => {
        begun.current = tick(event);
      }}
      onPointerUp={(event) => {
        if (begun.current === null) return;
        const [a, b] = [begun.current, tick(event)];
        begun.current = null;
        onPlace({ instrument, from: Math.min(a, b), to: Math.max(a, b) + STEP });
      }}
      onPointerCancel={() => {
        begun.current = null;
      }}
    />
  );
}

type MarksProps = { pins: Place[]; draft?: Place | null; rows: string[]; line: SheetLine; g: Geometry };

/** Where notes are pinned: a numbered flag at the place, a bracket over a range, over one row or all. */
export function PinMarks({ pins, draft, rows, line, g }: MarksProps) {
  const mark = (place: Place, label: string) => {
    const [from, to] = [Math.max(place.from, line.from), Math.min(place.to, line.to)];
    if (from >= to) return null;
    const row = place.instrument === null ? 0 : Math.max(0, rows.indexOf(place.instrument));
    const height = place.instrument === null ? rows.length : 1;
    const x = (from - line.from) * g.tickWidth + 1;
    const flag = noteX(from, line, g);
    return (
      <g key={`${label} ${place.from} ${place.instrument}`} className="pin-mark" data-pin={label}>
        <rect x={x} y={row * g.scale.row + 1} width={(to - from) * g.tickWidth - 2} height={height * g.scale.row - 2} rx="5" />
        {place.from >= line.from && (
          <>
            <circle cx={flag} cy={row * g.scale.row + 2} r="8.5" />
            <text x={flag} y={row * g.scale.row + 6} textAnchor="middle">
              {label}
            </text>
          </>
        )}
      </g>
    );
  };
  return (
    <>
      {pins.map((pin, index) => mark(pin, String(index + 1)))}
      {draft && mark(draft, '+')}
    </>
  );
}
