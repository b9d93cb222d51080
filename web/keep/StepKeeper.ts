import type { Pattern } from '../api/types';
import type { History, PatternStore, Step } from '../music/PatternStore';
import { type Patch, patchOf, stepsFrom } from '../music/patch';
import { sameMusic } from '../music/pattern';

type Kept = { key: string; now: Pattern; done: number; undone: number };

/**
 * Keeps the steps of a beat in the browser's database, so that undo goes on after a reload. A browser that has none (a private
 * window, say) just forgets them.
 */
export class StepKeeper {
  #store: PatternStore | null = null;
  #written: readonly Step[] = [];
  #done = 0;
  #queue: Promise<void> = Promise.resolve();
  #end: (() => void) | null = null;

  constructor(private readonly key: string) {}

  /** The steps that led to this pattern, when the last ones kept did. */
  async read(pattern: Pattern): Promise<History> {
    try {
      const database = await open();
      const kept = await ask<Kept | undefined>(database.transaction('beats').objectStore('beats').get(this.key));
      if (!kept || !sameMusic(kept.now, pattern)) return { done: [], undone: [] };
      const range = IDBKeyRange.bound([this.key, 0], [this.key, kept.done + kept.undone - 1]);
      const patches = await ask<Patch[]>(database.transaction('steps').objectStore('steps').getAll(range));
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
    const kept: Kept = { key: this.key, now: pattern, done: history.done.length, undone: history.undone.length };
    this.#queue = this.#queue.then(() => this.#write(kept, same, fresh)).catch(() => {});
  }

  async #write(kept: Kept, from: number, fresh: Step[]): Promise<void> {
    const transaction = (await open()).transaction(['beats', 'steps'], 'readwrite');
    const steps = transaction.objectStore('steps');
    fresh.forEach((step, i) => {
      steps.put(patchOf(step), [this.key, from + i]);
    });
    if (fresh.length > 0) steps.delete(IDBKeyRange.bound([this.key, from + fresh.length], [this.key, Number.POSITIVE_INFINITY]));
    await ask(transaction.objectStore('beats').put(kept));
  }
}

/** All steps from the first one done to the last one that can be done again. */
function chain(history: History): Step[] {
  return [...history.done, ...[...history.undone].reverse()];
}

let opened: Promise<IDBDatabase> | null = null;

function open(): Promise<IDBDatabase> {
  opened ??= new Promise((resolve, reject) => {
    const request = indexedDB.open('pulsanda', 1);
    request.onupgradeneeded = () => {
      request.result.createObjectStore('beats', { keyPath: 'key' });
      request.result.createObjectStore('steps');
    };
    request.onsuccess = () => resolve(request.result);
    request.onerror = () => reject(request.error);
  });
  return opened;
}

function ask<T>(request: IDBRequest): Promise<T> {
  return new Promise((resolve, reject) => {
    request.onsuccess = () => resolve(request.result as T);
    request.onerror = () => reject(request.error);
  });
}
