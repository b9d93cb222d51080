import type { Pattern } from '../api/types';
import { velocityOf } from '../music/pattern';
import type { Geometry } from '../sheet/geometry';
import type { Editor, Place } from './Editor';

type Kind = 'press-hit' | 'press-empty' | 'tap-empty' | 'paint' | 'erase' | 'shape' | 'push' | 'mark';
type Gesture = {
  pointer: number;
  place: Place;
  kind: Kind;
  onHead: boolean;
  startX: number;
  startY: number;
  /** What all that is marked was, where the press is on a marked hit. */
  marked: Pattern | null;
  /** Of the hit under the first press. */
  velocity: number;
  push: number;
  last: number;
  hold: ReturnType<typeof setTimeout> | null;
  /** When the pointer went down, in milliseconds of its events. */
  since: number;
  /** What it was before it rested. */
  before: Kind | null;
};

/** Pixels that a pointer must travel before a press becomes a drag. */
const SLACK = 6;
/** Milliseconds that a finger rests before it marks. */
const HOLD = 450;
const HEAD_REACH = { mouse: 8, touch: 13 };

/**
 * What pointers do on a sheet. The browser's default for the rest (pinch, scroll, context menu) stays. On an empty place: a press adds
 * (a finger: when it lifts), a drag along the row paints. On a hit: a press removes, a drag up or down shapes and sweeps on over
 * its neighbours, the head dragged sideways pushes, the place dragged sideways erases. With Shift, or after a rest: marks.
 */
export class SheetHands {
  #gesture: Gesture | null = null;

  constructor(
    private readonly editor: Editor,
    private geometry: () => Geometry,
  ) {}

  /** Whether the page must not scroll under the finger now. */
  get holds(): boolean {
    return this.#gesture !== null && this.#gesture.kind !== 'tap-empty';
  }

  down(event: React.PointerEvent<HTMLElement>, place: Place): void {
    if (event.button !== 0 || this.#gesture) return;
    const { editor } = this;
    const touch = event.pointerType === 'touch';
    const hit = editor.hit(place);
    const cell = event.currentTarget;
    this.#gesture = {
      pointer: event.pointerId,
      place,
      kind: hit ? 'press-hit' : touch ? 'tap-empty' : 'press-empty',
      onHead: hit !== undefined && this.#isOnHead(event, cell, touch ? HEAD_REACH.touch : HEAD_REACH.mouse),
      marked: hit && editor.isMarked(place) ? editor.store.pattern : null,
      startX: event.clientX,
      startY: event.clientY,
      velocity: hit ? velocityOf(hit) : 0,
      push: hit?.push ?? 0,
      last: place.at,
      hold: touch ? setTimeout(() => this.#rest(), HOLD) : null,
      since: event.timeStamp,
      before: null,
    };
    cell.focus({ preventScroll: true });
    if (event.shiftKey && !touch) {
      this.#gesture.kind = 'mark';
      editor.markTo(place);
    } else {
      // What is marked stays so while hands work in it.
      if (editor.isMarked(place)) editor.point(place);
      else editor.go(place);
      editor.store.begin();
      if (this.#gesture.kind === 'press-empty') {
        editor.add(place);
        this.#gesture.velocity = velocityOf(editor.hit(place) ?? { at: 0 });
      }
    }
    // The pointer is followed by the whole document, so that a drag may leave the row and come back.
    const line = cell.parentElement as HTMLElement;
    const move = (moved: PointerEvent) => moved.pointerId === this.#gesture?.pointer && this.#move(moved, line);
    const up = (ended: PointerEvent) => {
      if (ended.pointerId !== event.pointerId) return;
      document.removeEventListener('pointermove', move);
      document.removeEventListener('pointerup', up);
      document.removeEventListener('pointercancel', up);
      this.#up(ended.type === 'pointercancel', ended.timeStamp);
    };
    document.addEventListener('pointermove', move);
    document.addEventListener('pointerup', up);
    document.addEventListener('pointercancel', up);
  }

  #move(event: PointerEvent, line: HTMLElement): void {
    const gesture = this.#gesture;
    if (!gesture) return;
    const { editor } = this;
    const rise = gesture.startY - event.clientY;
    const along = event.clientX - gesture.startX;
    if (gesture.kind === 'mark') {
      const place = placeUnder(event);
      if (Math.hypot(rise, along) > SLACK) gesture.before = null;
      if (place) editor.markTo(place);
      return;
    }
    const under = this.#cellUnder(event, line);
    if (Math.hypot(rise, along) > SLACK && gesture.hold) {
      clearTimeout(gesture.hold);
      gesture.hold = null;
    }
    this.#decide(gesture, rise, along, under);
    if (gesture.kind === 'push') {
      const by = along / this.geometry().tickWidth;
      if (gesture.marked) editor.pushMarked(gesture.marked, by);
      else editor.push(gesture.place, gesture.push + by);
    } else if (gesture.kind === 'shape') {
      const { least, most } = this.geometry().scale;
      const by = Math.round((rise * 127) / (most - least) / 1.6);
      // A sweep over neighbours gives them the height that the hand has there; empty places let it pass.
      const place = { row: gesture.place.row, at: under ?? gesture.last };
      if (under !== null) gesture.last = under;
      if (gesture.marked) editor.shapeMarked(gesture.marked, by);
      else if (editor.hit(place)) editor.shape(place, gesture.velocity + by);
    } else if ((gesture.kind === 'paint' || gesture.kind === 'erase') && under !== null && under !== gesture.last) {
      this.#along(gesture, under);
    }
  }

  /** What kind of drag a press turns into, once it has travelled. */
  #decide(gesture: Gesture, rise: number, along: number, under: number | null): void {
    const { editor } = this;
    const upright = Math.abs(rise) > SLACK && Math.abs(rise) > Math.abs(along);
    const sideways = under !== null && under !== gesture.place.at;
    if (gesture.kind === 'tap-empty' && Math.abs(along) > SLACK && Math.abs(along) > Math.abs(rise)) {
      gesture.kind = 'paint';
      editor.add(gesture.place);
    } else if (gesture.kind === 'press-empty') {
      if (upright) gesture.kind = 'shape';
      else if (sideways) gesture.kind = 'paint';
    } else if (gesture.kind === 'press-hit') {
      if (upright) gesture.kind = 'shape';
      else if (gesture.onHead && Math.abs(along) > SLACK / 2) gesture.kind = 'push';
      else if (sideways) {
        gesture.kind = 'erase';
        editor.remove(gesture.place);
      }
    }
  }

  /** Every place between the last and this one, so that a fast hand leaves no gaps. */
  #along(gesture: Gesture, under: number): void {
    const { editor } = this;
    const row = editor.section.rows[gesture.place.row];
    if (!row) return;
    const [from, to] = [Math.min(gesture.last, under), Math.max(gesture.last, under)];
    for (const at of editor.places(row, from, to + 1)) {
      const place = { row: gesture.place.row, at };
      if (gesture.kind === 'erase') editor.remove(place);
      else if (at % editor.step(row) === 0) editor.add(place);
    }
    gesture.last = under;
  }

  /** A finger has rested: from here on it marks. */
  #rest(): void {
    const gesture = this.#gesture;
    if (!gesture) return;
    gesture.hold = null;
    gesture.before = gesture.kind;
    gesture.kind = 'mark';
    this.editor.store.cancel();
    this.editor.startMark(gesture.place);
    navigator.vibrate?.(12);
  }

  #up(cancelled: boolean, time: number): void {
    const gesture = this.#gesture;
    this.#gesture = null;
    if (!gesture) return;
    if (gesture.hold) clearTimeout(gesture.hold);
    if (cancelled) {
      this.editor.store.cancel();
      return;
    }
    if (gesture.before && time - gesture.since < HOLD) {
      // A busy page hears late that the finger has lifted: what counts is when it did.
      gesture.kind = gesture.before;
      this.editor.go(gesture.place);
      this.editor.store.begin();
    }
    if (gesture.kind === 'press-hit') this.editor.remove(gesture.place);
    if (gesture.kind === 'tap-empty') this.editor.add(gesture.place);
    this.editor.store.end();
  }

  /** The head stands at the bottom of its cell, in the middle or pushed off it. */
  #isOnHead(event: React.PointerEvent<HTMLElement>, cell: HTMLElement, reach: number): boolean {
    const box = cell.getBoundingClientRect();
    const x = Number(cell.dataset.head ?? box.width / 2);
    const y = box.height - this.geometry().scale.rise;
    return Math.abs(event.clientX - box.left - x) <= reach && Math.abs(event.clientY - box.top - y) <= reach;
  }

  /** The tick of the cell of the same row and line under the pointer's x; null outside. */
  #cellUnder(event: PointerEvent, line: HTMLElement): number | null {
    let found: number | null = null;
    for (const cell of line.querySelectorAll<HTMLElement>('[data-cell]')) {
      const { left, right } = cell.getBoundingClientRect();
      if (event.clientX >= left && event.clientX < right) found = Number(cell.dataset.cell?.split('-')[1]);
    }
    return found;
  }
}

function placeUnder(event: PointerEvent): Place | null {
  const cell = document.elementFromPoint(event.clientX, event.clientY)?.closest<HTMLElement>('[data-cell]');
  const [row, at] = cell?.dataset.cell?.split('-').map(Number) ?? [];
  return row === undefined || at === undefined ? null : { row, at };
}
