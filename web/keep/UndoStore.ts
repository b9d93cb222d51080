import { type DBSchema, type IDBPDatabase, openDB } from 'idb';
import type { Pattern } from '../api/types';
import type { History, PatternStore, Step } from '../music/PatternStore';
import { type Patch, patchOf, stepsFrom } from '../music/patch';
import { sameMusic } from '../music/pattern';
import { keptFor } from '../ui/storage';

type Kept = { key: string; now: Pattern; done: number; undone: number };
interface Database extends DBSchema {
  beats: { key: string; value: Kept };
  steps: { key: [string, number]; value: Patch };
}

/**
 * Keeps the steps of a beat in the browser's database, so that undo goes on after a reload. A browser that has none (a private
 * window, say) just forgets them.
 */
export class UndoStore {
  #store: PatternStore | null = null;
  #written: readonly Step[] = [];
  #done = 0;
  #queue: Promise<void> = Promise.resolve();
  #end: (() => void) | null = null;
  readonly #key: string;

  /** @param name of the beat; what is kept is its account's own */
  constructor(name: string) {
    this.#key = keyOf(name);
  }

  /** The steps that led to this pattern, when the last ones kept did. */
  async read(pattern: Pattern): Promise<History> {
    try {
      const database = await opened();
      const kept = await database.get('beats', this.#key);
      if (!kept || !sameMusic(kept.now, pattern)) return { done: [], undone: [] };
      const range = IDBKeyRange.bound([this.#key, 0], [this.#key, kept.done + kept.undone - 1]);
      const patches = await database.getAll('steps', range);
      const history = stepsFrom(pattern, patches.slice(0, kept.done), patches.slice(kept.done).reverse());
      this.#written = chain(history);
      this.#done = history.done.length;
      return history;
    } catch {
      return { done: [], undone: [] };
    }
  }

  follow(store: PatternStore): void {
    this.#store = store;
    this.#end = store.subscribe(() => this.#changed());
  }

  stop(): void {
    this.#end?.();
  }

  #changed(): void {
    if (!this.#store) return;
    const { pattern, history } = this.#store;
    const steps = chain(history);
    // In the middle of a gesture the pattern changes and the steps do not: nothing is kept before it ends.
    if (steps.length === this.#written.length && history.done.length === this.#done && steps.at(-1) === this.#written.at(-1)) return;
    this.#done = history.done.length;
    let same = 0;
    while (same < steps.length && steps[same] === this.#written[same]) same++;
    const fresh = steps.slice(same);
    this.#written = steps;
    const kept: Kept = { key: this.#key, now: pattern, done: history.done.length, undone: history.undone.length };
    // Without a database undo still works on this page; it only does not outlive it.
    this.#queue = this.#queue.then(() => this.#write(kept, same, fresh)).catch(() => {});
  }

  async #write(kept: Kept, from: number, fresh: Step[]): Promise<void> {
    const transaction = (await opened()).transaction(['beats', 'steps'], 'readwrite');
    const steps = transaction.objectStore('steps');
    fresh.forEach((step, i) => {
      void steps.put(patchOf(step), [this.#key, from + i]);
    });
    if (fresh.length > 0) void steps.delete(IDBKeyRange.bound([this.#key, from + fresh.length], [this.#key, Number.POSITIVE_INFINITY]));
    void transaction.objectStore('beats').put(kept);
    await transaction.done;
  }
}

/** Nothing of this account's steps stays. */
export async function forgetSteps(): Promise<void> {
  const [from, to] = [keyOf(''), keyOf('\uffff')];
  try {
    const transaction = (await opened()).transaction(['beats', 'steps'], 'readwrite');
    void transaction.objectStore('beats').delete(IDBKeyRange.bound(from, to));
    void transaction.objectStore('steps').delete(IDBKeyRange.bound([from], [to, Number.POSITIVE_INFINITY]));
    await transaction.done;
  } catch {
    // There is no database: nothing is in it.
  }
}

const keyOf = (name: string) => `${keptFor()}/${name}`;

/** All steps from the first one done to the last one that can be done again. */
function chain(history: History): Step[] {
  return [...history.done, ...[...history.undone].reverse()];
}

let database: Promise<IDBPDatabase<Database>> | null = null;

function opened(): Promise<IDBPDatabase<Database>> {
  database ??= openDB<Database>('pulsanda', 1, {
    upgrade(fresh) {
      fresh.createObjectStore('beats', { keyPath: 'key' });
      fresh.createObjectStore('steps');
    },
  });
  return database;
}
