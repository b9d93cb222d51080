import type { Glimpse } from '../api/types';
import { Note } from './Note';

/** Pixels: of a row, of the whole width, and before the first note. */
const ROW = 19;
const WIDTH = 232;
const INDENT = 14;
const SCALE = { row: ROW, rise: 4, least: 4, most: 14, size: 1 };

/** The first bar of a beat, drawn small: how it looks, before one goes there. */
export function FirstBar({ glimpse }: { glimpse: Glimpse }) {
  const { barTicks, groups, rows } = glimpse;
  const x = (tick: number) => INDENT + (tick / barTicks) * (WIDTH - INDENT);
  const lines = Math.max(3, rows.length);
  const y = (row: number) => 24 + row * ROW;
  const bottom = y(lines - 1) + 5;
  return (
    <svg aria-hidden="true" className="first-bar" viewBox={`0 0 ${WIDTH + 2} ${bottom + 4}`} width={WIDTH + 2} height={bottom + 4}>
      {Array.from({ length: lines }, (_, row) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: a line is known by its place
        <path key={row} className="first-bar-line" d={`M1 ${y(row)}H${WIDTH}`} />
      ))}
      {groups
        .filter((tick) => tick > 0)
        .map((tick) => (
          <path key={tick} className="first-bar-line" d={`M${x(tick) - INDENT + 5} 14V${bottom}`} />
        ))}
      <path className="first-bar-end" d={`M1 14V${bottom}M${WIDTH} 14V${bottom}`} />
      {rows.map(({ notehead, hits }, row) =>
        hits.map((hit) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: a row is known by its place
          <Note key={`${row} ${hit.at}`} x={x(hit.at)} y={y(row)} head={notehead} hit={hit} scale={SCALE} />
        )),
      )}
    </svg>
  );
}
