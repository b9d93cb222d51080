import type { Catalogue } from '../api/types';

export type KitProgress = { loaded: number; total: number; failed: boolean };

/** Fetches and decodes the sounds of a kit. The sounds asked for first come first; the rest follow. */
export class KitLoader {
  #buffers = new Map<string, AudioBuffer>();
  #pending = new Map<string, Promise<void>>();
  #progress: KitProgress = { loaded: 0, total: 0, failed: false };
  #listeners = new Set<() => void>();

  constructor(
    private readonly context: BaseAudioContext,
    private readonly kit: Catalogue['kits'][number] | undefined,
  ) {}

  get progress(): KitProgress {
    return this.#progress;
  }

  subscribe = (listener: () => void): (() => void) => {
    this.#listeners.add(listener);
    return () => this.#listeners.delete(listener);
  };

  buffer(instrument: string): AudioBuffer | undefined {
    return this.#buffers.get(instrument);
  }

  /** Resolves when every sound has been tried; what could not be fetched is tried again on the next call. */
  async load(instruments: string[]): Promise<void> {
    const wanted = (this.kit?.sounds ?? []).filter((sound) => instruments.includes(sound.instrument));
    const fresh = wanted.filter((sound) => !this.#pending.has(sound.instrument));
    this.#set({ total: this.#progress.total + fresh.reduce((sum, sound) => sum + sound.bytes, 0), failed: false });
    for (const sound of fresh) {
      this.#pending.set(sound.instrument, this.#fetch(sound));
    }
    await Promise.all(wanted.map((sound) => this.#pending.get(sound.instrument)));
  }

  async #fetch(sound: Catalogue['kits'][number]['sounds'][number]): Promise<void> {
    try {
      const response = await fetch(sound.url);
      if (!response.ok) throw new Error(`${sound.url}: ${response.status}`);
      this.#buffers.set(sound.instrument, await this.context.decodeAudioData(await response.arrayBuffer()));
      this.#set({ loaded: this.#progress.loaded + sound.bytes });
    } catch {
      this.#pending.delete(sound.instrument);
      this.#set({ total: this.#progress.total - sound.bytes, failed: true });
    }
  }

  #set(change: Partial<KitProgress>): void {
    this.#progress = { ...this.#progress, ...change };
    for (const listener of this.#listeners) listener();
  }
}
