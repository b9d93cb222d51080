import type { Pattern } from '../api/types';
import { lower } from '../ui/words';
import { withoutCopies } from './struck';

export type Step = { name: string; before: Pattern; after: Pattern };
export type History = { done: readonly Step[]; undone: readonly Step[] };

/** Milliseconds within which the same change again, by a key that is held, is still the same step. */
const RUN = 1000;

/**
 * The pattern being edited, with undo and redo without limit. No framework in it: React subscribes at the edge. A gesture (a drag,
 * a held key) is many small changes and one step.
 */
export class PatternStore {
  #pattern: Pattern;
  #done: Step[] = [];
  #undone: Step[] = [];
  #gesture: { name: string | null; before: Pattern } | null = null;
  #listeners = new Set<() => void>();
  #revision = 0;
  #recorded = 0;
  /** Told of every step that is made, taken back or made again, and whether it ends a gesture. */
  onStep: ((words: string, gesture: boolean) => void) | null = null;

  constructor(pattern: Pattern, history: History = { done: [], undone: [] }) {
    this.#pattern = pattern;
    this.#done = [...history.done];
    this.#undone = [...history.undone];
  }

  get pattern(): Pattern {
    return this.#pattern;
  }

  /** The steps taken, the oldest first, and those taken back, the last one taken back at the end. */
  get history(): History {
    return { done: this.#done, undone: this.#undone };
  }

  /** Counts every change of the pattern or its steps. */
  get revision(): number {
    return this.#revision;
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

  get isInGesture(): boolean {
    return this.#gesture !== null;
  }

  /**
   * Makes one change: a step of its own, or a part of the gesture that is going on.
   *
   * @param run whether it goes on with the step before, when that has the same name and was a moment ago
   */
  change(name: string, edit: (pattern: Pattern) => Pattern, run = false): void {
    this.#change(name, (before) => withoutCopies(before, edit(before)), run);
  }

  /** A change by which hits come that a hand struck: they count as such. */
  strike(name: string, edit: (pattern: Pattern) => Pattern): void {
    this.#change(name, edit, false);
  }

  #change(name: string, edit: (pattern: Pattern) => Pattern, run: boolean): void {
    const before = this.#pattern;
    const after = edit(before);
    if (after === before) return;
    this.#pattern = after;
    if (this.#gesture) this.#gesture.name = name;
    else this.#record({ name, before, after }, run);
    this.#tell();
    if (!this.#gesture) this.onStep?.(name, false);
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
      this.onStep?.(gesture.name, true);
    }
  }

  /** Ends a gesture as if it had not been. */
  cancel(): void {
    const gesture = this.#gesture;
    this.#gesture = null;
    if (gesture && gesture.before !== this.#pattern) {
      this.#pattern = gesture.before;
      this.#tell();
    }
  }

  /** Takes back one step, or several. @returns the name of the last one taken back */
  undo(count = 1): string | null {
    const name = this.#go(this.#done, this.#undone, (step) => step.before, count);
    if (name) this.onStep?.(`Taken back: ${lower(name)}`, false);
    return name;
  }

  redo(count = 1): string | null {
    const name = this.#go(this.#undone, this.#done, (step) => step.after, count);
    if (name) this.onStep?.(`Done again: ${lower(name)}`, false);
    return name;
  }

  #go(from: Step[], to: Step[], state: (step: Step) => Pattern, count: number): string | null {
    this.end();
    this.#recorded = 0;
    let name: string | null = null;
    for (let i = 0; i < count; i++) {
      const step = from.pop();
      if (!step) break;
      to.push(step);
      this.#pattern = state(step);
      name = step.name;
    }
    if (name !== null) this.#tell();
    return name;
  }

  #record(step: Step, run = false): void {
    const last = this.#done.at(-1);
    const now = Date.now();
    // A run of the same key is one step.
    if (run && last?.name === step.name && now - this.#recorded < RUN) this.#done.splice(-1, 1, { ...last, after: step.after });
    else this.#done.push(step);
    this.#recorded = now;
    this.#undone = [];
  }

  #tell(): void {
    this.#revision++;
    for (const listener of this.#listeners) listener();
  }
}
