import type { Catalogue, Music, Pattern } from '../api/types';
import { median } from '../music/median';
import { bounded, hitCount, MOST_PUSH } from '../music/pattern';
import { passTicks, type Sounding, soundings, tickSeconds } from '../music/schedule';
import { setMoving } from '../ui/frames';
import { keep, kept } from '../ui/storage';
import { say } from '../words/words';
import { ALL, type Ears, earsFor, flipped, hears, rowKey } from './Ears';
import { builtKit, Kits, pieceOf } from './Kits';
import { Loop, type Round } from './Loop';
import { CLICKS, clicks, type Metronome, STRENGTH, USUAL } from './metronome';
import { Output, type Voiced } from './Output';

/** Voices that are two, pass by pass. */
const ALTERNATE = ['turn', 'ear', 'parade'];

/** What can be heard: one beat, another, or the two in turn, pass by pass. */
export type Voice = {
  name: string;
  pattern: () => Pattern;
  /** The account whose own sounds are heard in it; left out for the one who is signed in. */
  owner?: string;
};
export type PlayerState = {
  playing: boolean;
  counting: boolean;
  voice: string;
  metronome: boolean;
  /** Bars that are counted in; 0 for none. */
  countIn: 0 | 1 | 2;
  ears: Ears;
  /** Why nothing is heard, in a sentence; empty while all is well. */
  trouble: string;
  /** What the listener has set for good: the metronome, how loud all of it is, and how fast: 1 for as it is written. */
  set: { metronome: Metronome; level: number; speed: number };
};
/** Master levels, and the usual one. */
export const MASTER = { low: 0, high: 1.5, usual: 1 };

/** How fast one may listen, and the steps to it. */
export const SPEEDS = [0.5, 0.6, 0.7, 0.8, 0.9, 1, 1.1, 1.25];

/** What a kit is heard by: its instruments, how hard, and seconds after the first. */
const SAMPLE = [
  { instrument: 'kick', velocity: 110, after: 0 },
  { instrument: 'closed-hat', velocity: 90, after: 0.16 },
  { instrument: 'snare', velocity: 110, after: 0.32 },
  { instrument: 'open-hat', velocity: 90, after: 0.48 },
  { instrument: 'crash', velocity: 100, after: 0.8 },
];
/** Milliseconds in which a sound system that is there wakes up. */
const PATIENCE = 1500;
const AHEAD = 0.14;
/** A page out of sight is woken once a second at most. */
const AHEAD_HIDDEN = 1.6;
const EVERY = 30;
/** Seconds by which two ways to the same time may differ. */
const TRUST = 0.5;
/** Milliseconds for which a comparison of the clocks holds; of those there are, the middle is taken. */
const COMPARED = 500;
/** Seconds between a press and the first sound. */
const LEAD_IN = 0.04;

/**
 * Plays patterns in a loop with a look-ahead scheduler on the audio clock: a timer looks a little ahead and starts every sound
 * at its exact time. What is edited while it plays is heard as soon as the line comes to it.
 */
export class Player {
  readonly kits: Kits;
  #context: AudioContext;
  #out: Output;
  #state: PlayerState = {
    playing: false,
    counting: false,
    voice: '',
    metronome: false,
    countIn: 0,
    ears: ALL,
    trouble: '',
    set: heardLast(),
  };
  #listeners = new Set<() => void>();
  #voices: Voice[] = [];
  #music: Music | null = null;
  #timer: ReturnType<typeof setInterval> | null = null;
  #loop: Loop | null = null;
  /** Of what is played in place of an empty beat; null otherwise. */
  #speed: number | null = null;
  #range: { from: number; to: number } | null = null;
  #marked: { from: number; to: number } | null = null;
  /** Seconds by which the audio clock is before that of events, where it is heard, as told lately. */
  #leads: { at: number; lead: number }[] = [];
  #written = new Map<string, { pattern: Pattern; pass: number; list: Sounding[] }>();

  constructor(private readonly catalogue: Catalogue) {
    this.#context = contextOr((trouble) => this.#change({ trouble }));
    this.kits = new Kits(this.#context, catalogue);
    this.#out = new Output(this.#context, this.kits, catalogue);
    this.#out.level = this.#state.set.level;
  }

  get state(): PlayerState {
    return this.#state;
  }

  subscribe = (listener: () => void): (() => void) => {
    this.#listeners.add(listener);
    return () => this.#listeners.delete(listener);
  };

  /** What to play. The first is heard unless another is chosen; "turn" alternates the first two, "ear" begins with the second. */
  set(voices: Voice[], music: Music): void {
    this.#voices = voices;
    this.#music = music;
    this.#written.clear();
    if (!voices.some((voice) => voice.name === this.#state.voice) && !ALTERNATE.includes(this.#state.voice)) {
      this.#change({ voice: voices[0]?.name ?? '' });
    }
    this.follow();
  }

  /** Loads what the voices have come to sound with. What is heard goes over to it as it comes. */
  follow(): void {
    for (const voice of this.#voices) void this.kits.follow(voice.pattern(), voice.owner);
    if (this.#state.set.metronome.sound !== 'click') void this.kits.load(this.#clicker(), [this.#state.set.metronome.sound]);
    const pattern = this.#voices[0]?.pattern();
    const ears = pattern ? earsFor(this.#state.ears, pattern) : ALL;
    if (ears.silenced.length + ears.alone.length < this.#state.ears.silenced.length + this.#state.ears.alone.length) this.#change({ ears });
  }

  hear(voice: string): void {
    this.#change({ voice });
  }

  setMetronome(metronome: boolean): void {
    this.#change({ metronome });
  }

  setCountIn(countIn: 0 | 1 | 2): void {
    this.#change({ countIn });
  }

  /** Silences a row for the one who listens, or lets it be heard again. */
  silence(key: string): void {
    const { ears } = this.#state;
    this.#change({ ears: { ...ears, silenced: flipped(ears.silenced, key) } });
  }

  /** Lets a row be heard alone, with others that are; or all again. */
  alone(key: string): void {
    const { ears } = this.#state;
    this.#change({ ears: { ...ears, alone: flipped(ears.alone, key) } });
  }

  hearAll(): void {
    this.#change({ ears: ALL });
  }

  /** Sets the metronome or the level of all, for good. */
  setHearing(change: Partial<PlayerState['set']>): void {
    const set = { ...this.#state.set, ...change };
    keep('setting', 'hearing', set);
    this.#out.level = set.level;
    this.#change({ set });
    this.follow();
  }

  /** Slower or faster, at the same pitch, since every sound is played anew; takes effect at once, at the same place. */
  setSpeed(speed: number): void {
    const place = this.position();
    this.setHearing({ speed: bounded(speed, SPEEDS[0] as number, SPEEDS.at(-1) as number) });
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
   * @param bars how many are counted in
   */
  async play(
    range: { from: number; to: number } | undefined = this.#marked ?? undefined,
    place?: number,
    bars = place === undefined ? this.#state.countIn : 0,
  ): Promise<void> {
    this.#halt();
    if (!(await this.#woken())) return;
    const pattern = this.#voices[0]?.pattern();
    if (!pattern || !this.#music) return;
    this.#range = range ?? null;
    const round = this.#round();
    const begin = place ?? round.from;
    const countIn = bars * this.#music.barTicks;
    const rate = this.#rate();
    // A stroke that is pushed before the beginning sounds in its time too.
    const [first] = place === undefined && this.#voices[0] ? this.#soundings(this.#voices[0], 1) : [];
    const early = Math.max(0, round.from - Math.max(round.from - MOST_PUSH, first?.played ?? round.from));
    const now = this.#context.currentTime + LEAD_IN + early * rate;
    // The first tick sounds after the count-in.
    this.#loop = new Loop(round, rate, now + countIn * rate, begin);
    if (place === undefined) this.#loop.next -= MOST_PUSH;
    for (let bar = 0; bar < countIn; bar += this.#music.barTicks) this.#clicks(pattern, (at) => now + (bar + at) * rate);
    this.#change({ playing: true, counting: countIn > 0 });
    this.#timer = setInterval(() => this.#look(), EVERY);
    this.#look();
  }

  /** The metronome alone for a bar, then on from the beginning of the bar that sounded. */
  countAgain(): void {
    const place = this.position();
    const bar = this.#music?.barTicks ?? 1;
    void this.play(this.#range ?? undefined, place === null ? undefined : Math.floor(place / bar) * bar, 1);
  }

  stop(): void {
    this.#halt();
    this.#change({ playing: false, counting: false });
  }

  toggle(): void {
    const empty = this.#voices[0] !== undefined && hitCount(this.#voices[0].pattern()) === 0;
    if (this.#state.playing) this.stop();
    else if (this.instead && empty && !this.recording) void this.#playInstead();
    else void this.play();
  }

  /** Whether one plays in: an empty beat goes round then, to be filled. */
  recording = false;

  /** What Play plays in place of a beat that has no hits yet: a target that is only heard, at a speed; null where it could not be had. */
  instead: (() => Promise<{ audio: ArrayBuffer; speed: number } | null>) | null = null;

  /** Plays that once, after the count-in, with the metronome and the reading line of the empty sheet. */
  async #playInstead(): Promise<void> {
    this.#halt();
    if (!(await this.#woken())) return;
    const given = await this.instead?.();
    const pattern = this.#voices[0]?.pattern();
    if (!given || !pattern || !this.#music) return;
    const { barTicks } = this.#music;
    this.#range = null;
    this.#speed = given.speed;
    const rate = this.#rate();
    const countIn = this.#state.countIn * barTicks;
    const playing = await this.#out.whole(given.audio, () => {
      const now = this.#context.currentTime + LEAD_IN;
      this.#loop = new Loop(this.#round(), rate, now + countIn * rate, 0);
      for (let bar = 0; bar < countIn; bar += barTicks) this.#clicks(pattern, (at) => now + (bar + at) * rate);
      return now + countIn * rate;
    });
    this.#change({ playing: true, counting: countIn > 0 });
    const timer = setInterval(() => this.#look(), EVERY);
    this.#timer = timer;
    this.#look();
    await playing.ended;
    // Unless something else has begun, or it was stopped.
    if (this.#timer === timer) this.stop();
  }

  /** One sound by itself: quiet while the loop plays, so that it does not cover it. */
  audition = async (instrument: string, velocity = 90, row: Partial<Voiced> = {}): Promise<void> => {
    if (!(await this.#woken())) return;
    const kit = this.#voices[0]?.pattern().kit ?? '';
    const piece = pieceOf(row.sound);
    await Promise.all([
      this.kits.load(kit, [instrument], (row.room ?? 0) > 0),
      piece ? this.kits.load(piece.kit, [piece.instrument]) : this.kits.own.follow('', row.sound ? [row.sound] : []),
    ]);
    this.#out.sound(kit, { ...row, instrument, velocity: this.#softly(velocity) }, this.#context.currentTime, false);
  };

  /** A sound under one's fingers: at once where it is loaded. A player that nothing has woken yet is, and sounds from the next one on. */
  strike(row: Partial<Voiced> & { instrument: string }, velocity: number): void {
    const kit = this.#voices[0]?.pattern().kit ?? '';
    const voiced = { ...row, velocity };
    if (this.#context.state !== 'running' || !this.kits.strike(kit, voiced)) void this.audition(row.instrument, velocity, row);
    else this.#out.sound(kit, voiced, this.#context.currentTime, false);
  }

  /** Stills what was struck of an instrument, as a hand on a cymbal does. */
  still(instrument: string): void {
    this.#out.still(instrument);
  }

  /** A click of the metronome at a time of the audio clock. */
  click(time: number, velocity: number): void {
    this.#out.click(time, velocity);
  }

  /**
   * What was heard from the speaker at a moment, as a time of the audio clock: where the browser tells what the device plays just now,
   * from that; else less the delay that it tells of.
   *
   * @param stamp milliseconds as events have them
   */
  heardAt(stamp: number): number {
    const { currentTime, outputLatency } = this.#context;
    const guess = currentTime - (outputLatency || 0) + (stamp - performance.now()) / 1000;
    if (!this.#state.playing) this.#compare();
    const told = median(this.#leads.map(({ lead }) => lead)) + stamp / 1000;
    // A laptop that slept tells nonsense for a moment.
    return Math.abs(told - guess) < TRUST ? told : guess;
  }

  /** Compares both clocks: what the browser tells of them comes late by some milliseconds now and then, so the middle of several holds. */
  #compare(): void {
    const { contextTime = 0, performanceTime = 0 } = this.#context.getOutputTimestamp?.() ?? {};
    if (performanceTime === 0) return;
    this.#leads.push({ at: performanceTime, lead: contextTime - performanceTime / 1000 });
    // A speaker that stutters falls behind: what was told before tells nothing any more.
    while (this.#leads[0] && performanceTime - this.#leads[0].at > COMPARED) this.#leads.shift();
  }

  /** Seconds after which what is played now is heard, as the browser tells it. */
  get delay(): number {
    return this.#context.outputLatency || 0;
  }

  /**
   * Listens to a microphone on the clock on which it plays.
   * @param url  of the worklet, and the name under which it is registered there
   * @throws DOMException where the browser cannot
   */
  async listen(stream: MediaStream, url: string, name: string): Promise<AudioWorkletNode> {
    const context = this.#context;
    await this.#woken();
    await context.audioWorklet.addModule(url);
    const node = new AudioWorkletNode(context, name, { numberOfOutputs: 0 });
    context.createMediaStreamSource(stream).connect(node);
    return node;
  }

  /** The moment at which a time of the audio clock is heard: the way back from heardAt(). */
  stampOf(time: number): number {
    const now = performance.now();
    return now + (time - this.heardAt(now)) * 1000;
  }

  /** Where in the loop a time of the audio clock lies; null while nothing plays, and before the count-in is nearly over. */
  placeOf(time: number): { pass: number; place: number; from: number; length: number } | null {
    if (!this.#state.playing || !this.#loop) return null;
    const loop = this.#loop;
    const tick = loop.tickAt(time);
    if (tick < loop.origin - MOST_PUSH) return null;
    const at = tick < loop.origin ? { pass: 1, place: tick } : loop.at(tick);
    return { ...at, from: loop.from, length: loop.length };
  }

  /** When a place of a pass sounds, on the audio clock; null while nothing plays. */
  timeOf(pass: number, place: number): number | null {
    if (!this.#state.playing || !this.#loop) return null;
    return this.#loop.timeOf(place + (pass - this.#loop.passOf(0)) * this.#loop.length);
  }

  /** Now, on the audio clock. */
  get now(): number {
    return this.#context.currentTime;
  }

  /** The beat whose form is played; null before there is one. */
  get pattern(): Pattern | null {
    return this.#voices[0]?.pattern() ?? null;
  }

  /** What is played, in ticks of the pass; null for all of it. */
  get range(): { from: number; to: number } | null {
    return this.#range;
  }

  /** A few strokes of a kit, to choose it by: what plays goes on. */
  async sample(kit: string): Promise<void> {
    if (!(await this.#woken())) return;
    await this.kits.load(
      kit,
      SAMPLE.map(({ instrument }) => instrument),
    );
    const now = this.#context.currentTime + LEAD_IN;
    for (const { instrument, velocity, after } of SAMPLE) {
      this.#out.sound(kit, { instrument, velocity: this.#softly(velocity) }, now + after, true);
    }
  }

  /**
   * Plays a sound that came whole, in place of what plays.
   * @returns what stops it, and what is kept when it has ended by itself or was stopped
   */
  async sound(wav: ArrayBuffer): Promise<{ stop: () => void; ended: Promise<void> }> {
    this.stop();
    await this.#woken();
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
    const { voice } = this.#state;
    if (voice === 'parade') return this.#voices[(pass - 1) % Math.max(1, this.#voices.length)]?.name ?? '';
    if (voice !== 'turn' && voice !== 'ear') return voice;
    const isFirst = (pass % 2 === 1) === (voice === 'turn');
    return (isFirst || !second ? first : second)?.name ?? '';
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
    this.#compare();
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
        if (due(tick) && voice && hears(this.#state.ears, rowKey(sounding.instrument, sounding.line))) {
          this.#out.sound(voice.pattern().kit, voice.owner ? { ...sounding, owner: voice.owner } : sounding, loop.timeOf(tick), true);
        }
      }
      const pattern = this.#voices[0]?.pattern();
      if (this.#state.metronome && pattern) {
        for (let bar = Math.floor(from / music.barTicks) * music.barTicks; bar < from + length; bar += music.barTicks) {
          this.#clicks(pattern, (at) => {
            const tick = bar + at;
            return tick >= from && tick < from + length && due(tick + offset) ? loop.timeOf(tick + offset) : null;
          });
        }
      }
    }
    loop.next = Math.max(loop.next, until);
  }

  /** Whether sound comes out now. A browser lets none out before somebody presses something on the page, and does not say so. */
  async #woken(): Promise<boolean> {
    if (this.#context.state === 'running') return true;
    const patience = new Promise<string>((resolve) => setTimeout(() => resolve('late'), PATIENCE));
    const failed = () => 'failed';
    await Promise.race([this.#context.resume().then(() => 'awake', failed), patience]);
    const awake = (this.#context.state as string) === 'running';
    if (awake !== (this.#state.trouble === '')) this.#change({ trouble: awake ? '' : say('beat.player.silent') });
    return awake;
  }

  /** The clicks of one bar, those of which have a time. */
  #clicks(pattern: Pattern, timeOf: (at: number) => number | null): void {
    if (!this.#music) return;
    const { metronome } = this.#state.set;
    for (const { at, velocity } of clicks(pattern.meter, this.#music, metronome)) {
      const time = timeOf(at);
      if (time === null) continue;
      if (metronome.sound === 'click' || !this.kits.strike(this.#clicker(), { instrument: metronome.sound, velocity }))
        this.#out.click(time, velocity);
      else this.#out.sound(this.#clicker(), { instrument: metronome.sound, velocity, tune: velocity === STRENGTH.bar ? 3 : 0 }, time, true);
    }
  }

  /** The kit that claves and cowbell of the metronome are from: always the same, so that it is told from the beat. */
  #clicker(): string {
    return builtKit(this.catalogue, '')?.name ?? '';
  }

  #softly(velocity: number): number {
    return this.#state.playing ? Math.max(1, Math.round(velocity * 0.6)) : velocity;
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
    return pattern ? tickSeconds(pattern) / (this.#speed ?? this.#state.set.speed) : 1;
  }

  #halt(): void {
    if (this.#timer) clearInterval(this.#timer);
    this.#timer = null;
    this.#speed = null;
    this.#out.silence();
  }

  #change(change: Partial<PlayerState>): void {
    this.#state = { ...this.#state, ...change };
    setMoving(this.#state.playing);
    for (const listener of this.#listeners) listener();
  }
}

/** What the listener set last, as far as it is still known. */
function heardLast(): PlayerState['set'] {
  const last = kept<Partial<PlayerState['set']>>('setting', 'hearing');
  const level = typeof last?.level === 'number' ? last.level : MASTER.usual;
  const metronome = { ...USUAL, ...last?.metronome };
  const speed = typeof last?.speed === 'number' ? last.speed : 1;
  return {
    metronome: CLICKS.includes(metronome.sound) ? metronome : USUAL,
    level: bounded(level, MASTER.low, MASTER.high),
    speed: bounded(speed, SPEEDS[0] as number, SPEEDS.at(-1) as number),
  };
}

/** The page's way to the speaker; where the system gives none, one that is never heard, and a sentence. */
function contextOr(tell: (trouble: string) => void): AudioContext {
  try {
    return new AudioContext({ latencyHint: 'interactive' });
  } catch {
    queueMicrotask(() => tell(say('beat.player.none')));
    return new OfflineAudioContext(2, 1, 44100) as unknown as AudioContext;
  }
}
