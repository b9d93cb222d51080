import { type ReactNode, useMemo, useState } from 'react';
import type { Catalogue, Music, Pattern, Result, Statement } from '../api/types';
import { ComparisonSheet } from '../sheet/ComparisonSheet';
import { Transport } from '../sound/Transport';
import { usePlayer, usePosition } from '../sound/usePlayer';
import { tempoWords } from '../ui/words';
import { Arithmetic } from './Arithmetic';
import { Legend } from './Legend';
import { Statements } from './Statements';

const BEAT = 'beat';
const TARGET = 'target';

type Props = {
  result: Result;
  target: Pattern;
  submission: Pattern;
  music: Music;
  catalogue: Catalogue;
  beatName: string;
  take?: (statement: Statement) => void;
  children?: ReactNode;
};

/** Target and beat: seen in one sheet, heard one by one or in turn, the differences in words. The same for teacher and student. */
export function Compared({ result, target, submission, music, catalogue, beatName, take, children }: Props) {
  const [chosen, setChosen] = useState<number | null>(null);
  const voices = useMemo(
    () => [
      { name: BEAT, pattern: () => submission },
      { name: TARGET, pattern: () => target },
    ],
    [submission, target],
  );
  const player = usePlayer(catalogue, submission.kit, voices, music);
  const position = usePosition(player);
  const choose = (index: number | null) => {
    setChosen(index);
    const range = index === null ? null : placeOf(result, index, music);
    if (range) void player.play(range);
    else player.stop();
  };
  return (
    <>
      <Transport
        player={player}
        voices={[
          { value: BEAT, label: beatName },
          { value: TARGET, label: 'Target' },
          { value: 'turn', label: 'In turn' },
        ]}
      >
        <span className="text-sm text-faint">{tempoWords(submission.tempo)}</span>
      </Transport>
      <section aria-label="Target and beat in one sheet" className="card mt-3 overflow-x-auto">
        <ComparisonSheet
          label="Target and beat"
          result={result}
          target={target}
          submission={submission}
          music={music}
          catalogue={catalogue}
          player={player}
          position={position}
          chosen={chosen}
        />
        <div className="mt-3">
          <Legend />
        </div>
      </section>
      <div className="mt-4 grid gap-4 md:grid-cols-2">
        <section aria-labelledby="differences" className="card">
          <h2 id="differences" className="mb-2">
            What differs
          </h2>
          <Statements statements={result.statements} chosen={chosen} choose={choose} {...(take && { take })} />
          <Arithmetic result={result} />
        </section>
        {children}
      </div>
    </>
  );
}

/** The bars in which a statement's strokes lie, as a range to loop; null for a setting, which has no place. */
function placeOf(result: Result, index: number, music: Music): { from: number; to: number } | null {
  const ticks = result.pairs
    .filter((pair) => pair.statement === index)
    .flatMap((pair) => [pair.target, pair.submission].filter((tick) => tick !== null));
  if (ticks.length === 0) return null;
  const bar = (tick: number) => Math.max(0, Math.floor(tick / music.barTicks));
  return { from: bar(Math.min(...ticks)) * music.barTicks, to: (bar(Math.max(...ticks)) + 1) * music.barTicks };
}
