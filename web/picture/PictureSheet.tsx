import { useMemo, useState } from 'react';
import type { Catalogue, Pattern, Picture } from '../api/types';
import { writtenOut } from '../music/form';
import { inOrder } from '../music/order';
import { finestOf } from '../music/time';
import { lineWidth, noteX, type SheetLine } from '../sheet/geometry';
import { Note } from '../sheet/Note';
import { Sheet, StaffLine } from '../sheet/Sheet';
import { KitTrouble, Transport } from '../sound/Transport';
import { usePlayer, usePosition } from '../sound/usePlayer';
import { TempoSign } from '../ui/NoteValue';
import { lower } from '../ui/words';
import { useSay } from '../words/words';

type Props = { data: Picture; target: Pattern; catalogue: Catalogue; open: (title: string, of: string[]) => void };

/** A stroke of the target with those who did not play it there, or a place with those who played without being asked. */
type Mark = { kind: 'missed' | 'extra'; instrument: string; tick: number; of: string[]; title: string };

/**
 * The target's sheet with how often each stroke was missed, and where extras fall. The rarer a stroke is right, the fainter it is
 * drawn.
 */
export function PictureSheet({ data, target, catalogue, open }: Props) {
  const say = useSay();
  const { music, picture, beats } = data;
  const section = useMemo(() => writtenOut(target, music.barTicks).sections[0], [target, music.barTicks]);
  const voices = useMemo(() => [{ name: 'target', pattern: () => target }], [target]);
  const player = usePlayer(catalogue, voices, music);
  const position = usePosition(player);
  const rows = useMemo(() => {
    const asked = (section?.rows ?? []).filter((row) => row.hits.length > 0).map((row) => row.instrument);
    const names = [...new Set([...asked, ...picture.extras.map(({ instrument }) => instrument)])];
    const ordered = inOrder(
      names.map((instrument) => ({ instrument })),
      music.order,
    );
    return ordered.flatMap(({ instrument: name }) => {
      const instrument = catalogue.instruments.find((one) => one.name === name);
      return instrument ? [{ key: name, instrument }] : [];
    });
  }, [section, picture, catalogue, music.order]);
  // What one beat alone has done hides what many have.
  const [least, setLeast] = useState(beats.length >= 8 ? 2 : 1);
  const place = (tick: number) => lower(music.words.findLast(({ at }) => at <= tick)?.say ?? '');
  const label = (name: string) => catalogue.instruments.find((one) => one.name === name)?.label ?? name;
  const marks: Mark[] = [
    ...picture.strokes.map(({ instrument, tick, missed, moved }) => ({
      kind: 'missed' as const,
      instrument,
      tick,
      of: [...missed, ...moved],
      title: say('picture.missed', { name: label(instrument), place: place(tick), missed: missed.length, moved: moved.length }),
    })),
    // A stroke that was asked for stands there in any case; one that was not only shows when enough have played it.
    ...picture.extras
      .filter(({ by }) => by.length >= least)
      .map(({ instrument, tick, by }) => ({
        kind: 'extra' as const,
        instrument,
        tick,
        of: by,
        title: say('picture.extra', { name: label(instrument), place: place(tick), count: by.length }),
      })),
  ];
  const inLine = (tick: number, line: SheetLine) => tick >= line.from - 120 && tick < line.to - 120;
  return (
    <>
      <section aria-labelledby="where" className="sheet-room">
        <div className="flex flex-wrap items-baseline gap-x-4 gap-y-1">
          <h2 id="where">{say('picture.where')}</h2>
          <span className="text-sm text-faint">
            <TempoSign tempo={target.tempo} />
          </span>
          <label className="ms-auto flex items-center gap-1.5 text-sm">
            {say('picture.show')}
            <select className="field field-small w-auto" value={least} onChange={(event) => setLeast(Number(event.target.value))}>
              {[1, 2, 3, 5].map((count) => (
                <option key={count} value={count}>
                  {say('picture.least', { count })}
                </option>
              ))}
            </select>
          </label>
        </div>
        <div className="card overflow-x-auto px-3 py-2">
          <Sheet
            label={say('picture.sheet')}
            music={music}
            bars={section?.bars ?? 1}
            rows={rows}
            finest={finestOf(section?.rows ?? [])}
            position={position}
            audition={player.audition}
            content={(row, _, line, g) => (
              <>
                <StaffLine />
                <svg aria-hidden="true" className="sheet-notes" width={lineWidth(line, g)} height={g.scale.row}>
                  {marks
                    .filter((mark) => mark.instrument === row.key && inLine(mark.tick, line))
                    .map(({ kind, tick, of }) => (
                      <g key={`${kind} ${tick}`} opacity={kind === 'missed' ? 1 - 0.75 * (of.length / Math.max(1, beats.length)) : 1}>
                        <Note
                          x={noteX(tick, line, g)}
                          y={g.scale.row - g.scale.rise}
                          scale={g.scale}
                          head={row.instrument.notehead}
                          hit={{ at: 0, velocity: 70 }}
                          ink={kind === 'missed' ? 'plain' : 'extra'}
                        />
                      </g>
                    ))}
                </svg>
                {marks
                  .filter((mark) => mark.instrument === row.key && inLine(mark.tick, line) && mark.of.length >= least)
                  .map((mark) => (
                    <Count key={`${mark.kind} ${mark.tick}`} mark={mark} x={noteX(mark.tick, line, g)} open={open} />
                  ))}
              </>
            )}
          />
          <p className="mt-1 flex flex-wrap gap-x-4 text-sm text-faint">
            <span>
              <span className="picture-count picture-missed static inline-flex">3</span> {say('picture.legend.missed')}
            </span>
            <span>
              <span className="picture-count picture-extra static inline-flex">2</span> {say('picture.legend.extra')}
            </span>
          </p>
        </div>
      </section>
      <div className="work-bar">
        <div className="work-tools">
          <Transport player={player} />
          <KitTrouble player={player} />
        </div>
      </div>
    </>
  );
}

function Count({ mark: { kind, of, title }, x, open }: { mark: Mark; x: number; open: Props['open'] }) {
  return (
    <button
      type="button"
      className={`picture-count picture-${kind}`}
      style={{ left: x }}
      aria-label={`${of.length}: ${title}`}
      title={title}
      onClick={() => open(title, of)}
    >
      {of.length}
    </button>
  );
}
