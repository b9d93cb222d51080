import { ApiError, api, at, reply } from '../api/client';
import type { HandedIn, Pattern } from '../api/types';
import { keep, kept } from '../ui/storage';

/** One press of "Hand in": what was handed in, under a key of its own, and when, by the clock of this device. */
export type Press = { part: string; key: string; at: string; version: number; pattern: Pattern; note: string };

/** How a press that had to wait ended: with what the server says, or with why it was refused. */
export type Outcome = { press: Press; done: HandedIn } | { press: Press; refused: string };

const NAME = 'presses';
/** Milliseconds between two tries. */
const RETRY = 5000;

/** Whether a refusal is no answer to the press: the connection is lost, or one has to sign in first. */
export const mayComeLater = (error: unknown): boolean => error instanceof ApiError && (error.passes || error.status === 401);

/** Hands in; late tells the server that it was pressed without a connection, and when. */
export async function handIn({ part, key, at: time, ...work }: Press, late: boolean): Promise<HandedIn> {
  const body = { ...work, press: key, ...(late && { pressedAt: time }) };
  return reply(api.POST('/api/parts/{id}/attempts', { ...at({ id: part }), body }));
}

const all = (): Record<string, Press> => kept('unsent', NAME) ?? {};

/** Whether a press waits in this browser. */
export const anyWaits = (): boolean => Object.keys(all()).length > 0;

/**
 * Keeps what was handed in without a connection, one press a part, and sends it when the connection is back, from whatever page: a
 * press is a promise. The server takes a press once, however often it is sent.
 */
export class Presses {
  #listeners = new Set<() => void>();
  #outcomes = new Map<string, Outcome>();
  #timer: ReturnType<typeof setTimeout> | null = null;
  #sending = false;
  #known: { text: string; presses: Record<string, Press> } = { text: '', presses: {} };

  waiting(part: string): Press | null {
    // The same object as long as nothing has changed: who draws compares it.
    const presses = all();
    const text = JSON.stringify(presses);
    if (text !== this.#known.text) this.#known = { text, presses };
    return this.#known.presses[part] ?? null;
  }

  outcome(part: string): Outcome | null {
    return this.#outcomes.get(part) ?? null;
  }

  subscribe = (listener: () => void): (() => void) => {
    this.#listeners.add(listener);
    return () => this.#listeners.delete(listener);
  };

  /** @returns whether this browser could keep it */
  add(press: Press): boolean {
    const added = this.#write({ ...all(), [press.part]: press });
    if (added) this.start(RETRY);
    return added;
  }

  /** The person has thought better of it, or it has an answer. */
  drop(part: string): void {
    const { [part]: _, ...others } = all();
    this.#write(others);
  }

  /** Sends what waits after a pause of milliseconds, then now and then until nothing does. */
  start(pause = 0): void {
    if (this.#timer === null) window.addEventListener('online', this.#now);
    this.#schedule(pause);
  }

  #now = () => void this.send();

  async send(): Promise<void> {
    if (this.#sending) return;
    this.#sending = true;
    for (const press of Object.values(all())) {
      try {
        const done = await handIn(press, true);
        this.#end({ press, done });
      } catch (error) {
        if (!mayComeLater(error)) this.#end({ press, refused: (error as Error).message });
      }
    }
    this.#sending = false;
    if (anyWaits()) this.#schedule(RETRY);
    else this.#rest();
  }

  #end(outcome: Outcome): void {
    const { part, key } = outcome.press;
    this.#outcomes.set(part, outcome);
    if (all()[part]?.key === key) this.drop(part);
    else this.#tell();
  }

  #schedule(pause: number): void {
    if (this.#timer) clearTimeout(this.#timer);
    this.#timer = setTimeout(this.#now, pause);
  }

  #rest(): void {
    if (this.#timer) clearTimeout(this.#timer);
    this.#timer = null;
    window.removeEventListener('online', this.#now);
  }

  #write(presses: Record<string, Press>): boolean {
    const done = keep('unsent', NAME, Object.keys(presses).length > 0 ? presses : null);
    this.#tell();
    return done;
  }

  #tell(): void {
    for (const listener of this.#listeners) listener();
  }
}

export const presses = new Presses();
