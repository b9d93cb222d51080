import { useQuery } from '@tanstack/react-query';
import { useEffect, useMemo } from 'react';
import { api, at, reply } from '../api/client';
import type { Catalogue, Paper } from '../api/types';
import { useCatalogue } from '../api/useCatalogue';
import { usePlayer, usePlayerState } from '../sound/usePlayer';
import { Notice } from '../ui/states';
import { useSay } from '../words/words';

/** A beat that was handed in, played as soon as it is there, until it is stopped. */
export default function HeardBeat({ attemptId, done }: { attemptId: string; done: () => void }) {
  const say = useSay();
  const catalogue = useCatalogue();
  const paper = useQuery({
    queryKey: ['paper', 'attempt', attemptId],
    queryFn: () => reply(api.GET('/api/paper/attempt/{id}', at({ id: attemptId }))),
  });
  const problem = paper.error ?? catalogue.error;
  if (problem) return <Notice>{problem.message}</Notice>;
  const beat = paper.data?.beats.find(({ person }) => person !== '') ?? paper.data?.beats.at(-1);
  if (!beat || !catalogue.data) return <p role="status">{say('term.beatLoading')}</p>;
  return <Playing beat={beat} catalogue={catalogue.data} done={done} />;
}

function Playing({ beat, catalogue, done }: { beat: Paper['beats'][number]; catalogue: Catalogue; done: () => void }) {
  const say = useSay();
  const voices = useMemo(() => [{ name: 'beat', pattern: () => beat.pattern }], [beat]);
  const player = usePlayer(catalogue, voices, beat.music);
  const { playing } = usePlayerState(player);
  useEffect(() => {
    if (!player.state.playing) player.toggle();
  }, [player]);
  return (
    <button
      type="button"
      className="button button-small"
      aria-pressed={playing}
      onClick={() => {
        if (player.state.playing) player.toggle();
        done();
      }}
    >
      {say('term.stop')}
    </button>
  );
}
