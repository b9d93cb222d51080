import type { Catalogue, Pattern } from '../api/types';
import type { Sounding } from '../music/schedule';
import { lower } from '../ui/words';
import { say } from '../words/words';
import { KitSounds, type Strike } from './KitSounds';
import { OwnSounds } from './OwnSounds';

/** What is to sound: with the account whose own sounds are meant. */
export type Wanted = Pick<Sounding, 'instrument' | 'velocity'> & Partial<Pick<Sounding, 'turn' | 'sound'>> & { owner?: string };

export type KitProgress = { loaded: number; total: number; failed: boolean };

/** The kits of the page, by name. While one is still on its way, what is there of another sounds in its place. */
export class Kits {
  #kits = new Map<string, KitSounds>();
  #progress: KitProgress = { loaded: 0, total: 0, failed: false };
  #listeners = new Set<() => void>();
  #last: KitSounds | null = null;
  readonly own: OwnSounds;

  constructor(
    private readonly context: BaseAudioContext,
    private readonly catalogue: Catalogue,
  ) {
    this.own = new OwnSounds(context, () => this.#tell());
  }

  get progress(): KitProgress {
    return this.#progress;
  }

  subscribe = (listener: () => void): (() => void) => {
    this.#listeners.add(listener);
    return () => this.#listeners.delete(listener);
  };

  /**
   * Loads what a pattern sounds with.
   * @param owner the account whose own sounds are heard in it; empty for the one who is signed in
   */
  async follow(pattern: Pattern, owner = ''): Promise<void> {
    const rows = pattern.sections.flatMap((section) => section.rows);
    const sounds = [...new Set(rows.flatMap((row) => row.sound ?? []))];
    const names = sounds.filter((sound) => pieceOf(sound) === null);
    const pieces = sounds.flatMap((sound) => pieceOf(sound) ?? []);
    const instruments = rows.map((row) => row.instrument);
    const room = rows.some((row) => (row.room ?? 0) > 0);
    await Promise.all([
      this.load(pattern.kit, instruments, room),
      this.own.follow(owner, names),
      ...pieces.map(({ kit, instrument }) => this.load(kit, [instrument])),
    ]);
  }

  async load(kit: string, instruments: string[], room = false): Promise<void> {
    await this.#of(kit)?.load(instruments, room);
  }

  strike(kit: string, { instrument, velocity, turn = 0, sound = null, owner = '' }: Wanted): Strike | undefined {
    const own = this.#of(kit);
    const piece = pieceOf(sound);
    const other = piece && this.#of(piece.kit)?.strike(piece.instrument, velocity, turn);
    if (other) return other;
    const brought = sound === null || piece ? undefined : this.own.buffer(owner, sound);
    if (brought) return { buffer: brought, from: 0, seconds: brought.duration, gain: own?.gain ?? 1 };
    const strike = own?.strike(instrument, velocity, turn);
    if (strike && own) this.#last = own;
    return strike ?? this.#last?.strike(instrument, velocity, turn);
  }

  room(kit: string): AudioBuffer | null {
    return this.#of(kit)?.room ?? this.#last?.room ?? null;
  }

  /** The kit by this name, or the last of the catalogue that is built where it is not. */
  #of(name: string): KitSounds | undefined {
    const known = this.#kits.get(name);
    if (known) return known;
    const url = builtKit(this.catalogue, name)?.url;
    if (!url) return undefined;
    const kit = new KitSounds(this.context, url, this.catalogue.sound.rate, () => this.#tell());
    this.#kits.set(name, kit);
    return kit;
  }

  #tell(): void {
    const kits = [...this.#kits.values(), this.own];
    this.#progress = {
      loaded: kits.reduce((sum, kit) => sum + kit.loaded, 0),
      total: kits.reduce((sum, kit) => sum + kit.total, 0),
      failed: kits.some((kit) => kit.failed),
    };
    for (const listener of this.#listeners) listener();
  }
}

/** The piece of a kit that a row's sound names, "beacon/kick"; null for an own sound, whose name holds no slash. */
export function pieceOf(sound: string | null | undefined): { kit: string; instrument: string } | null {
  const [kit, instrument] = sound?.split('/') ?? [];
  return kit && instrument ? { kit, instrument } : null;
}

/** "kick of beacon"; null for an own sound. */
export function pieceWords(catalogue: Catalogue, sound: string): string | null {
  const piece = pieceOf(sound);
  const label = catalogue.instruments.find(({ name }) => name === piece?.instrument)?.label;
  const kit = catalogue.kits.find(({ name }) => name === piece?.kit)?.label;
  return label && kit ? say('beat.pieceOf', { name: lower(label), kit }) : null;
}

/** The kit that is heard for a name: itself, or the electronic one, which is built everywhere. */
export function builtKit(catalogue: Catalogue, name: string): Catalogue['kits'][number] | undefined {
  const built = catalogue.kits.filter((kit) => kit.url !== null);
  return built.find((kit) => kit.name === name) ?? built.at(-1);
}

/** Which relative plays an instrument that its kit has not, as people read it; null where it plays itself. */
export function playedBy(catalogue: Catalogue, kit: string, instrument: string): string | null {
  const relative = builtKit(catalogue, kit)?.played[instrument];
  return catalogue.instruments.find(({ name }) => name === relative)?.label.toLowerCase() ?? null;
}
