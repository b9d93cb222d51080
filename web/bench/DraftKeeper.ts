import { ApiError, call } from '../api/client';
import type { Checked, Draft, OwnAttempt, Pattern, Sibling } from '../api/types';
import type { PatternStore } from '../music/PatternStore';

export type Keeping =
  | { state: 'saved'; at: string | null }
  | { state: 'changed' | 'saving' }
  | { state: 'waiting' | 'refused'; sentence: string }
  | { state: 'conflict'; sentence: string; other: Draft };

export type Kept = { version: number; pattern: Pattern; note: string };

const PAUSE = 350;
const RETRY = 4000;
const ELSEWHERE = 'This beat was changed in another tab or on another device; choose which one to keep.';

/** What an earlier visit could not send; null when everything was sent. */
export function unsent(key: string): Kept | null {
  return stored<Kept>(key);
}

/** The draft as the server last took it, where that is newer than the one given: a page opened without a connection may know less. */
export function newest(key: string, draft: Draft): Draft {
  const saved = stored<Draft>(savedKey(key));
  return saved && saved.version > draft.version ? saved : draft;
}

const savedKey = (key: string) => `${key} saved`;

function stored<T>(key: string): T | null {
  try {
    return JSON.parse(localStorage.getItem(key) ?? 'null');
  } catch {
    return null;
  }
}

/**
 * Keeps a draft: every change is written to the browser at once and to the server after a short pause. A lost connection only
 * delays it. The server counts versions; when another tab or device has saved since, nothing is overwritten and the person chooses.
 */
export class DraftKeeper {
  #keeping: Keeping;
  #version: number;
  #note: string;
  #checked: Checked | null;
  #known: { pattern: Pattern; note: string };
  #timer: ReturnType<typeof setTimeout> | null = null;
  #soon: ReturnType<typeof setTimeout> | null = null;
  #sending: Promise<void> | null = null;
  #listeners = new Set<() => void>();
  #ends: (() => void)[] = [];

  /**
   * @param store holds what was not sent when there is such a thing, else the draft's pattern
   * @param kept  what was not sent
   * @param key   under which the browser keeps it, a person's own
   */
  constructor(
    private readonly path: string,
    private readonly store: PatternStore,
    draft: Draft,
    kept: Kept | null = null,
    private readonly key: string = path,
  ) {
    this.#version = draft.version;
    this.#note = kept?.note ?? draft.note;
    this.#checked = draft.checked ?? null;
    this.#known = { pattern: draft.pattern, note: draft.note };
    this.#keeping =
      kept && kept.version !== draft.version
        ? { state: 'conflict', sentence: ELSEWHERE, other: draft }
        : { state: 'saved', at: draft.savedAt };
  }

  get keeping(): Keeping {
    return this.#keeping;
  }

  /** What the requirements say of the beat as it was last kept; null where they are not ticked. */
  get checked(): Checked | null {
    return this.#checked;
  }

  get note(): string {
    return this.#note;
  }

  subscribe = (listener: () => void): (() => void) => {
    this.#listeners.add(listener);
    return () => this.#listeners.delete(listener);
  };

  /** Begins to follow the store, and sends what an earlier visit could not. */
  start(): void {
    this.#ends.push(this.store.subscribe(() => this.#changed()));
    const leave = () => this.#leave();
    const back = () => this.#schedule(0);
    window.addEventListener('pagehide', leave);
    window.addEventListener('online', back);
    this.#ends.push(
      () => window.removeEventListener('pagehide', leave),
      () => window.removeEventListener('online', back),
    );
    this.#changed();
  }

  stop(): void {
    for (const end of this.#ends) end();
    this.#ends = [];
    if (this.#timer) clearTimeout(this.#timer);
    this.#timer = null;
    if (this.#dirty()) this.#leave();
  }

  setNote(note: string): void {
    this.#note = note;
    this.#changed();
  }

  /** @throws ApiError with the sentence to show */
  async handIn(): Promise<{ attempts: OwnAttempt[]; parts: Sibling[] }> {
    if (this.#timer) clearTimeout(this.#timer);
    await this.#sending;
    const sent = this.#work();
    try {
      const answer = await call<{ draft: Draft; attempts: OwnAttempt[]; parts: Sibling[] }>('POST', `${this.path}/attempts`, sent);
      this.#accept(answer.draft, sent);
      return answer;
    } catch (error) {
      if (!this.#conflict(error)) this.#schedule(0);
      throw error;
    }
  }

  /**
   * Settles a conflict: mine replaces the other, or the other replaces mine (which undo brings back), or both stay: mine on the sheet,
   * the other among the kept beats.
   * @throws ApiError when the other one could not be kept
   */
  async settle(keep: 'mine' | 'other' | 'both'): Promise<void> {
    if (this.#keeping.state !== 'conflict') return;
    const { other } = this.#keeping;
    if (keep === 'both') await call('POST', `${this.path}/draft/states/${other.version}/keep`);
    this.#version = other.version;
    this.#known = { pattern: other.pattern, note: other.note };
    this.#set({ state: 'changed' });
    if (keep === 'other') {
      this.#note = other.note;
      this.store.change('Take the other beat', () => other.pattern);
    }
    this.#changed();
  }

  #work(): Kept {
    return { version: this.#version, pattern: this.store.pattern, note: this.#note };
  }

  #dirty(): boolean {
    return this.store.pattern !== this.#known.pattern || this.#note !== this.#known.note;
  }

  #changed(): void {
    if (!this.#dirty()) {
      keep(this.key, null);
      if (!this.#sending && this.#keeping.state !== 'saved') this.#set({ state: 'saved', at: new Date().toISOString() });
      return;
    }
    if (this.#keeping.state === 'conflict') {
      // Still resting on the version before: whoever comes back is asked again.
      keep(this.key, { ...this.#work(), version: -1 });
      return;
    }
    this.#keepSoon();
    if (this.#keeping.state !== 'waiting') this.#set({ state: 'changed' });
    this.#schedule(PAUSE);
  }

  /** Into the browser's storage once the press is painted; at once when the page goes. */
  #keepSoon(): void {
    this.#soon ??= setTimeout(() => this.#keepNow(), 40);
  }

  #keepNow(): void {
    if (this.#soon === null) return;
    clearTimeout(this.#soon);
    this.#soon = null;
    if (this.#dirty() && this.#keeping.state !== 'conflict') keep(this.key, this.#work());
  }

  #schedule(pause: number): void {
    if (this.#timer) clearTimeout(this.#timer);
    this.#timer = setTimeout(() => {
      this.#timer = null;
      this.#sending ??= this.#send().finally(() => {
        this.#sending = null;
        if (this.#keeping.state === 'changed') this.#schedule(PAUSE);
      });
    }, pause);
  }

  async #send(): Promise<void> {
    if (!this.#dirty() || this.#keeping.state === 'conflict') return;
    const sent = this.#work();
    if (this.#keeping.state !== 'waiting') this.#set({ state: 'saving' });
    try {
      this.#accept(await call<Draft>('PUT', `${this.path}/draft`, sent), sent);
    } catch (error) {
      if (this.#conflict(error)) return;
      const { status, message } = error as ApiError;
      if (status === 0 || status >= 500 || status === 429) {
        this.#set({ state: 'waiting', sentence: message });
        this.#schedule(RETRY);
      } else {
        this.#set({ state: 'refused', sentence: message });
      }
    }
  }

  #accept(draft: Draft, sent: Kept): void {
    this.#version = draft.version;
    this.#checked = draft.checked ?? this.#checked;
    this.#known = { pattern: sent.pattern, note: sent.note };
    keep(savedKey(this.key), draft);
    if (this.#dirty()) {
      keep(this.key, this.#work());
      this.#set({ state: 'changed' });
    } else {
      keep(this.key, null);
      this.#set({ state: 'saved', at: draft.savedAt });
    }
  }

  #conflict(error: unknown): boolean {
    const other = error instanceof ApiError && error.status === 409 ? (error.body as { draft?: Draft }).draft : undefined;
    if (!other) return false;
    this.#set({ state: 'conflict', sentence: (error as Error).message, other });
    return true;
  }

  /** The page goes away: what is not sent yet is sent without waiting; the copy in the browser stays until it is known to be kept. */
  #leave(): void {
    this.#keepNow();
    if (this.#dirty() && this.#keeping.state !== 'conflict') void call('PUT', `${this.path}/draft`, this.#work(), true).catch(() => {});
  }

  #set(keeping: Keeping): void {
    this.#keeping = keeping;
    for (const listener of this.#listeners) listener();
  }
}

function keep(key: string, work: Kept | Draft | null): void {
  try {
    if (work) localStorage.setItem(key, JSON.stringify(work));
    else localStorage.removeItem(key);
  } catch {
    // Storage is full or not allowed: the server still gets every change while there is a connection.
  }
}
