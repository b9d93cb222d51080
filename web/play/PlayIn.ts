import type { Hit, Music, Pattern, Row } from '../api/types';
import { placeInForm } from '../music/form';
import { median } from '../music/median';
import type { PatternStore } from '../music/PatternStore';
import { bounded, hitAt, withHit, withHits, withoutHit } from '../music/pattern';
import { rowChanged } from '../music/rows';
import { tickSeconds, written } from '../music/schedule';
import { snapTicks } from '../music/time';
import { keyOfRow } from '../sound/Ears';
import type { Player } from '../sound/Player';
import { keep, kept } from '../ui/storage';
import { say } from '../words/words';
import { gridOf } from './grid';
import { MOST_LATENCY } from './latency';
import { FINEST, type Placed, placed } from './place';

/** Two strokes of a row so many seconds apart are one with a grace stroke. */
const FLAM = 0.04;
/** Seconds after the end of a pass in which its last strokes may still come. */
const LATE = 0.15;
/** Takes that are kept. */
const MOST_TAKES = 12;

/** A stroke of a hand. */
export type Struck = {
  /** Of the section that is shown. */
  row: number;
  velocity: number;
  /** Milliseconds as events have them. */
  stamp: number;
  /** Whose delay is taken off: pads, keys, microphone, or the name of a MIDI device. */
  device: string;
};
/** A stroke as it was written: its place, milliseconds off it, the tick of the section and the second of the audio clock of the hand. */
export type Stroke = { section: number; row: number; at: number; velocity: number; off: number; tick: number; time: number };
export type Take = { number: number; strokes: Stroke[]; lost: number; pattern: Pattern; device: string };
export type PlayInState = {
  armed: boolean;
  mode: 'replace' | 'over';
  /** The row that alone is played in, by its key; null for all. */
  only: string | null;
  takes: readonly Take[];
  /** Whether grids are found from how it was played. */
  finds: boolean;
  /** How far strokes are drawn to the grid as they come, in percent; null where they are not. */
  draws: number | null;
};

/** As much of the editor as is played into. */
export type Sheet = {
  store: PatternStore;
  index: number;
  section: { rows: Row[] };
  music: Music;
  catalogue: { limits: { hits: number } };
  say(sentence: string): void;
  words: { name(row: number): string };
};
export type Heard = Pick<Player, 'heardAt' | 'placeOf' | 'strike' | 'now' | 'range' | 'pattern' | 'subscribe' | 'state'>;

type Pass = {
  number: number;
  /** What struck it first. */
  device: string;
  before: Pattern;
  strokes: Stroke[];
  lost: number;
  cleared: Set<string>;
  /** Where the line was last, in ticks of the pass. */
  reached: number;
  last: Map<string, { time: number; at: number; velocity: number }>;
};

/**
 * Writes down what is struck while a beat plays: each stroke at its nearest place with the push that is left, a pass being one step of
 * undo. No framework in it; pads, keys, devices and the microphone all come through strike().
 */
export class PlayIn {
  #state: PlayInState = { armed: false, mode: 'replace', only: null, takes: [], finds: true, draws: null };
  #listeners = new Set<() => void>();
  #pass: Pass | null = null;
  #passes = 0;
  /** Hears each stroke before anything else does: where the delay is measured, nothing is written. */
  tap: ((struck: Struck) => void) | null = null;

  constructor(
    private readonly sheet: Sheet,
    private readonly player: Heard,
    /** Whether hits tell that a hand struck them: of a beat that will be handed in. */
    private readonly marks = false,
  ) {}

  /** Ends a pass when the player is stopped. @returns what ends this */
  follow(): () => void {
    let was = this.player.state.playing;
    const end = this.player.subscribe(() => {
      const { playing } = this.player.state;
      if (was && !playing) this.endPass(true);
      was = playing;
    });
    return () => {
      this.endPass();
      end();
    };
  }

  get state(): PlayInState {
    return this.#state;
  }

  subscribe = (listener: () => void): (() => void) => {
    this.#listeners.add(listener);
    return () => this.#listeners.delete(listener);
  };

  set(change: Partial<Pick<PlayInState, 'armed' | 'mode' | 'only' | 'finds' | 'draws'>>): void {
    if (change.armed === false) this.endPass();
    this.#change(change);
  }

  /** @param heard whether it is heard already, as a clap is */
  strike(struck: Struck, heard = false): void {
    const row = this.sheet.section.rows[struck.row];
    if (!row) return;
    const velocity = bounded(Math.round(struck.velocity), 1, 127);
    if (!heard) this.player.strike(row, velocity);
    if (this.tap) {
      this.tap(struck);
      return;
    }
    if (!this.#state.armed || (this.#state.only !== null && this.#state.only !== keyOfRow(this.sheet.section.rows, struck.row))) return;
    const time = this.player.heardAt(struck.stamp) - latencyOf(struck.device) / 1000;
    const where = this.player.placeOf(time);
    if (where) this.#write(row, struck, velocity, time, where);
  }

  /** Called again and again: a pass whose last strokes have come is a step of its own. */
  look(): void {
    const pass = this.#pass;
    if (!pass) return;
    const where = this.player.placeOf(this.player.now - LATE);
    if (where && where.pass > pass.number) this.endPass();
    else if (where?.pass === pass.number) pass.reached = where.place;
  }

  /**
   * Ends the pass that is going on, and keeps it as a take.
   *
   * @param halfway whether it was stopped: what stood behind the line is not replaced
   */
  endPass(halfway = false): void {
    const pass = this.#pass;
    if (!pass) return;
    this.#pass = null;
    if (halfway) this.#bringBack(pass);
    if (this.#state.finds) this.#findGrids(pass);
    this.sheet.store.end();
    if (pass.strokes.length === 0) return;
    const take = { number: ++this.#passes, strokes: pass.strokes, lost: pass.lost, pattern: this.sheet.store.pattern, device: pass.device };
    const off = Math.round(median(take.strokes.map((stroke) => Math.abs(stroke.off))));
    this.sheet.say(say('play.written', { number: take.number, count: take.strokes.length, off }));
    this.#change({ takes: [...this.#state.takes, take].slice(-MOST_TAKES) });
  }

  /** The rows of a take as they were then; everything else stays. */
  use(take: Take): void {
    const rows = new Set(take.strokes.map(({ section, row }) => `${section} ${row}`));
    this.sheet.store.strike(say('play.step.take', { number: take.number }), (pattern) => ({
      ...pattern,
      sections: pattern.sections.map((section, s) => ({
        ...section,
        rows: section.rows.map((row, r) => {
          const then = take.pattern.sections[s]?.rows[r];
          return rows.has(`${s} ${r}`) && then?.instrument === row.instrument ? { ...row, hits: then.hits, snap: then.snap ?? '16' } : row;
        }),
      })),
    }));
  }

  #write(shown: Row, struck: Struck, velocity: number, time: number, where: NonNullable<ReturnType<Heard['placeOf']>>): void {
    const { store, music } = this.sheet;
    const key = keyOfRow(this.sheet.section.rows, struck.row);
    const range = this.player.range;
    const here = this.#rowAt(Math.max(0, where.place), key);
    if (here?.target.instrument !== shown.instrument) return;
    const tick = here.tick + Math.min(0, where.place);
    const step = snapTicks(here.target.snap);
    let place = placed(music, tick, step, here.length);
    // A little before the end of a section is the first place of what comes next: another section, or the next pass.
    const ends = where.place - tick + here.length;
    const nextPass = (place.next && ends >= where.from + where.length) || (range !== null && place.at >= range.to);
    const into = place.next || nextPass ? this.#rowAt(nextPass ? where.from : ends, key) : here;
    if (into?.target.instrument !== shown.instrument) return;
    if (nextPass) place = { ...place, at: range?.from ?? 0 };
    const { section, row, target, length } = into;
    const pass = this.#begin(where.pass + (nextPass ? 1 : 0), struck.device);
    if (!nextPass) pass.reached = Math.max(pass.reached, where.place);
    // A hand that drags or takes back meanwhile ends the step: what comes after it is one again.
    store.begin();
    const spot = `${section} ${row}`;
    if (this.#state.mode === 'replace' && !pass.cleared.has(spot)) {
      pass.cleared.add(spot);
      const [from, to] = range ? [range.from, range.to] : [0, length];
      store.strike(this.#step(), (now) => withHits(now, section, row, (hits) => hits.filter((hit) => hit.at < from || hit.at >= to)));
    }
    const cycle = target.cycle ?? length;
    const before = pass.last.get(spot);
    const flam = before !== undefined && time - before.time < FLAM;
    const mine = pass.strokes.filter((one) => one.section === section && one.row === row);
    // In a later turn of a cycle or of a section the same place is struck again, and the newest stroke holds.
    const isTaken = (at: number) =>
      mine.some((one) => one.at === at % cycle && Math.abs(time - one.time) < tickSeconds(store.pattern) * step);
    for (let finer = step / 2; !flam && !place.next && finer >= FINEST && isTaken(place.at); finer /= 2) {
      place = placed(music, tick, finer, length);
    }
    const at = place.at % cycle;
    if (!flam && isTaken(at)) {
      pass.lost++;
      return;
    }
    const rows = store.pattern.sections[section]?.rows ?? [];
    const full = rows.reduce((sum, one) => sum + one.hits.length, 0) >= this.sheet.catalogue.limits.hits;
    if (full && !hitAt(rows[row] as Row, at)) {
      pass.lost++;
      this.sheet.say(say('edit.limit.hits', { limit: this.sheet.catalogue.limits.hits }));
      return;
    }
    const hit: Hit = {
      at,
      velocity: flam ? Math.max(velocity, before.velocity) : velocity,
      ...this.#pushed(place),
      ...(flam && { ornament: 'flam' as const }),
    };
    store.strike(this.#step(), (now) => withHit(flam ? withoutHit(now, section, row, before.at) : now, section, row, hit));
    // What this one took the place of is no stroke of its own any more.
    pass.strokes = pass.strokes.filter((one) => !(mine.includes(one) && (one.at === at || (flam && one.at === before.at))));
    pass.strokes.push({ section, row, at, velocity: hit.velocity ?? velocity, off: offOf(store.pattern, place), tick, time });
    pass.last.set(spot, { time, at, velocity });
  }

  /** The row of this key in the section that a tick of the pass lies in. */
  #rowAt(place: number, key: string): { section: number; row: number; target: Row; tick: number; length: number } | null {
    const { store, music } = this.sheet;
    const inForm = placeInForm(this.player.pattern ?? store.pattern, music.barTicks, place);
    const into = inForm && store.pattern.sections[inForm.section];
    if (!into) return null;
    const row = into.rows.findIndex((_, i) => keyOfRow(into.rows, i) === key);
    const target = into.rows[row];
    return target ? { section: inForm.section, row, target, tick: inForm.tick, length: into.bars * music.barTicks } : null;
  }

  /** The hits behind the line, of rows that were to be replaced. */
  #bringBack(pass: Pass): void {
    const { store, music } = this.sheet;
    const here = placeInForm(this.player.pattern ?? store.pattern, music.barTicks, pass.reached);
    if (!here) return;
    for (const spot of pass.cleared) {
      const [section = 0, row = 0] = spot.split(' ').map(Number);
      const behind = pass.before.sections[section]?.rows[row]?.hits.filter(({ at }) => at > here.tick) ?? [];
      if (section !== here.section || behind.length === 0) continue;
      store.strike(this.#step(), (pattern) =>
        withHits(pattern, section, row, (hits) => {
          const all = new Map([...behind, ...hits].map((hit) => [hit.at, hit]));
          return [...all.values()].sort((one, other) => one.at - other.at);
        }),
      );
    }
  }

  #begin(number: number, device: string): Pass {
    if (this.#pass && this.#pass.number < number) this.endPass();
    if (!this.#pass) {
      this.#pass = {
        number,
        device,
        before: this.sheet.store.pattern,
        strokes: [],
        lost: 0,
        cleared: new Set(),
        reached: 0,
        last: new Map(),
      };
      this.sheet.store.begin();
    }
    return this.#pass;
  }

  #step(): string {
    return say('play.step', { number: this.#passes + 1 });
  }

  /** Rows that were clearly played on another grid get it, and their strokes of this pass their places on it. */
  #findGrids(pass: Pass): void {
    const { store, music } = this.sheet;
    const rows = new Map<string, Stroke[]>();
    for (const stroke of pass.strokes) {
      const spot = `${stroke.section} ${stroke.row}`;
      rows.set(spot, [...(rows.get(spot) ?? []), stroke]);
    }
    for (const strokes of rows.values()) {
      const { section, row } = strokes[0] as Stroke;
      const into = store.pattern.sections[section];
      const old = into?.rows[row];
      if (!into || !old) continue;
      const now = old.snap ?? '16';
      const found = gridOf(
        strokes.map(({ tick }) => written(music, tick)),
        now,
      );
      if (found === now) continue;
      const length = into.bars * music.barTicks;
      const places = strokes.map(({ tick }) => placed(music, tick, snapTicks(found), length));
      const hits = strokes.flatMap(({ at }, i) => {
        const [hit, place] = [hitAt(old, at), places[i]];
        return hit && place ? [{ ...hit, at: place.at, push: 0, ...this.#pushed(place) }] : [];
      });
      const mine = new Set(strokes.map(({ at }) => at));
      const all = new Map([...old.hits.filter(({ at }) => !mine.has(at)), ...hits].map((hit) => [hit.at, hit]));
      const sorted = [...all.values()].sort((one, other) => one.at - other.at);
      store.strike(this.#step(), (pattern) => withHits(rowChanged(pattern, section, row, { snap: found }), section, row, () => sorted));
      strokes.forEach((stroke, i) => {
        const place = places[i];
        if (place) Object.assign(stroke, { at: place.at, off: offOf(store.pattern, place) });
      });
      this.sheet.say(say(found.endsWith('t') ? 'play.found.triplets' : 'play.found.straight', { name: this.sheet.words.name(row) }));
    }
  }

  /** What is left of a push once it is drawn, and where the hand struck. */
  #pushed({ push }: Placed): Pick<Hit, 'push' | 'struck'> {
    const left = Math.round((push * (100 - (this.#state.draws ?? 0))) / 100);
    return { ...(left !== 0 && { push: left }), ...(this.marks && { struck: push }) };
  }

  #change(change: Partial<PlayInState>): void {
    this.#state = { ...this.#state, ...change };
    for (const listener of this.#listeners) listener();
  }
}

/** Milliseconds that a stroke lies before or after its place. */
const offOf = (pattern: Pattern, { push }: Placed): number => Math.round(push * tickSeconds(pattern) * 10_000) / 10;

/** Milliseconds by which strokes of a device come late, as measured or typed. */
export function latencyOf(device: string): number {
  const value = kept<number>('setting', `latency ${device}`);
  return typeof value === 'number' ? bounded(value, 0, MOST_LATENCY) : 0;
}

/** Whether the delay of a device was measured or typed. */
export const isMeasured = (device: string): boolean => typeof kept('setting', `latency ${device}`) === 'number';

export function setLatency(device: string, milliseconds: number): void {
  keep('setting', `latency ${device}`, Math.round(bounded(milliseconds, 0, MOST_LATENCY)));
}
