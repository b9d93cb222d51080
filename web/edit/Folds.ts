import type { Row } from '../api/types';
import { keep, kept } from '../ui/storage';

/** Rows that belong together, and whether they are folded to one thin line. */
export type Group = { name: string; tint: string | null; folded: boolean; rows: number[] };
type Kept = Omit<Group, 'rows'> & { rows: string[] };

/**
 * Groups of rows, as this person likes to see them: the beat knows nothing of it. A row is known by its instrument, and as the how
 * many-th of that, so that a group stays together when rows are moved.
 */
export class Folds {
  #groups: Kept[];
  #listeners = new Set<() => void>();

  /** @param name under which the browser keeps them; null for as long as the page stands */
  constructor(private readonly name: string | null = null) {
    this.#groups = (name && kept<Kept[]>('setting', name)) || [];
  }

  subscribe = (listener: () => void): (() => void) => {
    this.#listeners.add(listener);
    return () => this.#listeners.delete(listener);
  };

  /** What there is, changed whenever a group does. */
  get state(): readonly Kept[] {
    return this.#groups;
  }

  /** The groups whose rows are among these, by the first of them. */
  of(rows: readonly Row[]): Group[] {
    const keys = keysOf(rows);
    return this.#groups.map((group) => ({ ...group, rows: keys.flatMap((key, index) => (group.rows.includes(key) ? [index] : [])) }));
  }

  isHidden(rows: readonly Row[], index: number): boolean {
    const key = keysOf(rows)[index] ?? '';
    return this.#groups.some((group) => group.folded && group.rows.includes(key));
  }

  /** Folds rows; those that were in another group leave it. */
  fold(rows: readonly Row[], indices: readonly number[], name: string): void {
    const keys = keysOf(rows);
    const mine = indices.flatMap((index) => keys[index] ?? []);
    const others = this.#groups.map((group) => ({ ...group, rows: group.rows.filter((key) => !mine.includes(key)) }));
    this.#set([...others.filter((group) => group.rows.length > 0), { name, tint: null, folded: true, rows: mine }]);
  }

  change(index: number, change: Partial<Omit<Group, 'rows'>>): void {
    this.#set(this.#groups.map((group, i) => (i === index ? { ...group, ...change } : group)));
  }

  /** Lets a group go; its rows stay. */
  part(index: number): void {
    this.#set(this.#groups.filter((_, i) => i !== index));
  }

  #set(groups: Kept[]): void {
    this.#groups = groups;
    if (this.name) keep('setting', this.name, groups.length > 0 ? groups : null);
    for (const listener of this.#listeners) listener();
  }
}

function keysOf(rows: readonly Row[]): string[] {
  const seen = new Map<string, number>();
  return rows.map(({ instrument }) => {
    const count = (seen.get(instrument) ?? 0) + 1;
    seen.set(instrument, count);
    return JSON.stringify([instrument, count]);
  });
}
