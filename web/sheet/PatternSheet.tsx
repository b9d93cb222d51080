import { useMemo } from 'react';
import type { Catalogue, Music, Pattern } from '../api/types';
import type { Player } from '../sound/Player';
import { HEAD_RISE, lineWidth, ROW_HEIGHT } from './geometry';
import { type Ink, Note } from './Note';
import { Sheet, StaffLine } from './Sheet';

type Props = {
  pattern: Pattern;
  music: Music;
  catalogue: Catalogue;
  player: Player;
  position: () => number | null;
  title?: string;
  ink?: Ink;
};

/** A pattern to look at and listen to. Rows without a hit are left out. */
export function PatternSheet({ pattern, music, catalogue, player, position, title = 'Target', ink = 'target' }: Props) {
  const section = pattern.sections[0];
  const used = useMemo(() => (section?.rows ?? []).filter((row) => row.hits.length > 0), [section]);
  const rows = useMemo(
    () =>
      used.flatMap((row) => {
        const instrument = catalogue.instruments.find((one) => one.name === row.instrument);
        return instrument ? [{ key: row.instrument, instrument }] : [];
      }),
    [used, catalogue],
  );
  return (
    <section aria-label={title} className={`card arrive mt-3 overflow-x-auto ${ink === 'target' ? 'border-target/40' : ''}`}>
      <h2 className={`mb-1 ${ink === 'target' ? 'text-target' : ''}`}>{title}</h2>
      <Sheet
        label={title}
        music={music}
        bars={section?.bars ?? 1}
        rows={rows}
        position={position}
        player={player}
        content={({ instrument }, index, line, g) => (
          <>
            <StaffLine />
            <svg aria-hidden="true" className="sheet-notes" width={lineWidth(line, g)} height={ROW_HEIGHT}>
              {used[index]?.hits
                .filter((hit) => hit.at >= line.from && hit.at < line.to)
                .map((hit) => (
                  <Note
                    key={hit.at}
                    x={(hit.at + (hit.push ?? 0) - line.from + 120) * g.tickWidth}
                    y={ROW_HEIGHT - HEAD_RISE}
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
