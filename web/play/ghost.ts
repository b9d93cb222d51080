import type { Music, Pattern } from '../api/types';
import { soundings } from '../music/schedule';
import type { Player } from '../sound/Player';

/** Seconds before a pass at which it is thought of. */
const AHEAD = 0.3;

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

/**
 * What a ghost plays where no target is to be seen: what stands on the sheet, else kick, snare and hats as they are learned first: kick and
 * snare on the beats by turns, hats on every eighth.
 */
export function basicOf(pattern: Pattern, { barTicks, beatTicks }: Music): Pattern {
  const [section] = pattern.sections;
  if (!section || pattern.sections.some(({ rows }) => rows.some(({ hits }) => hits.length > 0))) return pattern;
  const every = (step: number, from = 0) =>
    Array.from({ length: section.bars }, (_, bar) => bar * barTicks).flatMap((bar) =>
      Array.from({ length: Math.ceil((barTicks - from) / step) }, (_, i) => ({
        at: bar + from + i * step,
        velocity: i % 2 === 0 ? 100 : 80,
      })),
    );
  const of: Record<string, ReturnType<typeof every>> = {
    kick: every(2 * beatTicks),
    snare: every(2 * beatTicks, beatTicks),
    'closed-hat': every(480),
  };
  return {
    ...pattern,
    sections: pattern.sections.map((one) =>
      one === section ? { ...one, rows: one.rows.map((row) => ({ ...row, hits: of[row.instrument] ?? [] })) } : one,
    ),
  };
}

/** A simulated drummer: plays a beat into the sheet, as a device would, while the loop runs. */
export class Ghost {
  #pass = 0;
  #coming: (GhostStroke & { pass: number })[] = [];

  constructor(
    private readonly player: Pick<Player, 'placeOf' | 'timeOf' | 'now' | 'stampOf'>,
    private readonly beat: () => Pattern,
    private readonly music: () => Music,
    private readonly manner: Manner,
    private readonly strike: (stroke: GhostStroke) => void,
  ) {}

  /**
   * Called again and again while the loop runs: plays what is due, and thinks of the next pass a little before it comes. It follows what
   * is heard, so that a speaker that has stalled does not leave it behind.
   *
   * @param now milliseconds as events have them
   */
  look(now: number): void {
    const soon = this.player.placeOf(this.player.now + AHEAD);
    if (soon && soon.pass > this.#pass) {
      this.#pass = soon.pass;
      const { pass } = soon;
      // Times of the pass in milliseconds, the jitter and the delay in them already.
      const rate = this.#perTick(soon);
      const strokes = ghostly(this.beat(), this.music(), this.manner, (tick) => (tick - soon.from) * rate);
      this.#coming.push(...strokes.map((stroke) => ({ ...stroke, pass })));
    }
    for (;;) {
      const [next] = this.#coming;
      const begin = next && this.player.timeOf(next.pass, soon?.from ?? 0);
      if (!next || begin === null || begin === undefined) return;
      const stamp = this.player.stampOf(begin) + next.stamp;
      if (stamp > now) return;
      this.#coming.shift();
      this.strike({ ...next, stamp });
    }
  }

  /** Milliseconds of a tick at the speed at which it is heard. */
  #perTick({ pass, from, length }: { pass: number; from: number; length: number }): number {
    const [a, b] = [this.player.timeOf(pass, from), this.player.timeOf(pass + 1, from)];
    return a === null || b === null ? 0 : ((b - a) / length) * 1000;
  }
}
