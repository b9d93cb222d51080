import type { Hit, Music, Row, Section } from '../api/types';
import { rowOrder } from '../music/order';
import type { PatternStore } from '../music/PatternStore';
import { bounded, hitAt } from '../music/pattern';
import { hitsIn, type Range } from '../music/range';
import { snapTicks } from '../music/time';
import { keyOfRow } from '../sound/Ears';
import { say } from '../words/words';
import { Folds } from './Folds';

export type Place = { row: number; at: number };
export type EditorState = {
  /** The section that is shown. */
  section: number;
  cursor: Place;
  range: Range | null;
  /** Hits shown before they are taken. */
  preview: { row: number; places: number[] }[] | null;
  /** What was done last, for those who listen. */
  said: string;
  canPaste: boolean;
  /** Bars that were checked and are right, until something is changed. */
  right: readonly number[];
  /** The hit at which its bar is shown: at once, after a rest, or at once with the focus. */
  atHit: { place: Place; at: 'once' | 'rest' | 'key' } | null;
  /** The bar whose number was pressed last: what is done to bars is shown there. */
  atBars: number | null;
  /** What is opened beside the sheet, over the panel. */
  opened: Opened | null;
  /** The row along which a hand paints, and by how many ticks. */
  painting: { row: number; ticks: number } | null;
};
export type Opened = 'hit' | 'row' | 'add' | 'type' | 'shelf' | 'files';

/** Where hands are on a sheet: the section that is shown, the cursor, what is marked, and which places there are. */
export class Cursor {
  #state: EditorState = {
    section: 0,
    cursor: { row: 0, at: 0 },
    range: null,
    preview: null,
    said: '',
    canPaste: false,
    right: [],
    atHit: null,
    atBars: null,
    opened: null,
    painting: null,
  };
  #listeners = new Set<() => void>();
  #anchor: Place | null = null;
  #paints = new Map<string, number>();

  constructor(
    readonly store: PatternStore,
    /** Grooves and counting words of the settings; the Workbench sets newer ones. */
    public music: Music,
    readonly folds = new Folds(),
  ) {}

  get state(): EditorState {
    return this.#state;
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

  /** The rows as they are drawn, from top to bottom. */
  get order(): number[] {
    return rowOrder(this.section.rows, this.music.order);
  }

  get length(): number {
    return this.section.bars * this.music.barTicks;
  }

  step(row: Row): number {
    return snapTicks(row.snap);
  }

  /** Ticks from hit to hit that a hand paints along a row: as it was last filled, or else its grid. */
  paintTicks(row: number): number {
    return this.#paints.get(keyOfRow(this.section.rows, row)) ?? this.step(this.section.rows[row] as Row);
  }

  /** @param ticks null for its grid */
  paintBy(row: number, ticks: number | null): void {
    const key = keyOfRow(this.section.rows, row);
    if (ticks === null) this.#paints.delete(key);
    else this.#paints.set(key, ticks);
  }

  /** A hand paints along a row, until null: what it paints by is shown. */
  paint(row: number | null): void {
    if (row !== null || this.#state.painting) this.set({ painting: row === null ? null : { row, ticks: this.paintTicks(row) } });
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

  show(section: number): void {
    if (section === this.#state.section) return;
    const rows = this.store.pattern.sections[section]?.rows.length ?? 1;
    const { cursor } = this.#state;
    this.set({ section, range: null, preview: null, cursor: { row: bounded(cursor.row, 0, Math.max(0, rows - 1)), at: 0 } });
    this.#anchor = null;
  }

  /** Puts the cursor down; what was marked is let go. */
  go(cursor: Place): void {
    this.#anchor = null;
    this.set({ cursor, range: null });
  }

  /** Puts the cursor down without letting go of what is marked. */
  point(cursor: Place): void {
    const known = this.#state.cursor;
    if (known.row !== cursor.row || known.at !== cursor.at) this.set({ cursor });
  }

  /** Brings the cursor back onto the sheet when its row or its bar has gone, with an undo for instance. */
  settle(): void {
    const { row, at } = this.#state.cursor;
    const here = bounded(row, 0, Math.max(0, this.section.rows.length - 1));
    const seen = this.isSeen(here) ? here : (this.next(here, 1) ?? this.next(here, -1) ?? here);
    this.point({ row: seen, at: at < this.length ? at : 0 });
  }

  /** The next row above (−1) or below that is not folded away; null when there is none. */
  next(row: number, way: 1 | -1): number | null {
    const { order } = this;
    for (let here = order.indexOf(row) + way; here >= 0 && here < order.length; here += way) {
      const found = order[here] ?? 0;
      if (this.isSeen(found)) return found;
    }
    return null;
  }

  private isSeen(row: number): boolean {
    return !this.folds.isHidden(this.section.rows, row);
  }

  /** Marks from where marking began to this place, both included. */
  markTo(place: Place): void {
    const from = this.#anchor ?? this.#state.cursor;
    this.#anchor = from;
    const [rowA, rowB] = [this.section.rows[from.row], this.section.rows[place.row]];
    if (!rowA || !rowB) return;
    const { order } = this;
    const rows = [order.indexOf(from.row), order.indexOf(place.row)];
    const ends = [from.at + this.step(rowA), place.at + this.step(rowB)];
    this.mark({
      section: this.index,
      rows: order.slice(Math.min(...rows), Math.max(...rows) + 1),
      from: Math.min(from.at, place.at),
      to: Math.min(this.length, Math.max(...ends)),
    });
    this.set({ cursor: place });
  }

  startMark(place: Place): void {
    this.#anchor = place;
    this.markTo(place);
  }

  mark(range: Range | null): void {
    this.set({ range });
    if (range) this.say(say('edit.marked', { count: hitsIn(this.store.pattern, range).length }));
  }

  markBars(first: number, last = first): void {
    const { barTicks } = this.music;
    const [from, to] = [Math.min(first, last), Math.max(first, last) + 1];
    this.mark({ section: this.index, rows: this.order, from: from * barTicks, to: to * barTicks });
  }

  markRow(row: number): void {
    this.mark({ section: this.index, rows: [row], from: 0, to: this.length });
  }

  /** Marks more with every press: the bar of this row, the row, the bar of all rows, everything. */
  markMore(): void {
    const { cursor, range } = this.#state;
    const bar = Math.floor(cursor.at / this.music.barTicks) * this.music.barTicks;
    const section = this.index;
    const [mine, all] = [[cursor.row], this.order];
    const steps: Range[] = [
      { section, rows: mine, from: bar, to: bar + this.music.barTicks },
      { section, rows: mine, from: 0, to: this.length },
      { section, rows: all, from: bar, to: bar + this.music.barTicks },
      { section, rows: all, from: 0, to: this.length },
    ];
    const now = steps.findIndex((one) => JSON.stringify(one) === JSON.stringify(range));
    this.mark(steps[(now + 1) % steps.length] ?? null);
  }

  /** Ticks of the bars that are marked, from the first to behind the last; null when nothing is. */
  markedBars(): { from: number; to: number } | null {
    return this.#marked(this.music.barTicks);
  }

  /** Ticks of the beats that are marked, which may begin and end within a bar. */
  markedBeats(): { from: number; to: number } | null {
    return this.#marked(this.music.beatTicks);
  }

  #marked(unit: number): { from: number; to: number } | null {
    const { range } = this.#state;
    if (!range || range.section !== this.index) return null;
    const from = Math.floor(range.from / unit) * unit;
    const to = Math.min(this.length, Math.ceil(range.to / unit) * unit);
    // Its bars may have gone, with an undo for instance.
    return to > from ? { from, to } : null;
  }

  isMarked({ row, at }: Place): boolean {
    const { range } = this.#state;
    return range?.section === this.index && range.rows.includes(row) && at >= range.from && at < range.to;
  }

  /** What an action is about: what is marked, else the hit at the cursor. */
  targets(): Range {
    const { cursor, range } = this.#state;
    if (range && range.section === this.index) return range;
    const row = this.section.rows[cursor.row];
    const at = row ? this.source(row, cursor.at) : cursor.at;
    return { section: this.index, rows: [cursor.row], from: at, to: at + 1 };
  }

  targetHits(): Hit[] {
    return hitsIn(this.store.pattern, this.targets());
  }

  /** How often something was said, and whether the last time was within a gesture. */
  protected sayings = 0;
  protected saidInGesture = false;

  say(said: string): void {
    this.sayings++;
    this.saidInGesture = this.store.isInGesture;
    this.set({ said });
  }

  /** Closes bars that are right with a double bar; the next change opens them. */
  closeBars(right: number[]): void {
    this.set({ right });
    if (right.length === 0) return;
    const end = this.store.subscribe(() => {
      end();
      this.set({ right: [] });
    });
  }

  /** Shows what is done to a hit at the hit; null where nothing is to be shown. */
  openHit(place: Place | null, at: 'once' | 'rest' | 'key' = 'once'): void {
    if (place !== null || this.#state.atHit !== null) this.set({ atHit: place && this.hit(place) ? { place, at } : null });
  }

  /** Shows what is done to the marked bars at the number of one of them; null where nothing is to be shown. */
  openBars(atBars: number | null): void {
    if (atBars !== this.#state.atBars) this.set({ atBars });
  }

  /** Opens what there is to a hit, a row or what comes in, beside the sheet; null goes back to the panel. */
  open(opened: Opened | null): void {
    if (opened !== this.#state.opened) this.set({ opened, atHit: null, atBars: null });
  }

  preview(preview: EditorState['preview']): void {
    this.set({ preview });
  }

  protected set(change: Partial<EditorState>): void {
    this.#state = { ...this.#state, ...change };
    for (const listener of this.#listeners) listener();
  }
}
