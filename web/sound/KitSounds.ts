import type { KitDescription } from '../api/types';

/** A stretch of a decoded sound, in seconds, and what brings its kit to the loudness of others. */
export type Strike = { buffer: AudioBuffer; from: number; seconds: number; gain: number };

/** One kit: its description, and those of its sounds that were asked for, fetched and decoded once. */
export class KitSounds {
  loaded = 0;
  total = 0;
  failed = false;
  /** The impulse of its room, when it was asked for. */
  room: AudioBuffer | null = null;
  #description: Promise<KitDescription> | null = null;
  #known: KitDescription | null = null;
  #buffers = new Map<string, AudioBuffer>();
  #pending = new Map<string, Promise<void>>();

  constructor(
    private readonly context: BaseAudioContext,
    private readonly url: string,
    private readonly rate: number,
    private readonly tell: () => void,
  ) {}

  /** Resolves when every sound has been tried; what could not be fetched is tried again on the next call. */
  async load(instruments: string[], room: boolean): Promise<void> {
    const kit = await this.#describe();
    if (!kit) return;
    const wanted = [...new Set(instruments.map((one) => kit.played[one] ?? one))];
    const loads = kit.sounds
      .filter((sound) => wanted.includes(sound.instrument))
      .map((sound) => this.#once(sound.url, sound.bytes, (buffer) => this.#buffers.set(sound.instrument, buffer)));
    if (room) {
      loads.push(
        this.#once(kit.room.url, kit.room.bytes, (buffer) => {
          this.room = buffer;
        }),
      );
    }
    await Promise.all(loads);
  }

  /** What brings the kit to the loudness of others; 1 while that is not known. */
  get gain(): number {
    return this.#known?.gain ?? 1;
  }

  /** What is played for a stroke; undefined while it is not there yet. */
  strike(instrument: string, velocity: number, turn: number): Strike | undefined {
    const name = this.#known?.played[instrument] ?? instrument;
    const buffer = this.#buffers.get(name);
    const sound = this.#known?.sounds.find((one) => one.instrument === name);
    const takes = sound?.layers.find((layer) => velocity <= layer.to)?.takes;
    const take = takes?.[turn % takes.length];
    if (!buffer || !take || !this.#known) return undefined;
    return { buffer, from: take.from / this.rate, seconds: take.samples / this.rate, gain: this.#known.gain };
  }

  async #describe(): Promise<KitDescription | null> {
    this.#description ??= fetched(this.url).then((response) => response.json());
    try {
      this.#known = await this.#description;
      return this.#known;
    } catch {
      this.#description = null;
      this.failed = true;
      this.tell();
      return null;
    }
  }

  #once(url: string, bytes: number, take: (buffer: AudioBuffer) => void): Promise<void> {
    const known = this.#pending.get(url);
    if (known) return known;
    this.total += bytes;
    this.failed = false;
    this.tell();
    const loading = this.#fetch(url, bytes, take);
    this.#pending.set(url, loading);
    return loading;
  }

  async #fetch(url: string, bytes: number, take: (buffer: AudioBuffer) => void): Promise<void> {
    try {
      const response = await fetched(url);
      take(await this.context.decodeAudioData(await response.arrayBuffer()));
      this.loaded += bytes;
    } catch {
      this.#pending.delete(url);
      this.total -= bytes;
      this.failed = true;
    }
    this.tell();
  }
}

async function fetched(url: string): Promise<Response> {
  const response = await fetch(url);
  if (!response.ok) throw new Error(`${url}: ${response.status}`);
  return response;
}
