import { useMemo, useState } from 'react';
import type { Catalogue, Pattern, Picture } from '../api/types';
import { writtenOut } from '../music/form';
import { finestOf } from '../music/time';
import { type Geometry, lineWidth, noteX, type SheetLine } from '../sheet/geometry';
import { Note } from '../sheet/Note';
import { Sheet, StaffLine } from '../sheet/Sheet';
import { Transport } from '../sound/Transport';
import { usePlayer, usePosition } from '../sound/usePlayer';
import { lower, tempoWords } from '../ui/words';

type Props = { data: Picture; target: Pattern; catalogue: Catalogue; open: (title: string, of: string[]) => void };

/** The target's sheet with how often each stroke was missed, and where extras fall. The rarer a stroke is right, the fainter it is drawn. */
export function PictureSheet({ data, target, catalogue, open }: Props) {
  const { music, picture, beats } = data;
  const section = useMemo(() => writtenOut(target, music.barTicks).sections[0], [target, music.barTicks]);
  const voices = useMemo(() => [{ name: 'target', pattern: () => target }], [target]);
  const player = usePlayer(catalogue, target.kit, voices, music);
  const position = usePosition(player);
  const rows = useMemo(() => {
    const asked = (section?.rows ?? []).filter((row) => row.hits.length > 0).map((row) => row.instrument);
    const names = [...new Set([...asked, ...picture.extras.map(({ instrument }) => instrument)])];
    return names.flatMap((name) => {
      const instrument = catalogue.instruments.find((one) => one.name === name);
      return instrument ? [{ key: name, instrument }] : [];
    });
  }, [section, picture, catalogue]);
  // What one beat alone has done hides what many have.
  const [least, setLeast] = useState(beats.length >= 8 ? 2 : 1);
  const strokes = picture.strokes.filter(({ missed, moved }) => missed.length + moved.length >= least);
  const extras = picture.extras.filter(({ by }) => by.length >= least);
  const say = (tick: number) => lower(music.words.findLast(({ at }) => at <= tick)?.say ?? '');
  const inLine = (tick: number, line: SheetLine) => tick >= line.from - 120 && tick < line.to - 120;
  return (
    <section aria-labelledby="where" className="card overflow-x-auto">
      <div className="mb-2 flex flex-wrap items-center gap-3">
        <h2 id="where">Where it goes wrong</h2>
        <Transport player={player}>
          <span className="text-sm text-faint">{tempoWords(target.tempo)}</span>
        </Transport>
        <label className="flex items-center gap-1.5 text-sm">
          Show what
          <select className="field field-small w-auto" value={least} onChange={(event) => setLeast(Number(event.target.value))}>
            {[1, 2, 3, 5].map((count) => (
              <option key={count} value={count}>
                {count === 1 ? 'anybody' : `at least ${count}`}
              </option>
            ))}
          </select>
          did
        </label>
      </div>
      <Sheet
        label="The target with what the class missed"
        music={music}
        bars={section?.bars ?? 1}
        rows={rows}
        finest={finestOf(section?.rows ?? [])}
        position={position}
        player={player}
        content={(row, _, line, g) => (
          <>
            <StaffLine />
            <svg aria-hidden="true" className="sheet-notes" width={lineWidth(line, g)} height={g.scale.row}>
              {picture.strokes
                .filter((stroke) => stroke.instrument === row.key && inLine(stroke.tick, line))
                .map((stroke) => {
                  const wrong = stroke.missed.length + stroke.moved.length;
                  return (
                    <g key={stroke.tick} opacity={1 - 0.75 * (wrong / Math.max(1, beats.length))}>
                      <Note
                        x={noteX(stroke.tick, line, g)}
                        y={g.scale.row - g.scale.rise}
                        scale={g.scale}
                        head={row.instrument.notehead}
                        hit={{ at: 0, velocity: 80 }}
                        ink="plain"
                      />
                    </g>
                  );
                })}
              {extras
                .filter((extra) => extra.instrument === row.key && inLine(extra.tick, line))
                .map((extra) => (
                  <Note
                    key={extra.tick}
                    x={noteX(extra.tick, line, g)}
                    y={g.scale.row - g.scale.rise}
                    scale={g.scale}
                    head={row.instrument.notehead}
                    hit={{ at: 0, velocity: 60 }}
                    ink="extra"
                  />
                ))}
            </svg>
            {strokes
              .filter(
                (stroke) => stroke.instrument === row.key && inLine(stroke.tick, line) && stroke.missed.length + stroke.moved.length > 0,
              )
              .map((stroke) => (
                <Count
                  key={`missed ${stroke.tick}`}
                  kind="missed"
                  tick={stroke.tick}
                  line={line}
                  g={g}
                  of={[...stroke.missed, ...stroke.moved]}
                  title={`${row.instrument.label}, ${say(stroke.tick)}: missed by ${stroke.missed.length}, elsewhere by ${stroke.moved.length}`}
                  open={open}
                />
              ))}
            {extras
              .filter((extra) => extra.instrument === row.key && inLine(extra.tick, line))
              .map((extra) => (
                <Count
                  key={`extra ${extra.tick}`}
                  kind="extra"
                  tick={extra.tick}
                  line={line}
                  g={g}
                  of={extra.by}
                  title={`${row.instrument.label}, ${say(extra.tick)}: played but not asked by ${extra.by.length}`}
                  open={open}
                />
              ))}
          </>
        )}
      />
      <p className="mt-2 flex flex-wrap gap-x-4 text-sm text-faint">
        <span>
          <span className="picture-count picture-missed static inline-flex">3</span> did not play this stroke here; it fades with them
        </span>
        <span>
          <span className="picture-count picture-extra static inline-flex">2</span> played here without being asked
        </span>
      </p>
    </section>
  );
}

type CountProps = {
  kind: 'missed' | 'extra';
  tick: number;
  line: SheetLine;
  g: Geometry;
  of: string[];
  title: string;
  open: Props['open'];
};

function Count({ kind, tick, line, g, of, title, open }: CountProps) {
  return (
    <button
      type="button"
      className={`picture-count picture-${kind}`}
      style={{ left: noteX(tick, line, g) }}
      aria-label={`${of.length}: ${title}`}
      title={title}
      onClick={() => open(title, of)}
    >
      {of.length}
    </button>
  );
}
