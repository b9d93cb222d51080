import type { Music, Pattern } from '../api/types';
import { soundings, tickSeconds } from '../music/schedule';
import type { Player } from '../sound/Player';

/** How the ghost drummer plays: spread of its times in milliseconds, how late it comes, and how unevenly loud it is. */
export type Manner = { jitter: number; latency: number; loudness: number };
export type GhostStroke = { instrument: string; line: number; velocity: number; stamp: number };

/** Two numbers that are spread as errors of a hand are (Box and Muller, 1958). */
function normal(random: () => number): number {
  return Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random());
}

/**
 * What the ghost drummer does in one pass of a beat.
 *
 * @param stampOf the moment at which a tick of the pass is heard, in milliseconds as events have them
 */
export function ghostly(
  beat: Pattern,
  music: Music,
  { jitter, latency, loudness }: Manner,
  stampOf: (tick: number) => number,
  random: () => number = Math.random,
): GhostStroke[] {
  return soundings(beat, music, 1)
    .map(({ instrument, line, velocity, played }) => ({
      instrument,
      line,
      velocity: Math.max(1, Math.min(127, Math.round(velocity + loudness * normal(random)))),
      stamp: stampOf(played) + latency + jitter * normal(random),
    }))
    .sort((one, other) => one.stamp - other.stamp);
}

/** A simulated drummer: plays a beat into the sheet, as a device would, while the loop runs. */
export class Ghost {
  #pass = 0;
  #coming: GhostStroke[] = [];

  constructor(
    private readonly player: Pick<Player, 'placeOf' | 'timeOf' | 'now' | 'stampOf'>,
    private readonly beat: () => Pattern,
    private readonly music: () => Music,
    private readonly manner: Manner,
    private readonly strike: (stroke: GhostStroke) => void,
  ) {}

  /** Called again and again while the loop runs: plays what is due, and begins the next pass a little before it comes. */
  look(now: number): void {
    const soon = this.player.placeOf(this.player.now + 0.3);
    if (soon && soon.pass > this.#pass) {
      this.#pass = soon.pass;
      const beat = this.beat();
      const start = this.player.stampOf(this.player.timeOf(soon.pass, soon.from) ?? this.player.now);
      const perTick = this.#perTick(soon, beat);
      this.#coming.push(...ghostly(beat, this.music(), this.manner, (tick) => start + (tick - soon.from) * perTick));
    }
    while (this.#coming[0] && this.#coming[0].stamp <= now) this.strike(this.#coming.shift() as GhostStroke);
  }

  /** Milliseconds of a tick at the speed at which it is heard. */
  #perTick({ pass, from, length }: { pass: number; from: number; length: number }, beat: Pattern): number {
    const [a, b] = [this.player.timeOf(pass, from), this.player.timeOf(pass + 1, from)];
    return a === null || b === null ? tickSeconds(beat) * 1000 : ((b - a) / length) * 1000;
  }
}
