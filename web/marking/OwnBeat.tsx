import { useMemo } from 'react';
import type { Catalogue, Music, Pattern } from '../api/types';
import { PatternSheet } from '../sheet/PatternSheet';
import { Transport } from '../sound/Transport';
import { usePlayer, usePosition } from '../sound/usePlayer';
import { tempoWords } from '../ui/words';

type Props = { title: string; pattern: Pattern; music: Music; catalogue: Catalogue };

/** A beat as it was handed in, where there is no target to show beside it. */
export function OwnBeat({ title, pattern, music, catalogue }: Props) {
  const voices = useMemo(() => [{ name: 'beat', pattern: () => pattern }], [pattern]);
  const player = usePlayer(catalogue, pattern.kit, voices, music);
  const position = usePosition(player);
  return (
    <>
      <Transport player={player}>
        <span className="text-sm text-faint">{tempoWords(pattern.tempo)}</span>
      </Transport>
      <PatternSheet title={title} ink="plain" pattern={pattern} music={music} catalogue={catalogue} player={player} position={position} />
    </>
  );
}
