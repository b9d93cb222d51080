import { useSyncExternalStore } from 'react';
import { Choice } from '../ui/Choice';
import type { Player } from './Player';
import { usePlayerState } from './usePlayer';

type Props = { player: Player; voices?: { value: string; label: string }[] };

/** Play, what to hear, and the helpers of time. */
export function Transport({ player, voices }: Props) {
  const state = usePlayerState(player);
  return (
    <>
      <span className="relative flex">
        <button
          type="button"
          className="button button-main min-w-24 justify-center"
          onClick={() => player.toggle()}
          aria-label={state.playing ? 'Stop' : 'Play'}
          title="Key Space"
        >
          <svg aria-hidden="true" viewBox="0 0 12 12" className="size-3 fill-current">
            {state.playing ? <path d="M1 1h10v10H1z" /> : <path d="M2 0l10 6-10 6z" />}
          </svg>
          {state.playing ? (state.counting ? 'Counting in …' : 'Stop') : 'Play'}
        </button>
        <Loading player={player} />
      </span>
      {voices && voices.length > 1 && (
        <Choice label="What to hear" value={state.voice} options={voices} onChange={(voice) => player.hear(voice)} />
      )}
      <span className="joined">
        <button type="button" className="button" aria-pressed={state.metronome} onClick={() => player.setMetronome(!state.metronome)}>
          Metronome
        </button>
        <button
          type="button"
          className="button"
          aria-pressed={state.countIn > 0}
          onClick={() => player.setCountIn(state.countIn === 0 ? 1 : state.countIn === 1 ? 2 : 0)}
          title="None, one bar, two bars"
        >
          {state.countIn === 2 ? 'Count-in: 2' : 'Count-in'}
        </button>
        <button type="button" className="button" aria-pressed={state.slow} onClick={() => player.setSlow(!state.slow)}>
          Slower
        </button>
      </span>
    </>
  );
}

/** How far the sounds are loaded: a line in the button, so that nothing moves from under a finger when they are there. */
function Loading({ player }: { player: Player }) {
  const { loaded, total, failed } = useKitProgress(player);
  if (failed || loaded >= total) return null;
  return <progress aria-label="Loading sounds" value={loaded} max={total} className="loading-line" />;
}

/** What is wrong with the sounds, if anything is. */
export function KitTrouble({ player }: { player: Player }) {
  const { trouble } = usePlayerState(player);
  const { failed } = useKitProgress(player);
  if (trouble) return <span className="text-sm">{trouble}</span>;
  if (!failed) return null;
  return <span className="text-sm">Some sounds could not be loaded or do not fit into memory; press their row's name to try again.</span>;
}

const useKitProgress = (player: Player) => useSyncExternalStore(player.kits.subscribe, () => player.kits.progress);
