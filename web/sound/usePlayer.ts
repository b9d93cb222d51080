import { useCallback, useEffect, useSyncExternalStore } from 'react';
import type { Catalogue, Music } from '../api/types';
import { useKeys } from '../ui/useKeys';
import { Player, type Voice } from './Player';

let shared: Player | null = null;

/** The page's one player: sounds stay decoded when a person goes from place to place. */
export function playerFor(catalogue: Catalogue): Player {
  shared ??= new Player(catalogue);
  return shared;
}

/** The player with its voices set; the space bar plays and stops, wherever it does not already mean something else. */
export function usePlayer(catalogue: Catalogue, voices: Voice[], music: Music): Player {
  const player = playerFor(catalogue);
  useEffect(() => {
    player.set(voices, music);
  }, [player, voices, music]);
  useKeys({ ' ': () => player.toggle(), c: () => player.countAgain() }, { onSheet: true });
  useEffect(
    () => () => {
      player.stop();
      player.loop(null);
      player.hearAll();
    },
    [player],
  );
  return player;
}

export function usePlayerState(player: Player) {
  return useSyncExternalStore(player.subscribe, () => player.state);
}

/** The line's place for a sheet that shows only some of the voices; null while another one sounds. */
export function usePosition(player: Player, shown?: string): () => number | null {
  return useCallback(() => (shown === undefined || player.voiceNow() === shown ? player.position() : null), [player, shown]);
}
