import type { Catalogue, Music, Row, Section } from '../api/types';
import { inOrder } from '../music/order';
import { calledInstrument } from './called';
import { type Geometry, lineWidth, noteX, type SheetLine } from './geometry';
import { Note } from './Note';
import { OVER_ROW, type Over } from './Sheet';
import type { Scale } from './scale';

/** Notes of the target's line are small: what one writes oneself is what counts. */
const SMALL: Scale = { row: OVER_ROW, rise: 6, least: 4, most: OVER_ROW - 9, size: 0.72 };

/** The rows of a target as small lines over every line of a sheet. */
export function linesOver(catalogue: Catalogue, music: Music, section: Section): Over {
  const rows = inOrder(section.rows, music.order).filter((row) => row.hits.length > 0);
  return {
    rows: rows.length,
    draw: (line, g) => rows.map((row) => <LineOver key={row.instrument} catalogue={catalogue} row={row} line={line} g={g} />),
  };
}

function LineOver({ catalogue, row, line, g }: { catalogue: Catalogue; row: Row; line: SheetLine; g: Geometry }) {
  const instrument = calledInstrument(catalogue, row);
  const hits = row.hits.filter((hit) => hit.at >= line.from && hit.at < line.to);
  return (
    <div className="over-row">
      <span className="over-name">{instrument?.label}</span>
      <svg aria-hidden="true" width={lineWidth(line, g)} height={OVER_ROW}>
        <path className="over-line" d={`M0 ${OVER_ROW - SMALL.rise + 0.5}h${lineWidth(line, g)}`} />
        {hits.map((hit) => (
          <Note
            key={hit.at}
            x={noteX(hit.at + (hit.push ?? 0), line, g)}
            y={OVER_ROW - SMALL.rise}
            head={instrument?.notehead ?? 'oval'}
            hit={hit}
            scale={SMALL}
            ink="target"
          />
        ))}
      </svg>
    </div>
  );
}
