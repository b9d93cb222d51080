import { useMemo } from 'react';
import type { AttemptReturned, Catalogue } from '../api/types';
import { PatternSheet } from '../sheet/PatternSheet';
import { Transport } from '../sound/Transport';
import { usePlayer, usePosition } from '../sound/usePlayer';
import { tempoWords } from '../ui/words';

/** The own beat as it was handed in, where there is no target to show beside it. */
export function OwnBeat({ data, catalogue }: { data: AttemptReturned; catalogue: Catalogue }) {
  const { pattern } = data.attempt;
  const voices = useMemo(() => [{ name: 'beat', pattern: () => pattern }], [pattern]);
  const player = usePlayer(catalogue, pattern.kit, voices, data.music);
  const position = usePosition(player);
  return (
    <>
      {data.feedback && data.part.view === 'hidden' && (
        <p className="mb-3">The target of this task stays hidden, so your teacher says in words what differs.</p>
      )}
      <Transport player={player} tempo={tempoWords(pattern.tempo)} />
      <PatternSheet
        title="Your beat"
        ink="plain"
        pattern={pattern}
        music={data.music}
        catalogue={catalogue}
        player={player}
        position={position}
      />
    </>
  );
}
