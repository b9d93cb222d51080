import type { Catalogue, Music, Row } from '../api/types';
import type { PatternStore } from '../music/PatternStore';
import { hitAt, velocityOf, withHit, withoutHit, withVelocity } from '../music/pattern';
import type { Player } from '../sound/Player';
import { STEM_LEAST, STEM_MOST } from './geometry';

export type Place = { row: number; at: number };
type Gesture = {
  place: Place;
  kind: 'waiting-hit' | 'waiting-new' | 'paint' | 'erase' | 'shape';
  startX: number;
  startY: number;
  velocity: number;
  last: number;
};

/** Pixels that a pointer must travel before a press becomes a drag. */
const SLACK = 6;
const VELOCITY_PER_PIXEL = 127 / (STEM_MOST - STEM_LEAST) / 1.6;

export function levelName(levels: Catalogue['levels'], velocity: number): string {
  return levels.filter((level) => velocity >= level.lowest).at(-1)?.name ?? '';
}

/**
 * What hands do on a sheet, by mouse, pen, finger or key. The browser's default for the rest (pinch, scroll, context menu) stays.
 * A drag up or down shapes the hit under it; a drag along the row paints from an empty place and erases from a hit.
 */
export class SheetHands {
  #gesture: Gesture | null = null;
  #entry: number;

  constructor(
    private readonly store: PatternStore,
    private readonly catalogue: Catalogue,
    private readonly music: Music,
    private readonly player: Player,
    private readonly say: (text: string) => void,
    readonly focused: (place: Place) => void,
  ) {
    this.#entry = catalogue.levels.find((level) => level.name === 'firm')?.entry ?? 90;
  }

  step(row: Row): number {
    return this.catalogue.snaps.find((snap) => snap.name === (row.snap ?? '16'))?.ticks ?? 240;
  }

  down(event: React.PointerEvent<HTMLElement>, place: Place): void {
    if (event.button !== 0) return;
    const row = this.#row(place.row);
    const hit = row && hitAt(row, place.at);
    const cell = event.currentTarget;
    this.focused(place);
    cell.focus({ preventScroll: true });
    this.store.begin();
    this.#gesture = {
      place,
      kind: hit ? 'waiting-hit' : 'waiting-new',
      startX: event.clientX,
      startY: event.clientY,
      velocity: hit ? velocityOf(hit) : this.#entry,
      last: place.at,
    };
    if (!hit) this.#add(place);
    // The pointer is followed by the whole document, so that a drag may leave the row and come back.
    const line = cell.parentElement as HTMLElement;
    const move = (moved: PointerEvent) => moved.pointerId === event.pointerId && this.#move(moved, line);
    const up = (ended: PointerEvent) => {
      if (ended.pointerId !== event.pointerId) return;
      document.removeEventListener('pointermove', move);
      document.removeEventListener('pointerup', up);
      document.removeEventListener('pointercancel', up);
      this.#up(ended.type === 'pointercancel');
    };
    document.addEventListener('pointermove', move);
    document.addEventListener('pointerup', up);
    document.addEventListener('pointercancel', up);
  }

  /** @returns the place of the cursor after the key, or null when the key is not one of the sheet's */
  key(key: string, shift: boolean, cursor: Place): Place | null {
    const rows = this.store.pattern.sections[0]?.rows ?? [];
    const row = rows[cursor.row];
    if (!row) return null;
    const step = this.step(row);
    const end = (this.store.pattern.sections[0]?.bars ?? 1) * this.music.barTicks;
    const to = (next: Place): Place => {
      const target = rows[next.row];
      return target ? { row: next.row, at: next.at - (next.at % this.step(target)) } : cursor;
    };
    if (shift && (key === 'ArrowUp' || key === 'ArrowDown')) {
      this.#shape(cursor, key === 'ArrowUp' ? 6 : -6);
      return cursor;
    }
    switch (key) {
      case 'ArrowLeft':
        return { ...cursor, at: Math.max(0, cursor.at - step) };
      case 'ArrowRight':
        return { ...cursor, at: Math.min(end - step, cursor.at + step) };
      case 'ArrowUp':
        return to({ ...cursor, row: Math.max(0, cursor.row - 1) });
      case 'ArrowDown':
        return to({ ...cursor, row: Math.min(rows.length - 1, cursor.row + 1) });
      case 'Home':
        return { ...cursor, at: 0 };
      case 'End':
        return { ...cursor, at: end - step };
      case 'Enter':
        if (hitAt(row, cursor.at)) this.#remove(cursor);
        else this.#add(cursor);
        return cursor;
      case 'Delete':
      case 'Backspace':
        this.#remove(cursor);
        return cursor;
      case '1':
      case '2':
      case '3':
      case '4': {
        const level = this.catalogue.levels[Number(key) - 1];
        if (level) {
          this.#entry = level.entry;
          this.#add(cursor, level.entry);
        }
        return cursor;
      }
      default:
        return null;
    }
  }

  #move(event: PointerEvent, line: HTMLElement): void {
    const gesture = this.#gesture;
    if (!gesture) return;
    const under = this.#cellUnder(event, line);
    const rise = gesture.startY - event.clientY;
    if (gesture.kind === 'waiting-hit' || gesture.kind === 'waiting-new') {
      if (under !== null && under !== gesture.place.at) gesture.kind = gesture.kind === 'waiting-new' ? 'paint' : 'erase';
      else if (Math.abs(rise) > SLACK && Math.abs(rise) > Math.abs(event.clientX - gesture.startX)) gesture.kind = 'shape';
      if (gesture.kind === 'erase') this.#remove(gesture.place);
    }
    if (gesture.kind === 'shape') {
      const { row, at } = gesture.place;
      const velocity = gesture.velocity + Math.round(rise * VELOCITY_PER_PIXEL);
      this.store.change(`Shape ${this.#label(row)}`, (pattern) => withVelocity(pattern, 0, row, at, velocity));
      this.#tell(gesture.place);
    } else if (under !== null && under !== gesture.last) {
      // Every cell between the last and this one, so that a fast hand leaves no gaps.
      const step = this.step(this.#row(gesture.place.row) as Row);
      const towards = Math.sign(under - gesture.last) * step;
      for (let at = gesture.last + towards; ; at += towards) {
        const place = { row: gesture.place.row, at };
        if (gesture.kind === 'paint') this.#add(place);
        else this.#remove(place);
        if (at === under) break;
      }
      gesture.last = under;
    }
  }

  #up(cancelled: boolean): void {
    const gesture = this.#gesture;
    this.#gesture = null;
    if (gesture?.kind === 'waiting-hit' && !cancelled) this.#remove(gesture.place);
    this.store.end();
  }

  /** The tick of the cell of the same row and line under the pointer's x; null outside. */
  #cellUnder(event: PointerEvent, line: HTMLElement): number | null {
    for (const cell of line.querySelectorAll<HTMLElement>('[data-cell]')) {
      const { left, right } = cell.getBoundingClientRect();
      if (event.clientX >= left && event.clientX < right) return Number(cell.dataset.cell?.split('-')[1]);
    }
    return null;
  }

  #add({ row, at }: Place, velocity = this.#entry): void {
    const target = this.#row(row);
    if (!target) return;
    const known = hitAt(target, at);
    if (known && velocityOf(known) === velocity) return;
    this.store.change(`${known ? 'Shape' : 'Add'} ${this.#label(row)}`, (pattern) => withHit(pattern, 0, row, { ...known, at, velocity }));
    if (!this.player.state.playing) void this.player.audition(target.instrument, velocity);
    this.#tell({ row, at });
  }

  #remove({ row, at }: Place): void {
    this.store.change(`Remove ${this.#label(row)}`, (pattern) => withoutHit(pattern, 0, row, at));
    this.#tell({ row, at });
  }

  #shape({ row, at }: Place, by: number): void {
    const target = this.#row(row);
    const hit = target && hitAt(target, at);
    if (!hit) return;
    this.store.change(`Shape ${this.#label(row)}`, (pattern) => withVelocity(pattern, 0, row, at, velocityOf(hit) + by));
    this.#tell({ row, at });
  }

  #tell({ row, at }: Place): void {
    const target = this.#row(row);
    const hit = target && hitAt(target, at);
    const place = this.music.words.find((word) => word.at === at)?.say ?? '';
    this.say(`${this.#label(row)}, ${place}: ${hit ? `${levelName(this.catalogue.levels, velocityOf(hit))} ${velocityOf(hit)}` : 'empty'}`);
  }

  #row(index: number): Row | undefined {
    return this.store.pattern.sections[0]?.rows[index];
  }

  #label(index: number): string {
    const name = this.#row(index)?.instrument;
    return this.catalogue.instruments.find((one) => one.name === name)?.label.toLowerCase() ?? '';
  }
}
