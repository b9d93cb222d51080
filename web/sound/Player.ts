import type { Catalogue, Music, Pattern } from '../api/types';
import { MOST_PUSH } from '../music/pattern';
import { passTicks, type Sounding, soundings, tickSeconds } from '../music/schedule';
import { KitLoader } from './KitLoader';
import { Loop, type Round } from './Loop';
import { Output, type Voiced } from './Output';

/** What can be heard: one beat, another, or the two in turn, pass by pass. */
export type Voice = { name: string; pattern: () => Pattern };
export type PlayerState = { playing: boolean; counting: boolean; voice: string; metronome: boolean; countIn: boolean; slow: boolean };

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
  #out: Output;
  #state: PlayerState = { playing: false, counting: false, voice: '', metronome: false, countIn: false, slow: false };
  #listeners = new Set<() => void>();
  #voices: Voice[] = [];
  #music: Music | null = null;
  #timer: ReturnType<typeof setInterval> | null = null;
  #loop: Loop | null = null;
  #range: { from: number; to: number } | null = null;
  #marked: { from: number; to: number } | null = null;
  #written = new Map<string, { pattern: Pattern; pass: number; list: Sounding[] }>();

  constructor(catalogue: Catalogue, kitName: string) {
    this.kit = new KitLoader(this.#context, catalogue.kits.find((kit) => kit.name === kitName) ?? catalogue.kits[0]);
    this.#out = new Output(this.#context, this.kit, catalogue);
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
    const round = this.#round();
    const begin = place ?? round.from;
    const countIn = this.#state.countIn && place === undefined ? this.#music.barTicks : 0;
    const rate = this.#rate();
    const now = this.#context.currentTime + LEAD_IN;
    // The first tick sounds after the count-in.
    this.#loop = new Loop(round, rate, now + countIn * rate, begin);
    if (place === undefined) this.#loop.next -= MOST_PUSH;
    for (let tick = 0; tick < countIn; tick += this.#music.beatTicks) this.#out.click(now + tick * rate, tick === 0);
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
    const soft = this.#state.playing ? velocity * 0.45 : velocity;
    this.#out.sound({ ...row, instrument, velocity: soft }, this.#context.currentTime, false);
  };

  /**
   * Plays a sound that came whole, in place of what plays.
   * @returns what stops it, and what is kept when it has ended by itself or was stopped
   */
  async sound(wav: ArrayBuffer): Promise<{ stop: () => void; ended: Promise<void> }> {
    this.stop();
    await this.#context.resume();
    return this.#out.whole(wav);
  }

  /** Where the line is, in written-out ticks of the pass, from the audio clock; null when nothing plays. */
  position(): number | null {
    if (!this.#state.playing || !this.#loop) return null;
    const tick = this.#loop.tickAt(this.#context.currentTime - (this.#context.outputLatency || 0));
    return tick < this.#loop.origin ? null : this.#loop.at(tick).place;
  }

  /** Which of the voices sounds in a pass, from 1. */
  voiceOf(pass: number): string {
    const [first, second] = this.#voices;
    if (this.#state.voice !== 'turn') return this.#state.voice;
    return (pass % 2 === 1 || !second ? first : second)?.name ?? '';
  }

  /** The voice that the line is in now; null when nothing plays. */
  voiceNow(): string | null {
    if (!this.#state.playing || !this.#loop) return null;
    const tick = this.#loop.tickAt(this.#context.currentTime);
    return this.voiceOf(this.#loop.at(Math.max(tick, this.#loop.origin)).pass);
  }

  close(): void {
    this.stop();
    void this.#context.close();
  }

  #round(): Round {
    if (this.#range) return { from: this.#range.from, length: this.#range.to - this.#range.from };
    const pattern = this.#voices[0]?.pattern();
    return { from: 0, length: Math.max(1, pattern && this.#music ? passTicks(pattern, this.#music) : 1) };
  }

  #look(): void {
    const [music, loop] = [this.#music, this.#loop];
    if (!music || !loop) return;
    loop.takeUp(this.#round(), this.#rate());
    const ahead = globalThis.document?.hidden ? AHEAD_HIDDEN : AHEAD;
    const until = loop.tickAt(this.#context.currentTime + ahead);
    if (this.#state.counting && this.#context.currentTime >= loop.timeOf(loop.origin)) this.#change({ counting: false });
    const { from, length } = loop;
    const due = (tick: number) => tick >= loop.next && tick < until;
    // A stroke may be pushed before its pass begins.
    const lastTurn = Math.floor((until + 2 * MOST_PUSH - from) / length);
    for (let turn = Math.max(0, Math.floor((loop.next - from) / length)); turn <= lastTurn; turn++) {
      const offset = turn * length;
      const pass = loop.passOf(turn);
      const voice = this.#voices.find((one) => one.name === this.voiceOf(pass));
      for (const sounding of voice ? this.#soundings(voice, pass) : []) {
        if (this.#range && (sounding.written < from || sounding.written >= from + length)) continue;
        const tick = sounding.played + offset;
        if (due(tick)) this.#out.sound(sounding, loop.timeOf(tick), true);
      }
      if (this.#state.metronome) {
        for (let beat = Math.ceil(from / music.beatTicks) * music.beatTicks; beat < from + length; beat += music.beatTicks) {
          if (due(beat + offset)) this.#out.click(loop.timeOf(beat + offset), beat % music.barTicks === 0);
        }
      }
    }
    loop.next = Math.max(loop.next, until);
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

  /** Seconds a tick. */
  #rate(): number {
    const pattern = this.#voices[0]?.pattern();
    return pattern ? tickSeconds(pattern) / (this.#state.slow ? SLOW : 1) : 1;
  }

  #halt(): void {
    if (this.#timer) clearInterval(this.#timer);
    this.#timer = null;
    this.#out.silence();
  }

  #change(change: Partial<PlayerState>): void {
    this.#state = { ...this.#state, ...change };
    for (const listener of this.#listeners) listener();
  }
}
