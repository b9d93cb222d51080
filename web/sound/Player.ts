import type { Catalogue, Music, Pattern } from '../api/types';
import { MOST_PUSH } from '../music/pattern';
import { passTicks, type Sounding, soundings, tickSeconds } from '../music/schedule';
import { KitLoader } from './KitLoader';
import { roomOf } from './room';

/** What can be heard: one beat, another, or the two in turn, pass by pass. */
export type Voice = { name: string; pattern: () => Pattern };
export type PlayerState = { playing: boolean; counting: boolean; voice: string; metronome: boolean; countIn: boolean; slow: boolean };

type Voiced = Pick<Sounding, 'instrument' | 'velocity'> & Partial<Pick<Sounding, 'level' | 'pan' | 'tune' | 'room'>>;

const AHEAD = 0.14;
/** A page out of sight is woken once a second at most. */
const AHEAD_HIDDEN = 1.6;
const EVERY = 30;
const LEAD_IN = 0.12;
const SLOW = 0.7;

/**
 * Plays patterns in a loop with a look-ahead scheduler on the audio clock: a timer looks a little ahead and starts every sound
 * at its exact time. What is edited while it plays is heard as soon as the line comes to it.
 */
export class Player {
  readonly kit: KitLoader;
  #context = new AudioContext({ latencyHint: 'interactive' });
  #out: DynamicsCompressorNode;
  #state: PlayerState = { playing: false, counting: false, voice: '', metronome: false, countIn: false, slow: false };
  #listeners = new Set<() => void>();
  #voices: Voice[] = [];
  #music: Music | null = null;
  #chokes: Map<string, string>;
  #ringing = new Map<string, { gain: GainNode; source: AudioBufferSourceNode }>();
  #started = new Set<AudioScheduledSourceNode>();
  #timer: ReturnType<typeof setInterval> | null = null;
  #startTime = 0;
  #tick = 0;
  #origin = 0;
  #speed = 1;
  #range: { from: number; to: number } | null = null;
  #marked: { from: number; to: number } | null = null;
  #rate = 0;
  #length = 0;
  #passes = 0;
  #room: ConvolverNode | null = null;
  #written = new Map<string, { pattern: Pattern; pass: number; list: Sounding[] }>();

  constructor(catalogue: Catalogue, kitName: string) {
    this.kit = new KitLoader(this.#context, catalogue.kits.find((kit) => kit.name === kitName) ?? catalogue.kits[0]);
    this.#chokes = new Map(catalogue.instruments.flatMap((one) => (one.choke ? [[one.name, one.choke]] : [])));
    this.#out = new DynamicsCompressorNode(this.#context, { threshold: -8, ratio: 6, attack: 0.002, release: 0.12 });
    this.#out.connect(this.#context.destination);
  }

  get state(): PlayerState {
    return this.#state;
  }

  subscribe = (listener: () => void): (() => void) => {
    this.#listeners.add(listener);
    return () => this.#listeners.delete(listener);
  };

  /** What to play. The first voice is heard unless another is chosen; "turn" alternates the first two. Playing goes on. */
  set(voices: Voice[], music: Music): void {
    this.#voices = voices;
    this.#music = music;
    this.#written.clear();
    if (!voices.some((voice) => voice.name === this.#state.voice) && this.#state.voice !== 'turn') {
      this.#change({ voice: voices[0]?.name ?? '' });
    }
    const instruments = new Set(
      voices.flatMap((voice) => voice.pattern().sections.flatMap((section) => section.rows.map((row) => row.instrument))),
    );
    void this.kit.load([...instruments]);
  }

  hear(voice: string): void {
    this.#change({ voice });
  }

  setMetronome(metronome: boolean): void {
    this.#change({ metronome });
  }

  setCountIn(countIn: boolean): void {
    this.#change({ countIn });
  }

  /** Slower by a third or so, at the same pitch; takes effect at once, at the same place. */
  setSlow(slow: boolean): void {
    const place = this.position();
    this.#change({ slow });
    if (this.#state.playing && place !== null) void this.play(this.#range ?? undefined, place);
  }

  /** Marks the ticks of the pass that are played in a loop; null for all of it. What plays goes over to it. */
  loop(range: { from: number; to: number } | null): void {
    if (this.#marked?.from === range?.from && this.#marked?.to === range?.to) return;
    this.#marked = range;
    if (this.#state.playing) void this.play();
  }

  /**
   * Plays from the start, or the given ticks of the pass in a loop.
   * @param place where to begin within the pass, in ticks
   */
  async play(range: { from: number; to: number } | undefined = this.#marked ?? undefined, place?: number): Promise<void> {
    this.#halt();
    await this.#context.resume();
    const pattern = this.#voices[0]?.pattern();
    if (!pattern || !this.#music) return;
    this.#range = range ?? null;
    this.#speed = this.#state.slow ? SLOW : 1;
    this.#rate = this.#tickSeconds();
    this.#length = this.#loop().length;
    this.#passes = 0;
    const from = range?.from ?? 0;
    this.#origin = from;
    const countIn = this.#state.countIn && place === undefined ? this.#music.barTicks : 0;
    const now = this.#context.currentTime + LEAD_IN;
    const begin = place ?? from;
    // Tick `begin` sounds after the count-in. Ticks run on past the end of a pass; passes are counted from the loop's length.
    this.#startTime = now + this.#seconds(countIn) - this.#seconds(begin);
    this.#tick = begin - (place === undefined ? 120 : 0);
    for (let tick = 0; tick < countIn; tick += this.#music.beatTicks) this.#click(now + this.#seconds(tick), tick === 0);
    this.#change({ playing: true, counting: countIn > 0 });
    this.#timer = setInterval(() => this.#look(), EVERY);
    this.#look();
  }

  stop(): void {
    this.#halt();
    this.#change({ playing: false, counting: false });
  }

  toggle(): void {
    if (this.#state.playing) this.stop();
    else void this.play();
  }

  /** One sound by itself: quiet while the loop plays, so that it does not cover it. */
  audition = async (instrument: string, velocity = 90, row: Partial<Voiced> = {}): Promise<void> => {
    await this.#context.resume();
    await this.kit.load([instrument]);
    this.#sound({ ...row, instrument, velocity: this.#state.playing ? velocity * 0.45 : velocity }, this.#context.currentTime, false);
  };

  /**
   * Plays a sound that came whole, in place of what plays.
   * @returns what stops it, and what is kept when it has ended by itself or was stopped
   */
  async sound(wav: ArrayBuffer): Promise<{ stop: () => void; ended: Promise<void> }> {
    this.stop();
    await this.#context.resume();
    const source = new AudioBufferSourceNode(this.#context, { buffer: await this.#context.decodeAudioData(wav) });
    source.connect(this.#out);
    const ended = new Promise<void>((resolve) => source.addEventListener('ended', () => resolve()));
    source.start();
    return { stop: () => source.stop(), ended };
  }

  /** Where the line is, in written-out ticks of the pass, from the audio clock; null when nothing plays. */
  position(): number | null {
    if (!this.#state.playing || !this.#music) return null;
    const heard = this.#context.currentTime - (this.#context.outputLatency || 0);
    const tick = (heard - this.#startTime) / this.#rate;
    if (tick < this.#origin) return null;
    return this.#inLoop(tick).place;
  }

  /** Which of the voices sounds in a pass, from 1. */
  voiceOf(pass: number): string {
    const [first, second] = this.#voices;
    if (this.#state.voice !== 'turn') return this.#state.voice;
    return (pass % 2 === 1 || !second ? first : second)?.name ?? '';
  }

  /** The voice that the line is in now; null when nothing plays. */
  voiceNow(): string | null {
    if (!this.#state.playing) return null;
    const tick = (this.#context.currentTime - this.#startTime) / this.#rate;
    return this.voiceOf(this.#inLoop(Math.max(tick, this.#origin)).pass);
  }

  close(): void {
    this.stop();
    void this.#context.close();
  }

  #loop(): { from: number; length: number } {
    const pattern = this.#voices[0]?.pattern();
    const whole = pattern && this.#music ? passTicks(pattern, this.#music) : 1;
    return this.#range ? { from: this.#range.from, length: this.#range.to - this.#range.from } : { from: 0, length: Math.max(1, whole) };
  }

  #inLoop(tick: number): { pass: number; place: number } {
    const { from } = this.#loop();
    const turns = Math.floor((tick - from) / this.#length);
    return { pass: Math.max(1, this.#passes + turns + 1), place: tick - turns * this.#length };
  }

  /** Takes up a changed tempo or length from what is not scheduled yet: the line goes on where it is. */
  #takeUp(): void {
    const { from, length } = this.#loop();
    const rate = this.#tickSeconds();
    if (rate === this.#rate && length === this.#length) return;
    const turns = Math.max(0, Math.floor((this.#tick - from) / this.#length));
    const time = this.#startTime + this.#tick * this.#rate;
    const place = from + ((this.#tick - turns * this.#length - from) % length);
    this.#passes += turns;
    this.#tick = place;
    this.#startTime = time - place * rate;
    this.#origin = Math.min(this.#origin, place);
    [this.#rate, this.#length] = [rate, length];
  }

  #look(): void {
    const music = this.#music;
    if (!music) return;
    this.#takeUp();
    const ahead = globalThis.document?.hidden ? AHEAD_HIDDEN : AHEAD;
    const until = (this.#context.currentTime + ahead - this.#startTime) / this.#rate;
    if (this.#state.counting && this.#context.currentTime >= this.#startTime + this.#seconds(this.#origin))
      this.#change({ counting: false });
    const { from, length } = this.#loop();
    const firstTurn = Math.floor((this.#tick - from) / length);
    // A stroke may be pushed before its pass begins.
    const lastTurn = Math.floor((until + 2 * MOST_PUSH - from) / length);
    for (let turn = Math.max(0, firstTurn); turn <= lastTurn; turn++) {
      const offset = turn * length;
      const pass = this.#passes + turn + 1;
      const voice = this.#voices.find((one) => one.name === this.voiceOf(pass));
      for (const sounding of voice ? this.#soundings(voice, pass) : []) {
        if (this.#range && (sounding.written < from || sounding.written >= from + length)) continue;
        const tick = sounding.played + offset;
        if (tick >= this.#tick && tick < until) this.#sound(sounding, this.#startTime + this.#seconds(tick), true);
      }
      if (this.#state.metronome) {
        for (let beat = Math.ceil(from / music.beatTicks) * music.beatTicks; beat < from + length; beat += music.beatTicks) {
          const tick = beat + offset;
          if (tick >= this.#tick && tick < until) this.#click(this.#startTime + this.#seconds(tick), beat % music.barTicks === 0);
        }
      }
    }
    this.#tick = Math.max(this.#tick, until);
  }

  #soundings(voice: Voice, pass: number): Sounding[] {
    const pattern = voice.pattern();
    // Two passes are looked at where one ends and the next begins.
    const key = `${voice.name} ${pass % 2}`;
    const known = this.#written.get(key);
    if (known && known.pattern === pattern && known.pass === pass) return known.list;
    const list = this.#music ? soundings(pattern, this.#music, pass) : [];
    this.#written.set(key, { pattern, pass, list });
    return list;
  }

  #seconds(ticks: number): number {
    return ticks * this.#rate;
  }

  #tickSeconds(): number {
    const pattern = this.#voices[0]?.pattern();
    return pattern ? tickSeconds(pattern) / this.#speed : 1;
  }

  /** A row's level and a hit's velocity multiply. */
  #sound({ instrument, velocity, level = 1, pan = 0, tune = 0, room = 0 }: Voiced, time: number, tracked: boolean): void {
    const buffer = this.kit.buffer(instrument);
    if (!buffer) return;
    const source = new AudioBufferSourceNode(this.#context, { buffer, playbackRate: 2 ** (tune / 12) });
    const gain = new GainNode(this.#context, { gain: level * (velocity / 127) ** 1.6 });
    const heard = source.connect(gain);
    const placed = pan === 0 ? heard : heard.connect(new StereoPannerNode(this.#context, { pan }));
    placed.connect(this.#out);
    if (room > 0) placed.connect(new GainNode(this.#context, { gain: room * 0.5 })).connect(this.#roomed());
    const choke = this.#chokes.get(instrument);
    if (choke) {
      const before = this.#ringing.get(choke);
      before?.gain.gain.setTargetAtTime(0, time, 0.01);
      before?.source.stop(time + 0.08);
      this.#ringing.set(choke, { gain, source });
    }
    source.start(Math.max(time, this.#context.currentTime));
    if (tracked) this.#track(source);
  }

  #roomed(): ConvolverNode {
    if (!this.#room) {
      this.#room = roomOf(this.#context);
      this.#room.connect(this.#out);
    }
    return this.#room;
  }

  #click(time: number, strong: boolean): void {
    const gain = new GainNode(this.#context, { gain: 0 });
    const tone = new OscillatorNode(this.#context, { type: 'triangle', frequency: strong ? 1760 : 1320 });
    tone.connect(gain).connect(this.#out);
    gain.gain.setValueAtTime(strong ? 0.3 : 0.18, time);
    gain.gain.exponentialRampToValueAtTime(0.001, time + 0.05);
    tone.start(time);
    tone.stop(time + 0.06);
    this.#track(tone);
  }

  #track(source: AudioScheduledSourceNode): void {
    this.#started.add(source);
    source.onended = () => this.#started.delete(source);
  }

  #halt(): void {
    if (this.#timer) clearInterval(this.#timer);
    this.#timer = null;
    for (const source of this.#started) source.stop();
    this.#started.clear();
    this.#ringing.clear();
  }

  #change(change: Partial<PlayerState>): void {
    this.#state = { ...this.#state, ...change };
    for (const listener of this.#listeners) listener();
  }
}
