import type { Music } from '../api/types';
import { tickSeconds } from '../music/schedule';
import type { Player } from '../sound/Player';
import { Bleed, TwoSounds, thresholdOf, USUAL_THRESHOLD } from './onsets';
import url from './onsets.worklet.ts?worker&url';
import { latencyOf } from './PlayIn';

/** Milliseconds of silence, and strokes after it, from which the threshold is set. */
const SILENCE = 2000;
const SETTLES = 400;
export const FIRST = 4;
/** So much louder than the room a stroke is. */
const OUT_OF = 1.6;
/** The velocity of a stroke as loud as the loudest of the first. */
const LOUDEST = 112;

export type MicState = {
  step: 'off' | 'asking' | 'refused' | 'silence' | 'strokes' | 'low' | 'high' | 'on' | 'two' | 'alike' | 'gone';
  strokes: number;
  /** Whether first strokes were no louder than what was taken for silence. */
  weak: boolean;
};
type Stroke = { time: number; strength: number; peak: number; centre: number };
type Told = Stroke | { level: number; loud: number };

/** One row by microphone: claps, a table, a practice pad. Nothing that is heard leaves the page. */
export class MicIn {
  #state: MicState = { step: 'off', strokes: 0, weak: false };
  /** First strokes that were no louder than what was taken for silence. */
  #weak = 0;
  #listeners = new Set<() => void>();
  #end: (() => void) | null = null;
  #silence: number[] = [];
  #first: number[] = [];
  #loudest = 0;
  #bleed = new Bleed();
  /** Centres of examples of a low and a high sound, and what tells them apart. */
  #low: number[] = [];
  #high: number[] = [];
  #two: TwoSounds | null = null;
  #wantsTwo = false;
  #threshold = USUAL_THRESHOLD;
  #begun = 0;
  /** Counts openings and closings. */
  #turn = 0;
  /** How loud the silence was, again and again, and what it usually stayed below. */
  #noises: number[] = [];
  #noise = 0;
  /** Told of every stroke. */
  struck: ((stroke: { velocity: number; stamp: number; high: boolean }) => void) | null = null;

  constructor(
    private readonly player: Player,
    private readonly music: () => Music,
  ) {}

  get state(): MicState {
    return this.#state;
  }

  subscribe = (listener: () => void): (() => void) => {
    this.#listeners.add(listener);
    return () => this.#listeners.delete(listener);
  };

  async open(): Promise<void> {
    const turn = ++this.#turn;
    this.#weak = 0;
    this.#change({ step: 'asking', strokes: 0, weak: false });
    const stream = await navigator.mediaDevices
      ?.getUserMedia({ audio: { echoCancellation: false, noiseSuppression: false, autoGainControl: false } })
      .catch(() => null);
    const node = stream && (await this.player.listen(stream, url, 'onsets').catch(() => null));
    // Who has left meanwhile is not listened to.
    const left = turn !== this.#turn;
    if (!stream || !node || left) {
      for (const track of stream?.getTracks() ?? []) track.stop();
      node?.port.postMessage({ end: true });
      if (!left) this.#change({ step: 'refused' });
      return;
    }
    this.#silence = [];
    this.#noises = [];
    this.#first = [];
    [this.#loudest, this.#noise] = [0, 0];
    this.#bleed = new Bleed();
    this.#two = null;
    node.port.onmessage = ({ data }: MessageEvent<Told>) => ('level' in data ? this.#heard(data) : this.#stroke(node, data));
    const timer = setTimeout(() => {
      // A cough or a clap that came too early is not the room.
      this.#silence = lower(this.#silence);
      this.#noise = Math.max(0, ...lower(this.#noises));
      this.#threshold = thresholdOf(this.#silence, []);
      node.port.postMessage({ threshold: this.#threshold });
      this.#change({ step: 'strokes' });
    }, SILENCE);
    for (const track of stream.getTracks()) {
      track.onended = () => {
        this.close();
        this.#change({ step: 'gone' });
      };
    }
    this.#end = () => {
      clearTimeout(timer);
      node.port.postMessage({ end: true });
      for (const track of stream.getTracks()) track.stop();
    };
    this.#begun = performance.now();
    this.#change({ step: 'silence' });
  }

  close(): void {
    this.#turn++;
    this.#end?.();
    this.#end = null;
    this.#change({ step: 'off', strokes: 0 });
  }

  /** Learns to tell two sounds apart, from four examples of each; or takes all for one again. */
  tellApart(two: boolean): void {
    this.#wantsTwo = two;
    // Silence and first strokes come before.
    if (!['off', 'asking', 'refused', 'gone', 'silence', 'strokes'].includes(this.#state.step)) this.#listen();
  }

  #listen(): void {
    [this.#low, this.#high, this.#two] = [[], [], null];
    this.#change({ step: this.#wantsTwo ? 'low' : 'on', strokes: 0 });
  }

  #heard({ level, loud }: { level: number; loud: number }): void {
    // A microphone that is switched on is heard itself at first.
    if (this.#state.step !== 'silence' || performance.now() - this.#begun < SETTLES) return;
    this.#silence.push(level);
    this.#noises.push(loud);
  }

  #stroke(node: AudioWorkletNode, { time, strength, peak, centre }: Stroke): void {
    const { step } = this.#state;
    // Sound that stutters has sudden beginnings too, but nothing that is louder than the room.
    if (peak < OUT_OF * this.#noise) {
      if (step === 'strokes' && ++this.#weak >= FIRST) this.#change({ weak: true });
      return;
    }
    if (step === 'strokes') {
      this.#first.push(strength * this.#threshold);
      this.#loudest = Math.max(this.#loudest, peak);
      const strokes = this.#first.length;
      if (strokes >= FIRST) node.port.postMessage({ threshold: thresholdOf(this.#silence, this.#first) });
      if (strokes >= FIRST) this.#listen();
      else this.#change({ strokes });
      return;
    }
    if (step === 'low' || step === 'high') {
      this.#learn(step, centre);
      return;
    }
    if (step !== 'on' && step !== 'two' && step !== 'alike') return;
    const heard = time - this.player.delay;
    const near = this.#toClick(heard - latencyOf('microphone') / 1000);
    // While it is counted in nobody plays: what is heard then are the speakers.
    if (near !== null && this.player.state.counting) this.#bleed.learn(peak);
    else if (near === null || !this.#bleed.isOwn(peak, near)) {
      const velocity = Math.max(1, Math.min(127, Math.round(LOUDEST * Math.sqrt(peak / this.#loudest))));
      this.struck?.({ velocity, stamp: this.player.stampOf(heard), high: this.#two?.isHigh(centre) === true });
    }
  }

  #learn(step: 'low' | 'high', centre: number): void {
    const examples = step === 'low' ? this.#low : this.#high;
    examples.push(centre);
    if (examples.length < FIRST) this.#change({ strokes: examples.length });
    else if (step === 'low') this.#change({ step: 'high', strokes: 0 });
    else {
      const two = new TwoSounds(this.#low, this.#high);
      this.#two = two.differ ? two : null;
      this.#change({ step: two.differ ? 'two' : 'alike', strokes: 0 });
    }
  }

  /** Seconds to the nearest click of the metronome; null while there are none. */
  #toClick(time: number): number | null {
    const { metronome, counting } = this.player.state;
    const { pattern } = this.player;
    if (!pattern || !(metronome || counting)) return null;
    const where = this.player.placeOf(time);
    if (!where) return counting ? 0 : null;
    const beat = this.music().beatTicks;
    return (where.place - Math.round(where.place / beat) * beat) * tickSeconds(pattern);
  }

  #change(change: Partial<MicState>): void {
    this.#state = { ...this.#state, ...change };
    for (const listener of this.#listeners) listener();
  }
}

/** Of readings: all but the highest tenth. */
const lower = (values: readonly number[]): number[] =>
  [...values].sort((one, other) => one - other).slice(0, Math.ceil(values.length * 0.9));
