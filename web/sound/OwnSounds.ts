import { api, reply } from '../api/client';
import type { OwnSound } from '../api/types';

/** Sounds that people have brought, by whose beats they are heard in: fetched when a row names one. */
export class OwnSounds {
  loaded = 0;
  total = 0;
  failed = false;
  #lists = new Map<string, Promise<OwnSound[]>>();
  #known = new Map<string, Map<string, OwnSound>>();
  #buffers = new Map<string, AudioBuffer>();
  #pending = new Map<string, Promise<void>>();

  constructor(
    private readonly context: BaseAudioContext,
    private readonly tell: () => void,
  ) {}

  /** @param owner the account whose beats are heard; empty for the one who is signed in */
  async follow(owner: string, names: string[]): Promise<void> {
    if (names.length === 0) return;
    const known = await this.#list(owner);
    await Promise.all(
      names.map((name) => {
        const sound = known?.get(name);
        return sound && this.#load(sound);
      }),
    );
  }

  buffer(owner: string, name: string): AudioBuffer | undefined {
    const sound = this.#known.get(owner)?.get(name);
    return sound && this.#buffers.get(sound.id);
  }

  /** Whether it is known that there is no such sound. */
  isMissing(owner: string, name: string): boolean {
    return this.#known.get(owner)?.has(name) === false;
  }

  /** One has come or gone. */
  renew(): void {
    this.#lists.clear();
  }

  async #list(owner: string): Promise<Map<string, OwnSound> | null> {
    let list = this.#lists.get(owner);
    if (!list) {
      const query = owner === '' ? {} : { of: owner };
      list = reply(api.GET('/api/sounds', { params: { query } })).then(({ sounds }) => sounds);
      this.#lists.set(owner, list);
    }
    try {
      const known = new Map((await list).map((sound) => [sound.name, sound]));
      this.#known.set(owner, known);
      this.tell();
      return known;
    } catch {
      this.#lists.delete(owner);
      this.failed = true;
      this.tell();
      return null;
    }
  }

  #load(sound: OwnSound): Promise<void> {
    const known = this.#pending.get(sound.id);
    if (known) return known;
    this.total += sound.bytes;
    this.failed = false;
    this.tell();
    const loading = this.#fetch(sound);
    this.#pending.set(sound.id, loading);
    return loading;
  }

  async #fetch(sound: OwnSound): Promise<void> {
    try {
      const response = await fetch(`/api/sounds/${sound.id}/file`);
      if (!response.ok) throw new Error(`${sound.name}: ${response.status}`);
      this.#buffers.set(sound.id, await this.context.decodeAudioData(await response.arrayBuffer()));
      this.loaded += sound.bytes;
    } catch {
      this.#pending.delete(sound.id);
      this.total -= sound.bytes;
      this.failed = true;
    }
    this.tell();
  }
}
