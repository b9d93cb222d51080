import type { Catalogue, Freedom, Hit, Music, Pattern } from '../api/types';
import type { PatternStore } from '../music/PatternStore';
import { bounded, changedHit, hitAt, MOST_PUSH, velocityOf, withHit, withoutHit } from '../music/pattern';
import { type Clip, changed, copied, emptied, hitsIn, louder, moved, pasted, pushed, readClip } from '../music/range';
import { tickSeconds } from '../music/schedule';
import { type Entries, type Shape, shaped } from '../music/shapes';
import { hears, keyOfRow } from '../sound/Ears';
import type { Player } from '../sound/Player';
import { panWords } from '../ui/words';
import { say } from '../words/words';
import { Allowed } from './Allowed';
import { Clipboard, COPIED_HERE } from './Clipboard';
import { Cursor, type EditorState, type Place } from './Cursor';
import type { Folds } from './Folds';
import { levelWords, Words } from './Words';

export type { EditorState, Place };

const ROLLS = [1, 2, 3, 4, 5, 6, 7, 8];

/**
 * Everything that hands can do on a sheet, whatever they hold: mouse, finger, keys and the panels beside the sheet all come
 * through here. Where they are is the Cursor's business, what the task allows is in `allowed`, what is told in `words`, what was
 * copied in the clipboard; the pattern itself is in the store.
 */
export class Editor extends Cursor {
  readonly allowed: Allowed;
  readonly words: Words;
  #clipboard = new Clipboard();
  /** The newest step that nobody has told of yet. */
  #untold = '';

  constructor(
    store: PatternStore,
    readonly catalogue: Catalogue,
    music: Music,
    readonly player: Pick<Player, 'audition' | 'state' | 'silence' | 'alone'>,
    freedom: Freedom | null,
    offered: string[],
    folds?: Folds,
  ) {
    super(store, music, folds);
    this.allowed = new Allowed(freedom, offered);
    this.words = new Words(catalogue, this);
    store.onStep = (step, gesture) => this.#tellStep(step, gesture);
  }

  /** Every change is told once: by whoever made it, or else by the name of its step. */
  #tellStep(step: string, gesture: boolean): void {
    const before = this.sayings;
    const told = gesture && this.saidInGesture;
    this.#untold = told ? '' : step;
    queueMicrotask(() => {
      if (this.#untold === step && this.sayings === before) this.say(step);
    });
  }

  // — Hits

  /** @param velocity firm unless it is said: what was done to other hits changes nothing for the next one */
  add(place: Place, velocity = this.#firm): void {
    const row = this.section.rows[place.row];
    if (!row) return;
    const at = this.source(row, place.at);
    const known = hitAt(row, at);
    if (known && velocityOf(known) === velocity && !known.silent) return;
    const limit = this.catalogue.limits.hits;
    if (!known && this.section.rows.reduce((sum, one) => sum + one.hits.length, 0) >= limit) {
      this.say(say('edit.limit.hits', { limit }));
      return;
    }
    const hit: Hit = { ...known, at, velocity };
    this.store.change(say(known ? 'edit.step.shape' : 'edit.step.add', { place: this.words.spot(place) }), (pattern) =>
      withHit(pattern, this.index, place.row, hit),
    );
    if (!this.player.state.playing) void this.player.audition(row.instrument, velocity, row);
    this.tell(place);
  }

  remove(place: Place): void {
    const row = this.section.rows[place.row];
    if (!row) return;
    this.store.change(say('edit.step.remove', { place: this.words.spot(place) }), (pattern) =>
      withoutHit(pattern, this.index, place.row, this.source(row, place.at)),
    );
    this.tell(place);
  }

  toggle(place: Place): void {
    if (this.hit(place)) this.remove(place);
    else this.add(place);
  }

  get #firm(): number {
    return this.catalogue.levels.find((level) => level.name === 'firm')?.entry ?? 90;
  }

  /** Makes what is marked so loud, or else the hit at the cursor, which is added where there is none. */
  level(name: string): void {
    const entry = this.catalogue.levels.find((level) => level.name === name)?.entry;
    if (entry === undefined) return;
    if (this.state.range) {
      this.#change(say('edit.step.make', { level: levelWords(name) }), (hit) => ({ ...hit, velocity: entry }));
    } else {
      this.add(this.state.cursor, entry);
    }
  }

  shape(place: Place, velocity: number): void {
    const row = this.section.rows[place.row];
    if (!row) return;
    const exact = bounded(Math.round(velocity), 1, 127);
    this.store.change(say('edit.step.shape', { place: this.words.spot(place) }), (pattern) =>
      changedHit(pattern, this.index, place.row, this.source(row, place.at), { velocity: exact }),
    );
    this.tell(place);
  }

  /** Pushes a hit as it was when a drag began. */
  pushFrom(before: Pattern, place: Place, ticks: number): void {
    const row = this.section.rows[place.row];
    if (!row) return;
    const push = bounded(Math.round(ticks), -MOST_PUSH, MOST_PUSH);
    this.store.change(say('edit.step.push', { place: this.words.spot(place) }), () =>
      changedHit(before, this.index, place.row, this.source(row, place.at), { push }),
    );
    this.say(this.words.push(push));
  }

  /** Carries a hit, as it was when a drag began, to another place of its row; a hit that stands there gives way. */
  carry(before: Pattern, place: Place, at: number): void {
    const row = before.sections[this.index]?.rows[place.row];
    const hit = row && hitAt(row, this.source(row, place.at));
    if (!row || !hit) return;
    const to = { row: place.row, at: this.source(row, at) };
    this.store.change(say('edit.step.move', { place: this.words.spot(place) }), () =>
      withHit(withoutHit(before, this.index, place.row, hit.at), this.index, place.row, { ...hit, at: to.at }),
    );
    this.tell(to);
  }

  /** Carries all that is marked. @returns whether it stays within the section */
  carryMarked(before: Pattern, ticks: number): boolean {
    const range = this.targets();
    const next = moved(before, range, ticks, range.rows, this.length);
    if (next) this.store.change(say('edit.step.moveWhat', { what: this.#what() }), () => next);
    return next !== null;
  }

  /** What is marked has been carried: the marking follows. */
  shiftRange(ticks: number): void {
    const { range, cursor } = this.state;
    if (!range) return;
    this.set({ range: { ...range, from: range.from + ticks, to: range.to + ticks }, cursor: { ...cursor, at: cursor.at + ticks } });
  }

  /** All that is marked, so much louder or softer, earlier or later than it was when a drag began. */
  shapeMarked(before: Pattern, by: number): void {
    this.store.change(say('edit.step.shapeWhat', { what: this.#what() }), () => louder(before, this.targets(), Math.round(by)).pattern);
    this.#tellTargets();
  }

  pushMarked(before: Pattern, by: number): void {
    this.store.change(say('edit.step.pushWhat', { what: this.#what() }), () => pushed(before, this.targets(), Math.round(by)));
    this.#tellTargets();
  }

  // — Actions on what is marked, or on the hit at the cursor

  louder(by: number): void {
    const range = this.targets();
    const result = louder(this.store.pattern, range, by);
    if (hitsIn(this.store.pattern, range).length === 0) {
      this.say(say('edit.none.louder'));
      return;
    }
    this.store.change(`${by > 0 ? say('edit.step.louder') : say('edit.step.softer')}: ${this.#what()}`, () => result.pattern, true);
    if (result.by !== by) this.say(by > 0 ? say('edit.louder.most') : say('edit.softer.most'));
    else this.#tellTargets();
  }

  /** Shapes the dynamics of what is marked, or of the row at the cursor, by one of the usual ways. */
  shapeBy(shape: Shape, name: string): void {
    const { range, cursor } = this.state;
    const scope = range ?? { section: this.index, rows: [cursor.row], from: 0, to: this.length };
    const count = hitsIn(this.store.pattern, scope).length;
    if (count < 2) {
      this.say(say('edit.none.shape'));
      return;
    }
    const entries = Object.fromEntries(this.catalogue.levels.map((level) => [level.name, level.entry])) as Entries;
    const where = range ? say('edit.hits', { count }) : this.words.name(cursor.row);
    this.store.change(`${name}: ${where}`, (pattern) => shaped(pattern, scope, shape, entries));
  }

  /** All that is marked, or the hit at the cursor, exactly so early (−) or late (+), in milliseconds at this tempo. */
  pushTo(milliseconds: number): void {
    const ticks = bounded(Math.round(milliseconds / 1000 / tickSeconds(this.store.pattern)), -MOST_PUSH, MOST_PUSH);
    this.#change(say('edit.step.pushTo', { push: this.words.push(ticks) }), (hit) => ({ ...hit, push: ticks }));
  }

  /** How far a hit can be pushed, in milliseconds at this tempo. */
  get mostPush(): number {
    return Math.floor(MOST_PUSH * tickSeconds(this.store.pattern) * 1000);
  }

  /** Exactly so hard. */
  velocityTo(velocity: number): void {
    this.#change(say('edit.step.velocity', { velocity: Math.round(velocity) }), (hit) => ({
      ...hit,
      velocity: bounded(Math.round(velocity), 1, 127),
    }));
  }

  /** Added to the pan of its row, −1 to 1. */
  panTo(pan: number): void {
    this.#change(say('edit.step.pan', { pan: panWords(pan) }), (hit) => ({ ...hit, pan: bounded(pan, -1, 1) }));
  }

  /** Added to the tuning of its row, in semitones. */
  tuneTo(tune: number): void {
    this.#change(say('edit.step.tune', { count: tune }), (hit) => ({ ...hit, tune: bounded(tune, -12, 12) }));
  }

  /** Rows that the listener does not hear, or hears alone: those that are marked, or that of the cursor. The beat stays as it is. */
  listen(how: 'silence' | 'alone'): void {
    for (const row of this.targets().rows) this.player[how](keyOfRow(this.section.rows, row));
    const { ears } = this.player.state;
    const names = this.section.rows.flatMap((_, row) => (hears(ears, keyOfRow(this.section.rows, row)) ? [] : [this.words.name(row)]));
    this.say(names.length === 0 ? say('edit.hear.all') : say('edit.hear.not', { names: names.join(', ') }));
  }

  pushBy(by: number): void {
    const range = this.targets();
    const before = this.targetHits();
    if (before.length === 0) {
      this.say(say('edit.none.push'));
      return;
    }
    this.store.change(say('edit.step.pushWhat', { what: this.#what() }), (pattern) => pushed(pattern, range, by), true);
    this.say(`${this.words.push(this.targetHits()[0]?.push ?? 0)}`);
  }

  roll(strokes: number): void {
    this.#change(strokes > 1 ? say('edit.roll.of', { strokes }) : say('edit.roll.none'), (hit) => ({ ...hit, roll: strokes }));
  }

  rollBy(by: number): void {
    const now = this.targetHits()[0]?.roll ?? 1;
    this.roll(bounded(now + by, 1, ROLLS.length));
  }

  odds(percent: number): void {
    this.#change(say('edit.step.odds', { percent }), (hit) => ({ ...hit, odds: bounded(Math.round(percent), 1, 100) }));
  }

  /** Grace strokes before the hit; null takes them away. */
  ornament(ornament: NonNullable<Hit['ornament']> | null): void {
    this.#change(
      ornament === null ? say('edit.grace.none') : ornament === 'flam' ? say('edit.grace.flam') : say('edit.grace.drag'),
      (hit) => ({ ...hit, ornament }),
    );
  }

  /** The next of none, flam and drag. */
  nextOrnament(): void {
    const now = this.targetHits()[0]?.ornament ?? null;
    this.ornament(now === null ? 'flam' : now === 'flam' ? 'drag' : null);
  }

  hand(hand: NonNullable<Hit['hand']> | null): void {
    this.#change(hand === null ? say('edit.hand.none') : hand === 'R' ? say('edit.hand.R') : say('edit.hand.L'), (hit) => ({
      ...hit,
      hand,
    }));
  }

  /** Sticking of what is marked, or of the row: right and left in turn, or the right hand on every other step of the grid. */
  sticking(way: 'alternate' | 'leads'): void {
    const { range, cursor } = this.state;
    const scope = range ?? { section: this.index, rows: [cursor.row], from: 0, to: this.length };
    const count = hitsIn(this.store.pattern, scope).length;
    if (count === 0) {
      this.say(say('edit.none.hit'));
      return;
    }
    const name = way === 'alternate' ? say('edit.hands.alternate') : say('edit.hands.leads');
    this.store.change(`${name}: ${say('edit.hits', { count })}`, (pattern) => {
      const seen = new Map<number, number>();
      return changed(pattern, scope, (hit, row) => {
        const step = this.section.rows[row] ? this.step(this.section.rows[row]) : 240;
        const turn = way === 'alternate' ? (seen.get(row) ?? 0) : Math.floor(hit.at / step);
        seen.set(row, turn + 1);
        return { ...hit, hand: turn % 2 === 0 ? 'R' : 'L' };
      });
    });
    this.say(`${name}, ${say('edit.hits', { count })}`);
  }

  silence(): void {
    const silent = this.targetHits().some((hit) => !hit.silent);
    this.#change(silent ? say('edit.step.silence') : say('edit.step.sound'), (hit) => ({ ...hit, silent }));
  }

  clear(): void {
    const range = this.targets();
    const count = this.targetHits().length;
    if (count === 0) return;
    this.store.change(say('edit.step.removeWhat', { what: this.#what() }), (pattern) => emptied(pattern, range));
    this.say(say('edit.removed', { count }));
  }

  copy(): Clip | null {
    const clip = copied(this.store.pattern, this.targets());
    if (clip.rows.every((row) => row.hits.length === 0)) {
      this.say(say('edit.none.copy'));
      return null;
    }
    this.#clipboard.take(clip);
    this.set({ canPaste: true });
    this.say(say('edit.copied', { count: clip.rows.reduce((sum, row) => sum + row.hits.length, 0) }));
    return clip;
  }

  cut(): Clip | null {
    const clip = this.copy();
    if (clip) this.clear();
    return clip;
  }

  /** Lays a copy down at the cursor, from this tab or another one. */
  paste(from: Clip | null = this.#clipboard.held): void {
    if (!from) {
      this.say(say('edit.none.copied'));
      return;
    }
    const { cursor } = this.state;
    const known = new Set(this.catalogue.instruments.map((one) => one.name));
    if (from.rows.some((row) => !known.has(row.instrument))) {
      this.say(say('edit.paste.unknown'));
      return;
    }
    const at = this.state.range?.from ?? cursor.at;
    const { order } = this;
    const into = order.slice(order.indexOf(this.state.range?.rows[0] ?? cursor.row));
    const next = pasted(this.store.pattern, from, this.index, into, at, this.length);
    const hits = next.sections[this.index]?.rows.reduce((sum, one) => sum + one.hits.length, 0) ?? 0;
    if (hits > this.catalogue.limits.hits) {
      this.say(say('edit.paste.full', { limit: this.catalogue.limits.hits }));
      return;
    }
    this.store.change(say('edit.step.paste'), () => next);
    this.mark({
      section: this.index,
      rows: into.slice(0, from.rows.length),
      from: at,
      to: Math.min(this.length, at + from.ticks),
    });
    this.say(say('edit.pasted'));
  }

  /** Pastes a text from the clipboard: a copy of ours; or a whole pattern or cells of a spreadsheet, which the person is asked about. */
  pasteText(text: string): void {
    const clip = readClip(text);
    if (text === COPIED_HERE) this.paste();
    else if (clip) this.paste(clip);
    else if (text.includes('pulsanda-pattern')) this.onPattern?.(text);
    else if (text.includes('\t')) this.onFile?.(new File([text], say('edit.paste.file')));
    else if (text.trim() !== '' && this.onTyped) this.onTyped(text);
    else this.say(say('edit.paste.none'));
  }

  /** What to do with a whole pattern that is pasted. */
  onPattern: ((text: string) => void) | null = null;

  /** What to do with rows that were typed elsewhere and are pasted. */
  onTyped: ((text: string) => void) | null = null;

  /** What to do with a sound that is dropped or pasted. */
  onSound: ((file: File) => void) | null = null;

  /** What to do with a file that is dropped or pasted. */
  onFile: ((file: File) => void) | null = null;

  /** Moves in time by steps of the row, or between rows. */
  move(steps: number, rows: number): void {
    const range = this.targets();
    const { order } = this;
    const row = this.section.rows[range.rows[0] ?? 0];
    if (!row || this.targetHits().length === 0) {
      this.say(say('edit.none.move'));
      return;
    }
    const ticks = steps * this.step(row);
    const into = range.rows.flatMap((one) => order[order.indexOf(one) + rows] ?? []);
    const next = into.length < range.rows.length ? null : moved(this.store.pattern, range, ticks, into, this.length);
    if (!next) {
      this.say(say('edit.move.out'));
      return;
    }
    this.store.change(say('edit.step.moveWhat', { what: this.#what() }), () => next, true);
    const { cursor } = this.state;
    const to = { row: order[order.indexOf(cursor.row) + rows] ?? cursor.row, at: cursor.at + ticks };
    const shiftedRange = this.state.range && {
      ...range,
      rows: into,
      from: range.from + ticks,
      to: range.to + ticks,
    };
    this.set({ cursor: to, range: shiftedRange });
    this.tell(to);
  }

  tell(place: Place): void {
    this.say(this.words.place(place));
  }

  #tellTargets(): void {
    if (this.state.range) this.say(say('edit.changed', { count: this.targetHits().length }));
    else this.tell(this.state.cursor);
  }

  #change(name: string, change: (hit: Hit) => Hit): void {
    const range = this.targets();
    if (this.targetHits().length === 0) {
      this.say(say('edit.none.hit'));
      return;
    }
    this.store.change(`${name}: ${this.#what()}`, (pattern: Pattern) => changed(pattern, range, change));
    this.#tellTargets();
  }

  /** "kick", "5 hits". */
  #what(): string {
    const count = this.targetHits().length;
    return this.state.range ? say('edit.hits', { count }) : this.words.spot(this.state.cursor);
  }
}
