import { type ReactNode, useSyncExternalStore } from 'react';
import { Choice } from '../ui/Choice';
import { NumberField } from '../ui/NumberField';
import { useSay } from '../words/words';
import { type Player, SPEEDS } from './Player';
import { usePlayerState } from './usePlayer';

type Props = {
  player: Player;
  voices?: { value: string; label: string }[];
  /** Where its speed stands elsewhere, since its line is full. */
  apart?: boolean;
  /** What stands beside Play. */
  beside?: ReactNode;
};

/** Play, what to hear, and the helpers of time. */
export function Transport({ player, voices, apart = false, beside }: Props) {
  const say = useSay();
  const state = usePlayerState(player);
  return (
    <>
      <span className="relative flex max-sm:-order-2">
        <button
          type="button"
          className="button button-main min-w-22 justify-center"
          onClick={() => player.toggle()}
          aria-label={say(state.playing ? 'beat.stop' : 'beat.play')}
          title={say('beat.play.key')}
        >
          <svg aria-hidden="true" viewBox="0 0 12 12" className="size-3 fill-current">
            {state.playing ? <path d="M1 1h10v10H1z" /> : <path d="M2 0l10 6-10 6z" />}
          </svg>
          {say(state.playing ? (state.counting ? 'beat.play.counting' : 'beat.stop') : 'beat.play')}
        </button>
        <Loading player={player} />
      </span>
      {beside}
      {voices && voices.length > 1 && (
        <Choice label={say('beat.play.what')} value={state.voice} options={voices} onChange={(voice) => player.hear(voice)} />
      )}
      <span className="joined">
        <button type="button" className="button" aria-pressed={state.metronome} onClick={() => player.setMetronome(!state.metronome)}>
          {say('beat.play.metronome')}
        </button>
        <button
          type="button"
          className="button"
          aria-pressed={state.countIn > 0}
          onClick={() => player.setCountIn(state.countIn === 0 ? 1 : state.countIn === 1 ? 2 : 0)}
          title={say('beat.play.countIn.title')}
        >
          {say(state.countIn === 2 ? 'beat.play.countIn2' : 'beat.play.countIn')}
        </button>
      </span>
      {!apart && <Speed player={player} />}
    </>
  );
}

/** How fast it is heard, in percent of what is written: in steps, or typed. */
export function Speed({ player }: { player: Player }) {
  const say = useSay();
  const { speed } = usePlayerState(player).set;
  const [slower, faster] = [SPEEDS.findLast((one) => one < speed), SPEEDS.find((one) => one > speed)];
  const step = (label: string, sign: string, to: number | undefined) => (
    <button
      type="button"
      className="button"
      aria-label={label}
      title={label}
      disabled={to === undefined}
      onClick={() => to !== undefined && player.setSpeed(to)}
    >
      {sign}
    </button>
  );
  return (
    <span className="joined">
      {step(say('beat.play.slower'), '−', slower)}
      <span className="speed" data-changed={speed !== 1}>
        <NumberField
          label={say('beat.play.speed')}
          value={Math.round(speed * 100)}
          low={(SPEEDS[0] as number) * 100}
          high={(SPEEDS.at(-1) as number) * 100}
          className="w-8 bg-transparent text-end"
          take={(percent) => player.setSpeed(percent / 100)}
        />
        %
      </span>
      {step(say('beat.play.faster'), '+', faster)}
    </span>
  );
}

/** How far the sounds are loaded: a line in the button, so that nothing moves from under a finger when they are there. */
function Loading({ player }: { player: Player }) {
  const say = useSay();
  const { loaded, total, failed } = useKitProgress(player);
  if (failed || loaded >= total) return null;
  return <progress aria-label={say('beat.play.loading')} value={loaded} max={total} className="loading-line" />;
}

/** What is wrong with the sounds, if anything is. */
export function KitTrouble({ player }: { player: Player }) {
  const say = useSay();
  const { trouble } = usePlayerState(player);
  const { failed } = useKitProgress(player);
  if (trouble) return <span className="text-sm">{trouble}</span>;
  if (!failed) return null;
  return <span className="text-sm">{say('beat.play.trouble')}</span>;
}

const useKitProgress = (player: Player) => useSyncExternalStore(player.kits.subscribe, () => player.kits.progress);
