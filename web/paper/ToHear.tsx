import { useMemo, useState } from 'react';
import type { Catalogue, Paper } from '../api/types';
import { KitTrouble, Transport } from '../sound/Transport';
import { usePlayer } from '../sound/usePlayer';
import { GridAndStaff } from '../staff/GridAndStaff';
import '../ui/class.css';
import '../ui/rooms.css';
import { useSay } from '../words/words';

type Beat = Paper['beats'][number];

/** One beat as grid and staff, with the same reading line while it plays. */
export default function ToHear({ data, catalogue }: { data: Paper; catalogue: Catalogue }) {
  const say = useSay();
  const [index, setIndex] = useState(0);
  const beat = data.beats[index] ?? data.beats[0];
  if (!beat) return null;
  return (
    <>
      {data.beats.length > 1 && (
        <label className="mb-2 flex items-center gap-2 text-sm">
          {say('paper.whose')}
          <select className="field field-small w-auto" value={index} onChange={(event) => setIndex(Number(event.target.value))}>
            {data.beats.map(({ person }, i) => (
              // biome-ignore lint/suspicious/noArrayIndexKey: beats stand in a fixed order
              <option key={i} value={i}>
                {person || say('paper.targetN', { number: i + 1 })}
              </option>
            ))}
          </select>
        </label>
      )}
      <Heard key={index} beat={beat} catalogue={catalogue} />
    </>
  );
}

function Heard({ beat, catalogue }: { beat: Beat; catalogue: Catalogue }) {
  const say = useSay();
  const voices = useMemo(() => [{ name: 'paper', pattern: () => beat.pattern }], [beat]);
  const player = usePlayer(catalogue, voices, beat.music);
  return (
    <>
      <div className="work-tools mb-2">
        <Transport player={player} />
        <KitTrouble player={player} />
      </div>
      <GridAndStaff
        pattern={beat.pattern}
        staff={beat.staff}
        music={beat.music}
        catalogue={catalogue}
        player={player}
        title={say('paper.grid')}
        as="both"
      />
    </>
  );
}
