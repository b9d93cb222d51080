import { ApiError, api, at, reply } from '../api/client';
import type { Checked, Draft, HandedIn, Pattern } from '../api/types';
import { handIn, mayComeLater, presses } from '../keep/Presses';
import { type Keeping, type Known, type Left, SaveQueue } from '../keep/SaveQueue';
import type { PatternStore } from '../music/PatternStore';
import { sameMusic } from '../music/pattern';
import { keep, kept } from '../ui/storage';
import { say } from '../words/words';

/** A beat and the line about it. */
export type Work = { pattern: Pattern; note: string };

/** Under which a draft is kept in the browser. */
export const draftName = (partId: string): string => `draft ${partId}`;

/** The draft as the server last took it, where that is newer than the one given: a page opened without a connection may know less. */
export function newest(name: string, draft: Draft): Draft {
  const saved = kept<Draft>('saved', name);
  return saved && saved.version > draft.version ? saved : draft;
}

const knownOf = ({ version, pattern, note, savedAt }: Draft): Known<Work> => ({ version, work: { pattern, note }, savedAt });

/** A task that was there is not there any more: its teacher has taken it back, perhaps to change it. */
function takenBack(error: unknown): never {
  if (!(error instanceof ApiError) || error.status !== 404) throw error;
  throw new ApiError(404, say('beat.handIn.withdrawn'), error.body);
}

/** Keeps the draft of a beat, and hands it in. */
export class DraftQueue {
  #queue: SaveQueue<Work>;
  #note: string;
  #checked: Checked | null;
  #end: (() => void) | null = null;
  /**
   * @param store holds what was not sent when there is such a thing, else the draft's pattern
   * @param left  what was not sent
   */
  constructor(
    private readonly partId: string,
    private readonly store: PatternStore,
    draft: Draft,
    left: Left<Work> | null = null,
  ) {
    this.#note = left?.work.note ?? draft.note;
    this.#checked = draft.checked ?? null;
    this.#queue = new SaveQueue<Work>(
      draftName(partId),
      {
        send: (work, version, keepalive) => this.#save(work, version, keepalive),
        other: ({ body }) => (body.draft ? knownOf(body.draft as Draft) : null),
        same: (a, b) => a.pattern === b.pattern && a.note === b.note,
        equal: (a, b) => a.note === b.note && sameMusic(a.pattern, b.pattern),
        take: (work) => {
          this.#note = work.note;
          store.strike(say('beat.conflict.step'), () => work.pattern);
        },
      },
      knownOf(draft),
      () => ({ pattern: store.pattern, note: this.#note }),
      left,
    );
  }

  get keeping(): Keeping<Work> {
    return this.#queue.keeping;
  }

  /** Whether the browser could keep what is not sent. */
  get here(): boolean {
    return this.#queue.here;
  }

  /** What the requirements say of the beat as it was last kept; null where they are not ticked. */
  get checked(): Checked | null {
    return this.#checked;
  }

  get note(): string {
    return this.#note;
  }

  get subscribe() {
    return this.#queue.subscribe;
  }

  start(): void {
    this.#end = this.store.subscribe(() => this.#queue.changed());
    this.#queue.start();
  }

  stop(): void {
    this.#end?.();
    this.#end = null;
    this.#queue.stop();
  }

  setNote(note: string): void {
    this.#note = note;
    this.#queue.changed();
  }

  /**
   * @returns null when there is no connection: then the press is kept, with its time, and sent by itself
   *
   * @throws ApiError with the sentence to show
   */
  async handIn(): Promise<HandedIn | null> {
    await this.#queue.rest();
    const work = { pattern: this.store.pattern, note: this.#note };
    const at = new Date().toISOString().replace(/\.\d+Z$/, 'Z');
    const press = { part: this.partId, key: crypto.randomUUID(), at, version: this.#queue.version, ...work };
    try {
      const done = await handIn(press, false).catch(takenBack);
      this.#took(work, done.draft);
      this.#queue.took(work, done.draft);
      return done;
    } catch (error) {
      if (!this.#queue.refused(error)) this.#queue.changed();
      // What the server had was sent from here: the press goes on with its version.
      else if (this.#queue.keeping.state !== 'conflict') return this.handIn();
      if (!mayComeLater(error)) throw error;
      if (!presses.add(press)) throw new ApiError(0, say('beat.handIn.not'), (error as ApiError).body);
      return null;
    }
  }

  /**
   * Settles a conflict: mine replaces the other, or the other replaces mine (which undo brings back), or both stay: mine on the sheet,
   * the other among the kept beats.
   * @throws ApiError when the other one could not be kept
   */
  async settle(which: 'mine' | 'other' | 'both'): Promise<void> {
    const { keeping } = this.#queue;
    if (keeping.state !== 'conflict') return;
    if (which === 'both') {
      const { version } = keeping.other;
      await reply(api.POST('/api/parts/{id}/draft/states/{version}/keep', at({ id: this.partId, version })));
    }
    this.#queue.settle(which === 'other' ? 'other' : 'mine');
  }

  async #save(work: Work, version: number, keepalive: boolean) {
    const body = { version, ...work };
    const saved = await reply(api.PUT('/api/parts/{id}/draft', { ...at({ id: this.partId }), body, keepalive })).catch(takenBack);
    this.#checked = saved.checked ?? this.#checked;
    this.#took(work, saved);
    return saved;
  }

  #took(work: Work, { version, savedAt }: { version: number; savedAt: string | null }): void {
    keep('saved', draftName(this.partId), { version, ...work, savedAt });
  }
}
