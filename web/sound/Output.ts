import type { Catalogue } from '../api/types';
import type { Sounding } from '../music/schedule';
import type { Kits, Wanted } from './Kits';

export type Voiced = Wanted & Partial<Pick<Sounding, 'level' | 'pan' | 'tune' | 'room'>>;
type Sound = { gain: GainNode; full: number; source: AudioBufferSourceNode };
type Ringing = { time: number; sounds: Sound[] };

/** Seconds in which a hand on a cymbal stills it. */
const STILLED = 0.06;
/** The limiter takes up to this much before its curve ends. */
const RANGE = 8;
/** Points of its curve. */
const POINTS = 16385;

/**
 * Makes sounds at their times, as the core mixes them: drums of the kits, clicks, sounds that came whole. One that chokes another ends it.
 */
export class Output {
  #master: GainNode;
  /** For what was mixed by the core and has been through its limiter. */
  #mixed: GainNode;
  #level = 1;
  #chokes: Map<string, string>;
  #ringing = new Map<string, Ringing>();
  /** What was struck by hand and rings, by instrument. */
  #struck = new Map<string, Set<Sound>>();
  #started = new Set<AudioScheduledSourceNode>();
  #rooms = new Map<AudioBuffer, ConvolverNode>();

  constructor(
    readonly context: BaseAudioContext,
    readonly kits: Kits,
    private readonly catalogue: Catalogue,
  ) {
    this.#chokes = new Map(catalogue.instruments.flatMap((one) => (one.choke ? [[one.name, one.choke]] : [])));
    this.#master = new GainNode(context, { gain: 1 / RANGE });
    this.#mixed = new GainNode(context, { gain: 1 });
    this.#mixed.connect(context.destination);
    this.#master.connect(new WaveShaperNode(context, { curve: limiter(catalogue.sound.limiter) })).connect(context.destination);
  }

  /** How loud all of it is, before the limiter: 1 is as it is written. */
  get level(): number {
    return this.#level;
  }

  set level(level: number) {
    this.#level = level;
    this.#master.gain.setTargetAtTime(level / RANGE, this.context.currentTime, 0.01);
    this.#mixed.gain.setTargetAtTime(level, this.context.currentTime, 0.01);
  }

  /**
   * A row's level and a hit's velocity multiply.
   * @param tracked whether it ends when everything is silenced
   */
  sound(kit: string, voiced: Voiced, time: number, tracked: boolean): void {
    const { instrument, velocity, level = 1, pan = 0, tune = 0, room = 0 } = voiced;
    const strike = this.kits.strike(kit, voiced);
    if (!strike) return;
    const { exponent, send } = this.catalogue.sound;
    const full = level * (velocity / 127) ** exponent * strike.gain;
    const source = new AudioBufferSourceNode(this.context, { buffer: strike.buffer, playbackRate: 2 ** (tune / 12) });
    const gain = new GainNode(this.context, { gain: full });
    source.connect(gain);
    // Equal power, and as it is in the middle.
    if (pan === 0) gain.connect(this.#master);
    else
      gain
        .connect(new StereoPannerNode(this.context, { pan }))
        .connect(new GainNode(this.context, { gain: Math.SQRT2 }))
        .connect(this.#master);
    const walls = room > 0 ? this.#roomOf(kit) : null;
    if (walls) gain.connect(new GainNode(this.context, { gain: room * send })).connect(walls);
    const at = Math.max(this.#onFrame(time), this.context.currentTime);
    const sound = { gain, full, source };
    this.#cutOff(instrument, at, sound);
    source.start(at, strike.from, strike.seconds);
    if (tracked) this.#track(source);
    else this.#rings(instrument, sound);
  }

  /** A click of the metronome's own. */
  click(time: number, velocity: number): void {
    const level = (velocity / 127) ** this.catalogue.sound.exponent * 0.4;
    const gain = new GainNode(this.context, { gain: 0 });
    const tone = new OscillatorNode(this.context, { type: 'triangle', frequency: velocity > 110 ? 1760 : 1320 });
    tone.connect(gain).connect(this.#master);
    gain.gain.setValueAtTime(level, time);
    gain.gain.exponentialRampToValueAtTime(0.001, time + 0.05);
    tone.start(time);
    tone.stop(time + 0.06);
    this.#track(tone);
  }

  /**
   * @param when asked once it can begin: at which time of the audio clock it does
   * @returns what stops it, and what is kept when it has ended by itself or was stopped
   */
  async whole(audio: ArrayBuffer, when = () => 0): Promise<{ stop: () => void; ended: Promise<void> }> {
    const source = new AudioBufferSourceNode(this.context, { buffer: await this.context.decodeAudioData(audio) });
    source.connect(this.#mixed);
    const ended = new Promise<void>((resolve) => source.addEventListener('ended', () => resolve()));
    source.start(when());
    this.#started.add(source);
    source.addEventListener('ended', () => this.#started.delete(source));
    return { stop: () => source.stop(), ended };
  }

  /** A hand stills what was struck of an instrument. */
  still(instrument: string): void {
    for (const sound of this.#struck.get(instrument) ?? []) fade(sound, this.context.currentTime, STILLED);
    this.#struck.delete(instrument);
  }

  silence(): void {
    for (const source of this.#started) source.stop();
    this.#started.clear();
    this.#ringing.clear();
  }

  /** What rang of its kind fades out from here on; two that start together both ring. */
  #cutOff(instrument: string, at: number, sound: Sound): void {
    const choke = this.#chokes.get(instrument);
    if (!choke) return;
    const before = this.#ringing.get(choke);
    if (before && before.time >= at) {
      before.sounds.push(sound);
      return;
    }
    for (const ringing of before?.sounds ?? []) fade(ringing, at, this.catalogue.sound.fade);
    this.#ringing.set(choke, { time: at, sounds: [sound] });
  }

  #rings(instrument: string, sound: Sound): void {
    const sounds = this.#struck.get(instrument) ?? new Set();
    this.#struck.set(instrument, sounds.add(sound));
    sound.source.addEventListener('ended', () => sounds.delete(sound));
  }

  #onFrame(time: number): number {
    return Math.round(time * this.context.sampleRate) / this.context.sampleRate;
  }

  #roomOf(kit: string): ConvolverNode | null {
    const buffer = this.kits.room(kit);
    if (!buffer) return null;
    let walls = this.#rooms.get(buffer);
    if (!walls) {
      walls = new ConvolverNode(this.context, { buffer, disableNormalization: true });
      walls.connect(this.#master);
      this.#rooms.set(buffer, walls);
    }
    return walls;
  }

  #track(source: AudioScheduledSourceNode): void {
    this.#started.add(source);
    source.onended = () => this.#started.delete(source);
  }
}

function fade({ gain, full, source }: Sound, at: number, seconds: number): void {
  gain.gain.setValueAtTime(full, at);
  gain.gain.linearRampToValueAtTime(0, at + seconds);
  source.stop(at + seconds);
}

/** The core's limiter as the curve of a wave shaper: what is quiet goes through, peaks are bent below the ceiling. */
export function limiter({ knee, ceiling }: Catalogue['sound']['limiter']): Float32Array<ArrayBuffer> {
  return Float32Array.from({ length: POINTS }, (_, i) => {
    const value = (RANGE * (2 * i - (POINTS - 1))) / (POINTS - 1);
    const over = Math.abs(value) - knee;
    return over <= 0 ? value : Math.sign(value) * (knee + (ceiling - knee) * Math.tanh(over / (ceiling - knee)));
  });
}
