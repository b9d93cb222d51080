import { ApiError, api, at, reply } from '../api/client';
import type { HandedIn, Pattern } from '../api/types';
import { keep, kept } from '../ui/storage';

/** One press of "Hand in": what was handed in, under a key of its own, and when, by the clock of this device. */
export type Press = { part: string; key: string; at: string; version: number; pattern: Pattern; note: string };
/** A press that waits; or that was refused, which stays until the person has seen why. */
type Waiting = Press & { refused?: string };

/** How a press that had to wait ended: with what the server says, or with why it was refused. */
export type Outcome = { at: string; done: HandedIn } | { at: string; refused: string };

const NAME = 'presses';
/** Milliseconds between two tries. */
const RETRY = 5000;

/** Whether a refusal is no answer to the press: the connection is lost, or one has to sign in first. */
export const mayComeLater = (error: unknown): boolean => error instanceof ApiError && (error.passes || error.status === 401);

/** Hands in; late tells the server that it was pressed without a connection, and when. */
export async function handIn({ part, key, at: time, version, pattern, note }: Press, late: boolean): Promise<HandedIn> {
  const body = { version, pattern, note, press: key, ...(late && { pressedAt: time }) };
  return reply(api.POST('/api/parts/{id}/attempts', { ...at({ id: part }), body }));
}

const all = (): Record<string, Waiting> => kept('unsent', NAME) ?? {};
const unanswered = (): Waiting[] => Object.values(all()).filter(({ refused }) => refused === undefined);

/**
 * Keeps what was handed in without a connection, one press a part, and sends it when the connection is back, from whatever page: a
 * press is a promise. The server takes a press once, however often it is sent.
 */
export class Presses {
  #listeners = new Set<() => void>();
  /** What the server has taken, until somebody has seen it. */
  #done = new Map<string, Outcome>();
  #timer: ReturnType<typeof setTimeout> | null = null;
  #sending = false;
  /** What was told last of each part: who draws compares it, so it stays the same object. */
  #told = new Map<string, { text: string; press: Waiting | null; outcome: Outcome | null }>();

  /** The press of a part that is not answered yet. */
  waiting(part: string): Press | null {
    return this.#state(part).press;
  }

  /** How the last press of a part that had to wait ended, until that is seen. */
  outcome(part: string): Outcome | null {
    return this.#state(part).outcome;
  }

  /** The person has seen how it ended. */
  seen(part: string): void {
    this.#done.delete(part);
    if (all()[part]?.refused === undefined) this.#tell();
    else this.drop(part);
  }

  #state(part: string) {
    const press = all()[part] ?? null;
    const done = this.#done.get(part) ?? null;
    const text = JSON.stringify([press, done]);
    const known = this.#told.get(part);
    if (known?.text === text) return known;
    const refused: Outcome | null = press?.refused === undefined ? null : { at: press.at, refused: press.refused };
    const state = { text, press: refused ? null : press, outcome: done ?? refused };
    this.#told.set(part, state);
    return state;
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
    for (const press of unanswered()) {
      try {
        const done = await handIn(press, true);
        this.#done.set(press.part, { at: press.at, done });
        if (all()[press.part]?.key === press.key) this.drop(press.part);
      } catch (error) {
        const refused = (error as Error).message;
        if (!mayComeLater(error) && all()[press.part]?.key === press.key) this.#write({ ...all(), [press.part]: { ...press, refused } });
      }
    }
    this.#sending = false;
    // Another tab may have had the answers.
    this.#tell();
    if (unanswered().length > 0) this.#schedule(RETRY);
    else this.#rest();
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

  #write(presses: Record<string, Waiting>): boolean {
    const done = keep('unsent', NAME, Object.keys(presses).length > 0 ? presses : null);
    this.#tell();
    return done;
  }

  #tell(): void {
    for (const listener of this.#listeners) listener();
  }
}

export const presses = new Presses();
