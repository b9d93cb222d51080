import { useMemo } from 'react';
import type { Catalogue, Hit, Instrument, Music, Pattern } from '../api/types';
import { writtenOut } from '../music/form';
import { inOrder } from '../music/order';
import { finestOf } from '../music/time';
import { say } from '../words/words';
import { Beams } from './Beams';
import { calledInstrument } from './called';
import { type Geometry, lineWidth, noteX, type SheetLine } from './geometry';
import { type Ink, Note } from './Note';
import { PinGround, PinMarks, type Place } from './Pins';
import { type Over, Sheet, StaffLine } from './Sheet';
import { strikesOf } from './useStruck';
import { type Spans, spansOf, valuesOf } from './values';

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
  /** The rows of another pattern as small lines over every line. */
  over?: Over | null;
  /** Whether it is this pattern that sounds now, so that it is seen to. */
  sounds?: () => boolean;
};

/** A pattern to look at and listen to. Rows without a hit are left out. */
export function PatternSheet(props: Props) {
  const {
    pattern,
    music,
    catalogue,
    audition,
    position,
    title = say('beat.voice.target'),
    ink = 'target',
    pins = [],
    draft = null,
    onPlace,
    lit = null,
    stretch = null,
    over = null,
    sounds,
  } = props;
  const section = useMemo(() => writtenOut(pattern, music.barTicks).sections[0], [pattern, music.barTicks]);
  const used = useMemo(() => inOrder(section?.rows ?? [], music.order).filter((row) => row.hits.length > 0), [section, music.order]);
  const spans = useMemo(() => (music.values ? spansOf(music) : null), [music]);
  const rows = useMemo(
    () =>
      used.flatMap((row, i) => {
        const instrument = calledInstrument(catalogue, row);
        return instrument ? [{ key: `${row.instrument} ${i}`, instrument, triplets: row.snap?.endsWith('t') ?? false }] : [];
      }),
    [used, catalogue],
  );
  const strikes = useMemo(() => {
    const all = used.map(strikesOf);
    return sounds && ((row: number) => (sounds() ? (all[row] ?? []) : []));
  }, [used, sounds]);
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
        over={over}
        strikes={strikes}
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
            <RowNotes hits={used[index]?.hits ?? []} spans={spans} head={instrument.notehead} ink={ink} line={line} g={g} />
          </>
        )}
      />
    </section>
  );
}

type RowNotesProps = {
  hits: Hit[];
  spans: Spans | null;
  head: Instrument['notehead'];
  ink: Ink;
  line: SheetLine;
  g: Geometry;
};

/** The notes of a row in one line of the sheet. */
function RowNotes({ hits, spans, head, ink, line, g }: RowNotesProps) {
  const here = hits.filter((hit) => hit.at >= line.from && hit.at < line.to);
  const ats = here.map((hit) => hit.at);
  const written = spans && valuesOf(ats, spans);
  return (
    <svg aria-hidden="true" className="sheet-notes" width={lineWidth(line, g)} height={g.scale.row}>
      {here.map((hit) => (
        <Note
          key={hit.at}
          x={noteX(hit.at + (hit.push ?? 0), line, g)}
          y={g.scale.row - g.scale.rise}
          scale={g.scale}
          head={head}
          hit={hit}
          ink={ink}
          value={written?.get(hit.at)?.head}
        />
      ))}
      {written && <Beams hits={new Map(here.map((hit) => [hit.at, hit]))} written={written} line={line} g={g} />}
    </svg>
  );
}

/** Pixels that a lit place is wide. */
const LIT = 24;
