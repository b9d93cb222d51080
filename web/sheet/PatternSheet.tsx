import { useMemo } from 'react';
import type { Catalogue, Music, Pattern } from '../api/types';
import { writtenOut } from '../music/form';
import { finestOf } from '../music/time';
import { calledInstrument } from './called';
import { lineWidth, noteX } from './geometry';
import { type Ink, Note } from './Note';
import { PinGround, PinMarks, type Place } from './Pins';
import { Sheet, StaffLine } from './Sheet';

type Props = {
  pattern: Pattern;
  music: Music;
  catalogue: Catalogue;
  audition: (instrument: string) => void;
  position: () => number | null;
  title?: string;
  ink?: Ink;
  pins?: Place[];
  draft?: Place | null;
  onPlace?: ((place: Place) => void) | undefined;
  /** A written tick of the pass that is lit. */
  lit?: number | null;
  /** Pixels that its rows may fill, on a wall. */
  stretch?: number | null;
};

/** A pattern to look at and listen to. Rows without a hit are left out. */
export function PatternSheet(props: Props) {
  const {
    pattern,
    music,
    catalogue,
    audition,
    position,
    title = 'Target',
    ink = 'target',
    pins = [],
    draft = null,
    onPlace,
    lit = null,
    stretch = null,
  } = props;
  const section = useMemo(() => writtenOut(pattern, music.barTicks).sections[0], [pattern, music.barTicks]);
  const used = useMemo(() => (section?.rows ?? []).filter((row) => row.hits.length > 0), [section]);
  const rows = useMemo(
    () =>
      used.flatMap((row, i) => {
        const instrument = calledInstrument(catalogue, row);
        return instrument ? [{ key: `${row.instrument} ${i}`, instrument, triplets: row.snap?.endsWith('t') ?? false }] : [];
      }),
    [used, catalogue],
  );
  return (
    <section aria-label={title} className={`card arrive overflow-x-auto px-3 py-2 ${ink === 'target' ? 'border-target/40' : ''}`}>
      <h2 className={`${ink === 'target' ? 'text-target' : ''}`}>{title}</h2>
      <Sheet
        label={title}
        music={music}
        bars={section?.bars ?? 1}
        rows={rows}
        finest={finestOf(used)}
        position={position}
        stretch={stretch}
        audition={audition}
        overlay={(line, g) => (
          <>
            {lit !== null && lit >= line.from && lit < line.to && (
              <rect className="lit-place" x={noteX(lit, line, g) - LIT / 2} width={LIT} height={rows.length * g.scale.row} rx="5" />
            )}
            <PinMarks pins={pins} draft={draft} rows={rows.map(({ instrument }) => instrument.name)} line={line} g={g} />
          </>
        )}
        content={({ instrument }, index, line, g) => (
          <>
            {onPlace && <PinGround instrument={instrument.name} line={line} g={g} onPlace={onPlace} />}
            <StaffLine />
            <svg aria-hidden="true" className="sheet-notes" width={lineWidth(line, g)} height={g.scale.row}>
              {used[index]?.hits
                .filter((hit) => hit.at >= line.from && hit.at < line.to)
                .map((hit) => (
                  <Note
                    key={hit.at}
                    x={noteX(hit.at + (hit.push ?? 0), line, g)}
                    y={g.scale.row - g.scale.rise}
                    scale={g.scale}
                    head={instrument.notehead}
                    hit={hit}
                    ink={ink}
                  />
                ))}
            </svg>
          </>
        )}
      />
    </section>
  );
}

/** Pixels that a lit place is wide. */
const LIT = 24;
