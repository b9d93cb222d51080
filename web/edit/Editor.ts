import type { Catalogue, Freedom, Hit, Music, Pattern, Row, Section } from '../api/types';
import type { PatternStore } from '../music/PatternStore';
import { bounded, changedHit, hitAt, MOST_PUSH, velocityOf, withHit, withoutHit } from '../music/pattern';
import { type Clip, changed, copied, emptied, hitsIn, louder, moved, pasted, pushed, type Range, readClip } from '../music/range';
import { tickSeconds } from '../music/schedule';
import { snapTicks } from '../music/time';
import type { Player } from '../sound/Player';
import { keep, kept } from '../ui/storage';
import { plural } from '../ui/words';

export type Place = { row: number; at: number };
export type EditorState = {
  /** The section that is shown. */
  section: number;
  cursor: Place;
  range: Range | null;
  /** Hits shown before they are taken. */
  preview: { row: number; places: number[] } | null;
  /** What was done last, for those who listen. */
  said: string;
  canPaste: boolean;
};

const CLIP = 'hits';
const ROLLS = [1, 2, 3, 4, 5, 6, 7, 8];

/**
 * Everything that hands can do on a sheet, whatever they hold: mouse, finger, keys and the panels beside the sheet all come
 * through here. Knows where the cursor is, what is marked, and what the task allows; the pattern itself is in the store.
 */
export class Editor {
  #state: EditorState = { section: 0, cursor: { row: 0, at: 0 }, range: null, preview: null, said: '', canPaste: false };
  #listeners = new Set<() => void>();
  #music: Music;
  #entry: number;
  #anchor: Place | null = null;
  #clip: Clip | null = null;

  constructor(
    readonly store: PatternStore,
    readonly catalogue: Catalogue,
    music: Music,
    readonly player: Pick<Player, 'audition' | 'state'>,
    /** What the task leaves open; null where everything is. */
    readonly freedom: Freedom | null,
    /** The instruments that the task offers. */
    readonly offered: string[],
  ) {
    this.#music = music;
    this.#entry = catalogue.levels.find((level) => level.name === 'firm')?.entry ?? 90;
  }

  get state(): EditorState {
    return this.#state;
  }

  get music(): Music {
    return this.#music;
  }

  set music(music: Music) {
    this.#music = music;
  }

  subscribe = (listener: () => void): (() => void) => {
    this.#listeners.add(listener);
    return () => this.#listeners.delete(listener);
  };

  get section(): Section {
    return (this.store.pattern.sections[this.#state.section] ?? this.store.pattern.sections[0]) as Section;
  }

  /** The index of the section that is shown, also just after one was taken away. */
  get index(): number {
    return Math.min(this.#state.section, this.store.pattern.sections.length - 1);
  }

  get length(): number {
    return this.section.bars * this.#music.barTicks;
  }

  step(row: Row): number {
    return snapTicks(row.snap);
  }

  /** Where a place of a row is written: within its own cycle. */
  source(row: Row, at: number): number {
    return row.cycle ? at % row.cycle : at;
  }

  hit(place: Place): Hit | undefined {
    const row = this.section.rows[place.row];
    return row && hitAt(row, this.source(row, place.at));
  }

  /** The places of a row that hands can reach: those of its grid, and hits off it. */
  places(row: Row, from = 0, to = this.length): number[] {
    const step = this.step(row);
    const places = new Set<number>();
    for (let at = Math.ceil(from / step) * step; at < to; at += step) places.add(at);
    for (const at of this.heardPlaces(row)) if (at >= from && at < to) places.add(at);
    return [...places].sort((a, b) => a - b);
  }

  /** Where the row's hits stand in the section, its cycle written out. */
  heardPlaces(row: Row): number[] {
    if (!row.cycle) return row.hits.map((hit) => hit.at);
    const places: number[] = [];
    for (let start = 0; start < this.length; start += row.cycle) {
      for (const hit of row.hits) if (hit.at < row.cycle && start + hit.at < this.length) places.push(start + hit.at);
    }
    return places;
  }

  // — Going about

  show(section: number): void {
    if (section === this.#state.section) return;
    const rows = this.store.pattern.sections[section]?.rows.length ?? 1;
    const { cursor } = this.#state;
    this.#set({ section, range: null, preview: null, cursor: { row: bounded(cursor.row, 0, Math.max(0, rows - 1)), at: 0 } });
    this.#anchor = null;
  }

  /** Puts the cursor down; what was marked is let go. */
  go(cursor: Place): void {
    this.#anchor = null;
    this.#set({ cursor, range: null });
  }

  /** Puts the cursor down without letting go of what is marked. */
  point(cursor: Place): void {
    const known = this.#state.cursor;
    if (known.row !== cursor.row || known.at !== cursor.at) this.#set({ cursor });
  }

  /** Brings the cursor back onto the sheet when its row or its bar has gone, with an undo for instance. */
  settle(): void {
    const { row, at } = this.#state.cursor;
    this.point({ row: bounded(row, 0, Math.max(0, this.section.rows.length - 1)), at: at < this.length ? at : 0 });
  }

  /** Marks from where marking began to this place, both included. */
  markTo(place: Place): void {
    const from = this.#anchor ?? this.#state.cursor;
    this.#anchor = from;
    const [rowA, rowB] = [this.section.rows[from.row], this.section.rows[place.row]];
    if (!rowA || !rowB) return;
    const ends = [from.at + this.step(rowA), place.at + this.step(rowB)];
    this.mark({
      section: this.index,
      first: Math.min(from.row, place.row),
      last: Math.max(from.row, place.row),
      from: Math.min(from.at, place.at),
      to: Math.min(this.length, Math.max(...ends)),
    });
    this.#set({ cursor: place });
  }

  startMark(place: Place): void {
    this.#anchor = place;
    this.markTo(place);
  }

  mark(range: Range | null): void {
    this.#set({ range });
    if (range) this.say(`${plural(hitsIn(this.store.pattern, range).length, 'hit')} marked`);
  }

  markBars(first: number, last = first): void {
    const { barTicks } = this.#music;
    const [from, to] = [Math.min(first, last), Math.max(first, last) + 1];
    this.mark({ section: this.index, first: 0, last: Math.max(0, this.section.rows.length - 1), from: from * barTicks, to: to * barTicks });
  }

  markRow(row: number): void {
    this.mark({ section: this.index, first: row, last: row, from: 0, to: this.length });
  }

  /** Marks more with every press: the bar of this row, the row, the bar of all rows, everything. */
  markMore(): void {
    const { cursor, range } = this.#state;
    const bar = Math.floor(cursor.at / this.#music.barTicks) * this.#music.barTicks;
    const last = Math.max(0, this.section.rows.length - 1);
    const section = this.index;
    const steps: Range[] = [
      { section, first: cursor.row, last: cursor.row, from: bar, to: bar + this.#music.barTicks },
      { section, first: cursor.row, last: cursor.row, from: 0, to: this.length },
      { section, first: 0, last, from: bar, to: bar + this.#music.barTicks },
      { section, first: 0, last, from: 0, to: this.length },
    ];
    const now = steps.findIndex((one) => JSON.stringify(one) === JSON.stringify(range));
    this.mark(steps[(now + 1) % steps.length] ?? null);
  }

  /** The bars that are marked from first to last, 0 for the first; null when nothing is. */
  markedBars(): { from: number; to: number } | null {
    const { range } = this.#state;
    if (!range || range.section !== this.index) return null;
    const { barTicks } = this.#music;
    return { from: Math.floor(range.from / barTicks) * barTicks, to: Math.ceil(range.to / barTicks) * barTicks };
  }

  /** What an action is about: what is marked, else the hit at the cursor. */
  targets(): Range {
    const { cursor, range } = this.#state;
    if (range && range.section === this.index) return range;
    const row = this.section.rows[cursor.row];
    const at = row ? this.source(row, cursor.at) : cursor.at;
    return { section: this.index, first: cursor.row, last: cursor.row, from: at, to: at + 1 };
  }

  targetHits(): Hit[] {
    return hitsIn(this.store.pattern, this.targets());
  }

  // — Hits

  add(place: Place, velocity = this.#entry): void {
    const row = this.section.rows[place.row];
    if (!row) return;
    const at = this.source(row, place.at);
    const known = hitAt(row, at);
    if (known && velocityOf(known) === velocity && !known.silent) return;
    const limit = this.catalogue.limits.hits;
    if (!known && this.section.rows.reduce((sum, one) => sum + one.hits.length, 0) >= limit) {
      this.say(`A section holds ${limit} hits at most; take some out first`);
      return;
    }
    const hit: Hit = { ...known, at, velocity };
    this.store.change(`${known ? 'Shape' : 'Add'} ${this.name(place.row)}`, (pattern) => withHit(pattern, this.index, place.row, hit));
    if (!this.player.state.playing) void this.player.audition(row.instrument, velocity, row);
    this.tell(place);
  }

  remove(place: Place): void {
    const row = this.section.rows[place.row];
    if (!row) return;
    this.store.change(`Remove ${this.name(place.row)}`, (pattern) =>
      withoutHit(pattern, this.index, place.row, this.source(row, place.at)),
    );
    this.tell(place);
  }

  toggle(place: Place): void {
    if (this.hit(place)) this.remove(place);
    else this.add(place);
  }

  /** How hard new hits are, and those that are marked. */
  level(name: string): void {
    const entry = this.catalogue.levels.find((level) => level.name === name)?.entry;
    if (entry === undefined) return;
    this.#entry = entry;
    if (this.#state.range) {
      this.#change(`Make ${name}`, (hit) => ({ ...hit, velocity: entry }));
    } else {
      this.add(this.#state.cursor, entry);
    }
  }

  shape(place: Place, velocity: number): void {
    const row = this.section.rows[place.row];
    if (!row) return;
    const exact = bounded(Math.round(velocity), 1, 127);
    this.store.change(`Shape ${this.name(place.row)}`, (pattern) =>
      changedHit(pattern, this.index, place.row, this.source(row, place.at), { velocity: exact }),
    );
    this.tell(place);
  }

  push(place: Place, ticks: number): void {
    const row = this.section.rows[place.row];
    if (!row) return;
    const push = bounded(Math.round(ticks), -MOST_PUSH, MOST_PUSH);
    this.store.change(`Push ${this.name(place.row)}`, (pattern) =>
      changedHit(pattern, this.index, place.row, this.source(row, place.at), { push }),
    );
    this.say(this.pushWords(push));
  }

  pushWords(ticks: number): string {
    const ms = Math.round(Math.abs(ticks) * tickSeconds(this.store.pattern) * 1000);
    return ticks === 0 ? 'in its place' : `${ms} ms ${ticks < 0 ? 'early' : 'late'}`;
  }

  // — Actions on what is marked, or on the hit at the cursor

  louder(by: number): void {
    const range = this.targets();
    const result = louder(this.store.pattern, range, by);
    if (hitsIn(this.store.pattern, range).length === 0) {
      this.say('There is no hit here to make louder or softer');
      return;
    }
    this.store.change(`${by > 0 ? 'Louder' : 'Softer'}: ${this.#what()}`, () => result.pattern);
    if (result.by !== by)
      this.say(`As ${by > 0 ? 'loud' : 'soft'} as it goes: ${by > 0 ? 'the loudest hit is at 127' : 'the softest hit is at 1'}`);
    else this.#tellTargets();
  }

  pushBy(by: number): void {
    const range = this.targets();
    const before = this.targetHits();
    if (before.length === 0) {
      this.say('There is no hit here to push');
      return;
    }
    this.store.change(`Push ${this.#what()}`, (pattern) => pushed(pattern, range, by));
    this.say(`${this.pushWords(this.targetHits()[0]?.push ?? 0)}`);
  }

  roll(strokes: number): void {
    this.#change(strokes > 1 ? `Roll of ${strokes}` : 'No roll', (hit) => ({ ...hit, roll: strokes }));
  }

  rollBy(by: number): void {
    const now = this.targetHits()[0]?.roll ?? 1;
    this.roll(bounded(now + by, 1, ROLLS.length));
  }

  odds(percent: number): void {
    this.#change(`Odds ${percent} percent`, (hit) => ({ ...hit, odds: bounded(Math.round(percent), 1, 100) }));
  }

  silence(): void {
    const silent = this.targetHits().some((hit) => !hit.silent);
    this.#change(silent ? 'Silence' : 'Sound again', (hit) => ({ ...hit, silent }));
  }

  clear(): void {
    const range = this.targets();
    const count = this.targetHits().length;
    if (count === 0) return;
    this.store.change(`Remove ${this.#what()}`, (pattern) => emptied(pattern, range));
    this.say(`${plural(count, 'hit')} removed`);
  }

  copy(): Clip | null {
    const clip = copied(this.store.pattern, this.targets());
    if (clip.rows.every((row) => row.hits.length === 0)) {
      this.say('There is no hit here to copy; mark some first');
      return null;
    }
    this.#clip = clip;
    keep('copied', CLIP, clip);
    this.#set({ canPaste: true });
    this.say(
      `${plural(
        clip.rows.reduce((sum, row) => sum + row.hits.length, 0),
        'hit',
      )} copied`,
    );
    return clip;
  }

  cut(): Clip | null {
    const clip = this.copy();
    if (clip) this.clear();
    return clip;
  }

  /** Lays a copy down at the cursor, from this tab or another one. */
  paste(from: Clip | null = this.#clip ?? readClip(JSON.stringify(kept('copied', CLIP)))): void {
    if (!from) {
      this.say('Nothing has been copied yet');
      return;
    }
    const { cursor } = this.#state;
    const known = new Set(this.catalogue.instruments.map((one) => one.name));
    if (from.rows.some((row) => !known.has(row.instrument))) {
      this.say('What was copied names an instrument that is not in the catalogue, so nothing was pasted');
      return;
    }
    const at = this.#state.range?.from ?? cursor.at;
    const row = this.#state.range?.first ?? cursor.row;
    const next = pasted(this.store.pattern, from, this.index, row, at, this.length);
    const hits = next.sections[this.index]?.rows.reduce((sum, one) => sum + one.hits.length, 0) ?? 0;
    if (hits > this.catalogue.limits.hits) {
      this.say(`A section holds ${this.catalogue.limits.hits} hits at most, so nothing was pasted`);
      return;
    }
    this.store.change('Paste', () => next);
    this.mark({
      section: this.index,
      first: row,
      last: Math.min(this.section.rows.length - 1, row + from.rows.length - 1),
      from: at,
      to: Math.min(this.length, at + from.ticks),
    });
    this.say('Pasted');
  }

  /** Pastes a text from the clipboard: a copy of ours, or a whole pattern, which the person is asked about. */
  pasteText(text: string): void {
    const clip = readClip(text);
    if (clip) this.paste(clip);
    else if (text.includes('pulsanda-pattern')) this.onPattern?.(text);
    else this.say('The clipboard holds no hits and no pattern, so nothing was pasted');
  }

  /** What to do with a whole pattern that is pasted. */
  onPattern: ((text: string) => void) | null = null;

  /** Moves in time by steps of the row, or between rows. */
  move(steps: number, rows: number): void {
    const range = this.targets();
    const row = this.section.rows[range.first];
    if (!row || this.targetHits().length === 0) {
      this.say('There is no hit here to move');
      return;
    }
    const ticks = steps * this.step(row);
    const next = moved(this.store.pattern, range, ticks, rows, this.length);
    if (!next) {
      this.say('That would leave the section');
      return;
    }
    this.store.change(`Move ${this.#what()}`, () => next);
    const { cursor } = this.#state;
    const to = { row: cursor.row + rows, at: cursor.at + ticks };
    const shiftedRange = this.#state.range && {
      ...range,
      first: range.first + rows,
      last: range.last + rows,
      from: range.from + ticks,
      to: range.to + ticks,
    };
    this.#set({ cursor: to, range: shiftedRange });
    this.tell(to);
  }

  preview(preview: EditorState['preview']): void {
    this.#set({ preview });
  }

  // — Rows that the task knows about

  /** Why an instrument cannot be added; null when it can. */
  whyNot(instrument: string): string | null {
    if (!this.freedom) return null;
    if (this.freedom.forbidden?.includes(instrument)) return 'The task does not allow it.';
    if (!this.freedom.rows && !this.offered.includes(instrument)) return 'The task works with its own instruments.';
    return null;
  }

  /** Why a row cannot be removed or given another instrument; null when it can. */
  whyKept(row: number): string | null {
    const instrument = this.section.rows[row]?.instrument ?? '';
    const others = this.section.rows.filter((one, i) => i !== row && one.instrument === instrument).length;
    return others === 0 && this.freedom?.required?.includes(instrument) ? 'The task needs this row.' : null;
  }

  // — Words

  name(row: number): string {
    const instrument = this.section.rows[row]?.instrument;
    return this.catalogue.instruments.find((one) => one.name === instrument)?.label.toLowerCase() ?? '';
  }

  levelName(velocity: number): string {
    return this.catalogue.levels.filter((level) => velocity >= level.lowest).at(-1)?.name ?? '';
  }

  /** "firm, 90", with what else the hit carries; "empty". */
  hitWords(hit: Hit | undefined): string {
    if (!hit) return 'empty';
    const more = [
      (hit.roll ?? 1) > 1 && `roll of ${hit.roll}`,
      hit.push && this.pushWords(hit.push),
      (hit.odds ?? 100) < 100 && `${hit.odds} percent of the time`,
      hit.silent && 'silenced',
    ].filter(Boolean);
    return [`${this.levelName(velocityOf(hit))}, ${velocityOf(hit)}`, ...more].join(', ');
  }

  say(said: string): void {
    this.#set({ said });
  }

  tell(place: Place): void {
    const where = this.#music.words.findLast((word) => word.at <= place.at);
    const off = where && where.at !== place.at ? 'just after ' : '';
    this.say(`${this.name(place.row)}, ${off}${where?.say ?? ''}: ${this.hitWords(this.hit(place))}`);
  }

  #tellTargets(): void {
    if (this.#state.range) this.say(`${plural(this.targetHits().length, 'hit')} changed`);
    else this.tell(this.#state.cursor);
  }

  #change(name: string, change: (hit: Hit) => Hit): void {
    const range = this.targets();
    if (this.targetHits().length === 0) {
      this.say('There is no hit here; add one, or mark some');
      return;
    }
    this.store.change(`${name}: ${this.#what()}`, (pattern: Pattern) => changed(pattern, range, change));
    this.#tellTargets();
  }

  /** "kick", "5 hits". */
  #what(): string {
    const count = this.targetHits().length;
    return this.#state.range ? plural(count, 'hit') : this.name(this.#state.cursor.row);
  }

  #set(change: Partial<EditorState>): void {
    this.#state = { ...this.#state, ...change };
    for (const listener of this.#listeners) listener();
  }
}
