import { ApiError } from '../api/client';
import { keep, kept } from '../ui/storage';
import { say } from '../words/words';

/** Work as the server knows it; version counts what it has taken, 0 for nothing yet. */
export type Known<W> = { version: number; work: W; savedAt: string | null };

export type Keeping<W> =
  | { state: 'saved'; at: string | null }
  | { state: 'changed' | 'saving' }
  | { state: 'waiting' | 'refused'; sentence: string }
  | { state: 'conflict'; sentence: string; other: Known<W> };

/** Where work is kept, and what it is there. */
export type Place<W> = {
  /**
   * Sends the work, which rests on a version.
   * @param leaving the page is going away: the request must outlive it
   * @throws ApiError
   */
  send: (work: W, version: number, leaving: boolean) => Promise<{ version: number; savedAt: string | null }>;
  /** What is there instead, in the refusal of work that rests on an older version; null in any other refusal. */
  other: (error: ApiError) => Known<W> | null;
  /** Whether nothing has changed; asked after every change, so it is quick. */
  same: (a: W, b: W) => boolean;
  /** Whether two hold the same, wherever they come from; as `same` where that is enough. */
  equal?: (a: W, b: W) => boolean;
  /** Whether work may be sent yet: a plan without a name is not. */
  ready?: (work: W) => boolean;
  /** Takes over what another tab has kept. */
  take: (work: W) => void;
};

type Options = {
  /** Milliseconds without a change before it is sent; null where a person says when. */
  pause?: number | null;
};

const PAUSE = 350;
const RETRY = 4000;
/** Milliseconds after which a change is in the browser's storage: once the press is painted. */
const SOON = 40;
/** Characters that a browser sends for a page that is gone; more than that goes the usual way, and stays kept here. */
const MOST_LEAVING = 60_000;

/** What is on its way to the server, by name: whoever opens the same work again waits for it. */
const underWay = new Map<string, Promise<void>>();

/** Everything of this name that is on its way has arrived, or has failed and is kept. */
export async function arrived(name: string): Promise<void> {
  await underWay.get(name);
}

/**
 * What an earlier visit could not send: the version that it rests on, and what was on its way by then. The server may have taken that
 * although its answer never came.
 */
export type Left<W> = { version: number; work: W; sent?: W[] };

/** How many works are remembered whose answer never came. */
const MOST_SENT = 3;

/** @returns null when everything was sent */
export function unsent<W>(name: string): Left<W> | null {
  return kept('unsent', name);
}

/**
 * Keeps work that somebody does on a page: every change is in the browser at once and on the server after a short pause. A lost
 * connection, or a server that is being restarted, only delays it. The server counts versions; when another tab or device has kept
 * since, nothing is overwritten and the person chooses.
 */
export class SaveQueue<W> {
  #keeping: Keeping<W>;
  #known: Known<W>;
  #timer: ReturnType<typeof setTimeout> | null = null;
  #soon: ReturnType<typeof setTimeout> | null = null;
  #sending: Promise<void> | null = null;
  #listeners = new Set<() => void>();
  #ends: (() => void)[] = [];
  #here = true;
  /** What was sent and not answered: what the server has of it is the work of this hand. */
  #sent: W[];

  /**
   * @param name  of the work, under which the browser keeps it
   * @param known as the server has it
   * @param read  the work as it is now
   * @param left  what an earlier visit could not send, where read() gives that now
   */
  constructor(
    public name: string,
    private readonly place: Place<W>,
    known: Known<W>,
    private readonly read: () => W,
    left: Pick<Left<W>, 'version' | 'sent'> | null = null,
    private readonly options: Options = {},
  ) {
    this.#known = known;
    this.#sent = left?.sent ?? [];
    const other = left && left.version !== known.version && !this.#isOwn(known.work);
    this.#keeping = other
      ? { state: 'conflict', sentence: say('beat.keep.elsewhere'), other: known }
      : { state: 'saved', at: known.savedAt };
    // What is there already is not sent again.
    if (!other && left && this.#equal(read(), known.work)) this.#known = { ...known, work: read() };
  }

  get keeping(): Keeping<W> {
    return this.#keeping;
  }

  get version(): number {
    return this.#known.version;
  }

  /** Whether the browser could keep what is not sent. */
  get here(): boolean {
    return this.#here;
  }

  get dirty(): boolean {
    return !this.place.same(this.read(), this.#known.work);
  }

  subscribe = (listener: () => void): (() => void) => {
    this.#listeners.add(listener);
    return () => this.#listeners.delete(listener);
  };

  /** Begins to listen to the page, and sends what an earlier visit could not. */
  start(): void {
    const leave = () => this.#leave();
    const back = () => this.#schedule(0);
    window.addEventListener('pagehide', leave);
    window.addEventListener('online', back);
    this.#ends.push(
      () => window.removeEventListener('pagehide', leave),
      () => window.removeEventListener('online', back),
    );
    this.changed();
  }

  /** The work is not on the page any more: what is left goes on its way, and what cannot stays kept. */
  stop(): void {
    for (const end of this.#ends) end();
    this.#ends = [];
    this.#keepNow();
    if (this.#timer) clearTimeout(this.#timer);
    this.#timer = null;
    if (this.#mayGo()) void this.send();
  }

  /** To be called after every change of the work. */
  changed(): void {
    if (!this.dirty) {
      keep('unsent', this.name, null);
      if (!this.#sending && this.#keeping.state !== 'saved') this.#set({ state: 'saved', at: this.#known.savedAt });
      return;
    }
    this.#soon ??= setTimeout(() => this.#keepNow(), SOON);
    if (this.#keeping.state === 'conflict') return;
    if (this.#keeping.state !== 'waiting') this.#set({ state: 'changed' });
    if (this.options.pause !== null) this.#schedule(this.options.pause ?? PAUSE);
  }

  /** Sends now what there is, after what is on its way. It never throws: how it went is the state. */
  send(): Promise<void> {
    if (this.#timer) clearTimeout(this.#timer);
    this.#timer = null;
    const sending = this.#after(this.#sending).finally(() => {
      if (this.#sending !== sending) return;
      this.#sending = null;
      underWay.delete(this.name);
      if (this.#keeping.state === 'changed' && this.options.pause !== null && this.#ends.length > 0) this.#schedule(PAUSE);
    });
    this.#sending = sending;
    underWay.set(this.name, sending);
    return sending;
  }

  /** The work has a name of its own from now on. */
  rename(name: string): void {
    keep('unsent', this.name, null);
    underWay.delete(this.name);
    this.name = name;
    if (this.#sending) underWay.set(name, this.#sending);
  }

  /** What is not sent is given up. */
  forget(): void {
    this.#known = { ...this.#known, work: this.read() };
    this.changed();
  }

  /** Nothing is on its way, and nothing will be before the next change. */
  async rest(): Promise<void> {
    if (this.#timer) clearTimeout(this.#timer);
    this.#timer = null;
    await this.#sending;
  }

  /** The server has taken this work by another way, as by handing it in. */
  took(work: W, answer: { version: number; savedAt: string | null }): void {
    this.#known = { ...answer, work };
    this.#sent = [];
    if (this.dirty) {
      this.#keepSoonOrNow();
      this.#set({ state: 'changed' });
    } else {
      keep('unsent', this.name, null);
      this.#set({ state: 'saved', at: answer.savedAt });
    }
  }

  /** @returns whether a refusal was one for an older version: then the person chooses */
  refused(error: unknown): boolean {
    const other = error instanceof ApiError && error.status === 409 ? this.place.other(error) : null;
    if (!other) return false;
    if (this.#isOwn(other.work)) {
      // An answer was lost on its way: what is there was sent from here.
      const done = this.#equal(this.read(), other.work);
      this.took(done ? this.read() : other.work, other);
      if (!done) this.#schedule(0);
      return true;
    }
    this.#set({ state: 'conflict', sentence: (error as Error).message, other });
    this.#keepSoonOrNow();
    return true;
  }

  /** Settles a conflict: mine replaces the other, or the other replaces mine. */
  settle(which: 'mine' | 'other'): void {
    if (this.#keeping.state !== 'conflict') return;
    const { other } = this.#keeping;
    this.#known = other;
    this.#set({ state: 'changed' });
    if (which === 'other') this.place.take(other.work);
    this.changed();
  }

  #mayGo(): boolean {
    return this.dirty && this.options.pause !== null && this.#keeping.state !== 'conflict' && (this.place.ready?.(this.read()) ?? true);
  }

  #keepSoonOrNow(): void {
    this.#soon ??= setTimeout(() => this.#keepNow(), 0);
    this.#keepNow();
  }

  #keepNow(): void {
    if (this.#soon === null) return;
    clearTimeout(this.#soon);
    this.#soon = null;
    if (!this.dirty) return;
    // Until the person has chosen it rests on no version: whoever comes back is asked again.
    const version = this.#keeping.state === 'conflict' ? -1 : this.#known.version;
    const here = keep('unsent', this.name, { version, work: this.read(), ...(this.#sent.length > 0 && { sent: this.#sent }) });
    if (here === this.#here) return;
    this.#here = here;
    this.#tell();
  }

  #schedule(pause: number): void {
    if (this.#timer) clearTimeout(this.#timer);
    this.#timer = setTimeout(() => {
      this.#timer = null;
      if (!this.#sending && this.#mayGo()) void this.send();
    }, pause);
  }

  async #after(before: Promise<void> | null): Promise<void> {
    await before;
    const work = this.read();
    if (this.#keeping.state === 'conflict' || this.place.same(work, this.#known.work) || !(this.place.ready?.(work) ?? true)) return;
    if (this.#keeping.state !== 'waiting') this.#set({ state: 'saving' });
    this.#sends(work);
    try {
      this.took(work, await this.place.send(work, this.#known.version, false));
    } catch (error) {
      if (this.refused(error)) return;
      if (error instanceof ApiError && error.passes) {
        this.#set({ state: 'waiting', sentence: until(error) });
        if (this.options.pause !== null) this.#schedule(error.wait === null ? RETRY : error.wait * 1000);
      } else {
        this.#sent = [];
        this.#set({ state: 'refused', sentence: (error as Error).message });
      }
    }
  }

  #sends(work: W): void {
    this.#sent = [...this.#sent, work].slice(-MOST_SENT);
  }

  #isOwn(work: W): boolean {
    return this.#equal(this.read(), work) || this.#sent.some((one) => this.#equal(one, work));
  }

  #equal(a: W, b: W): boolean {
    return (this.place.equal ?? this.place.same)(a, b);
  }

  /** The page goes away: what is not sent yet is sent without waiting; the copy in the browser stays until it is known to be kept. */
  #leave(): void {
    this.#keepNow();
    if (!this.#mayGo() || this.#sending) return;
    const work = this.read();
    const small = JSON.stringify(work).length < MOST_LEAVING;
    this.#sends(work);
    // Somebody who comes back sees what is kept here, and sends it again: it is the same, so nothing is asked.
    this.place.send(work, this.#known.version, small).then(
      (answer) => this.took(work, answer),
      (error) => this.#set({ state: 'waiting', sentence: until(error) }),
    );
  }

  #set(keeping: Keeping<W>): void {
    this.#keeping = keeping;
    this.#tell();
  }

  #tell(): void {
    for (const listener of this.#listeners) listener();
  }
}

/** What the work that is kept here waits for. */
function until(error: unknown): string {
  const status = error instanceof ApiError ? error.status : 0;
  if (status === 0) return say('beat.keep.connection');
  return status === 503 ? say('beat.keep.server') : say('beat.keep.moment');
}
