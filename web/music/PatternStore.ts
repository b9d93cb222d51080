import type { Pattern } from '../api/types';

type Step = { name: string; before: Pattern; after: Pattern };

/**
 * The pattern being edited, with undo and redo. No framework in it: React subscribes at the edge. A gesture (a drag, a held key)
 * is many small changes and one step.
 */
export class PatternStore {
  #pattern: Pattern;
  #done: Step[] = [];
  #undone: Step[] = [];
  #gesture: { name: string | null; before: Pattern } | null = null;
  #listeners = new Set<() => void>();

  constructor(pattern: Pattern) {
    this.#pattern = pattern;
  }

  get pattern(): Pattern {
    return this.#pattern;
  }

  /** The names of the steps that can be undone, the newest first. */
  get steps(): string[] {
    return this.#done.map((step) => step.name).reverse();
  }

  get undoName(): string | null {
    return this.#done.at(-1)?.name ?? null;
  }

  get redoName(): string | null {
    return this.#undone.at(-1)?.name ?? null;
  }

  subscribe = (listener: () => void): (() => void) => {
    this.#listeners.add(listener);
    return () => this.#listeners.delete(listener);
  };

  /** Makes one change: a step of its own, or a part of the gesture that is going on. */
  change(name: string, edit: (pattern: Pattern) => Pattern): void {
    const before = this.#pattern;
    const after = edit(before);
    if (after === before) return;
    this.#pattern = after;
    if (this.#gesture) this.#gesture.name = name;
    else this.#record({ name, before, after });
    this.#tell();
  }

  /** Begins a gesture: what changes until its end is one step, named after the last change. */
  begin(): void {
    this.#gesture ??= { name: null, before: this.#pattern };
  }

  end(): void {
    const gesture = this.#gesture;
    this.#gesture = null;
    if (gesture?.name && gesture.before !== this.#pattern) {
      this.#record({ name: gesture.name, before: gesture.before, after: this.#pattern });
      this.#tell();
    }
  }

  undo(): string | null {
    return this.#step(this.#done, this.#undone, (step) => step.before);
  }

  redo(): string | null {
    return this.#step(this.#undone, this.#done, (step) => step.after);
  }

  #step(from: Step[], to: Step[], state: (step: Step) => Pattern): string | null {
    this.end();
    const step = from.pop();
    if (!step) return null;
    to.push(step);
    this.#pattern = state(step);
    this.#tell();
    return step.name;
  }

  #record(step: Step): void {
    this.#done.push(step);
    this.#undone = [];
  }

  #tell(): void {
    for (const listener of this.#listeners) listener();
  }
}
