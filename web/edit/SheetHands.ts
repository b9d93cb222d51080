import type { Pattern } from '../api/types';
import { velocityOf } from '../music/pattern';
import type { Geometry } from '../sheet/geometry';
import type { Editor, Place } from './Editor';

type Kind = 'press-hit' | 'press-empty' | 'tap-empty' | 'touch-hit' | 'scroll' | 'held' | 'paint' | 'erase' | 'shape' | 'carry' | 'mark';
type Gesture = {
  pointer: number;
  place: Place;
  kind: Kind;
  onHead: boolean;
  /** Pixels that it must travel before it is a drag. */
  slack: Slack;
  startX: number;
  startY: number;
  /** What the pattern was when the pointer went down. */
  before: Pattern;
  /** Whether the press is on a hit that is marked, so that all that is marked follows. */
  marked: boolean;
  /** Of the hit under the first press. */
  velocity: number;
  push: number;
  last: number;
  /** Ticks by which what is marked is carried. */
  carried: number;
  hold: ReturnType<typeof setTimeout> | null;
  /** When the pointer went down, in milliseconds of its events. */
  since: number;
  /** What it was before it rested. */
  rested: Kind | null;
};
type Slack = { along: number; rise: number };

/** Pixels: a click that drifts is a click, and what goes up or down must mean it. */
const SLACK: Record<'mouse' | 'touch', Slack> = { mouse: { along: 7, rise: 11 }, touch: { along: 10, rise: 14 } };
/** Milliseconds that a finger rests before it marks, or shapes the hit under it. */
const HOLD = 450;
const HEAD_REACH = { mouse: 8, touch: 13 };

/**
 * What pointers do on a sheet. The browser's default for the rest (pinch, scroll, context menu) stays. On an empty place: a press adds
 * (a finger: when it lifts), a drag along the row paints, by the note value that was last used for the row. On a hit: a press removes, a
 * drag up or down shapes and sweeps on over its neighbours. A drag sideways by the head carries the hit: within its own place it is
 * pushed, beyond it goes to another place. A drag sideways by the rest of it paints on where the row is empty, and erases where it begins
 * over hits. With Shift it marks.
 *
 * A finger that moves up or down scrolls, whatever is under it. After a rest on a hit it shapes, after a rest anywhere it marks.
 */
export class SheetHands {
  #gesture: Gesture | null = null;

  constructor(
    private readonly editor: Editor,
    private geometry: () => Geometry,
  ) {}

  /** Whether the page must not scroll under the finger now. */
  get holds(): boolean {
    const kind = this.#gesture?.kind;
    return kind !== undefined && kind !== 'tap-empty' && kind !== 'touch-hit' && kind !== 'scroll';
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
      kind: hit ? (touch ? 'touch-hit' : 'press-hit') : touch ? 'tap-empty' : 'press-empty',
      onHead: hit !== undefined && this.#isOnHead(event, cell, touch ? HEAD_REACH.touch : HEAD_REACH.mouse),
      slack: touch ? SLACK.touch : SLACK.mouse,
      before: editor.store.pattern,
      marked: hit !== undefined && editor.isMarked(place),
      carried: 0,
      startX: event.clientX,
      startY: event.clientY,
      velocity: hit ? velocityOf(hit) : 0,
      push: hit?.push ?? 0,
      last: place.at,
      hold: touch ? setTimeout(() => this.#rest(), HOLD) : null,
      since: event.timeStamp,
      rested: null,
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
    const travelled = Math.abs(along) > gesture.slack.along || Math.abs(rise) > gesture.slack.rise;
    if (travelled && gesture.hold) {
      clearTimeout(gesture.hold);
      gesture.hold = null;
    }
    const under = this.#cellUnder(event, line);
    this.#decide(gesture, rise, along, under);
    if (gesture.kind === 'mark') {
      if (travelled) gesture.rested = null;
      const place = placeUnder(event);
      if (place) editor.markTo(place);
    } else if (gesture.kind === 'carry') {
      this.#carry(gesture, along, under);
    } else if (gesture.kind === 'shape') {
      this.#shape(gesture, rise, under);
    } else if ((gesture.kind === 'paint' || gesture.kind === 'erase') && under !== null && under !== gesture.last) {
      this.#along(gesture, under);
    }
  }

  /** What kind of drag a press turns into, once it has travelled. */
  #decide(gesture: Gesture, rise: number, along: number, under: number | null): void {
    const { editor } = this;
    const upright = Math.abs(rise) > gesture.slack.rise && Math.abs(rise) > Math.abs(along);
    const level = Math.abs(along) > gesture.slack.along && Math.abs(along) > Math.abs(rise);
    const sideways = level && under !== null && under !== gesture.place.at;
    switch (gesture.kind) {
      case 'tap-empty':
        if (upright) gesture.kind = 'scroll';
        else if (level) {
          gesture.kind = 'paint';
          editor.add(gesture.place);
        }
        break;
      case 'press-empty':
        if (upright) gesture.kind = 'shape';
        else if (sideways) gesture.kind = 'paint';
        break;
      case 'touch-hit':
      case 'press-hit':
        if (upright) gesture.kind = gesture.kind === 'touch-hit' ? 'scroll' : 'shape';
        else if (gesture.onHead && level) gesture.kind = 'carry';
        else if (sideways) this.#fromHit(gesture, under ?? gesture.place.at);
        break;
      case 'held':
        if (upright) gesture.kind = 'shape';
        else if (level) {
          gesture.kind = 'mark';
          editor.store.cancel();
          editor.startMark(gesture.place);
        }
        break;
      default:
    }
  }

  /** A drag along the row that begins on a hit: it erases where hits stand side by side, and goes on painting where the row is empty. */
  #fromHit(gesture: Gesture, under: number): void {
    const { editor } = this;
    const row = editor.section.rows[gesture.place.row];
    if (!row) return;
    const [from, to] = under > gesture.place.at ? [gesture.place.at + 1, under + 1] : [under, gesture.place.at];
    const way = editor.places(row, from, to);
    const next = under > gesture.place.at ? way[0] : way.at(-1);
    gesture.kind = next !== undefined && editor.hit({ row: gesture.place.row, at: next }) ? 'erase' : 'paint';
    if (gesture.kind === 'erase') editor.remove(gesture.place);
  }

  /** Within its own place a hit is pushed, over others it goes there. */
  #carry(gesture: Gesture, along: number, under: number | null): void {
    const { editor } = this;
    const at = under ?? gesture.last;
    gesture.last = at;
    if (at === gesture.place.at) {
      const by = beyond(along, gesture.slack.along) / this.geometry().tickWidth;
      gesture.carried = 0;
      if (gesture.marked) editor.pushMarked(gesture.before, by);
      else editor.pushFrom(gesture.before, gesture.place, gesture.push + by);
    } else if (gesture.marked) {
      if (editor.carryMarked(gesture.before, at - gesture.place.at)) gesture.carried = at - gesture.place.at;
    } else {
      editor.carry(gesture.before, gesture.place, at);
    }
  }

  /** Up is louder. A sweep gives every hit that it passes the height that the hand has there; empty places let it pass. */
  #shape(gesture: Gesture, rise: number, under: number | null): void {
    const { editor } = this;
    const { least, most } = this.geometry().scale;
    const by = Math.round((beyond(rise, gesture.slack.rise) * 127) / (most - least) / 1.6);
    if (gesture.marked) {
      editor.shapeMarked(gesture.before, by);
      return;
    }
    const to = under ?? gesture.last;
    const row = editor.section.rows[gesture.place.row];
    if (!row) return;
    const passed = to === gesture.last ? [to] : editor.places(row, Math.min(gesture.last, to), Math.max(gesture.last, to) + 1);
    for (const at of passed) {
      // What the hand has left keeps the height that it got there.
      if (at === gesture.last && to !== gesture.last) continue;
      const place = { row: gesture.place.row, at };
      if (editor.hit(place)) editor.shape(place, gesture.velocity + by);
    }
    gesture.last = to;
  }

  /** Every place between the last and this one, so that a fast hand leaves no gaps. */
  #along(gesture: Gesture, under: number): void {
    const { editor } = this;
    const row = editor.section.rows[gesture.place.row];
    if (!row) return;
    const [from, to] = [Math.min(gesture.last, under), Math.max(gesture.last, under)];
    const by = editor.paintTicks(gesture.place.row);
    for (const at of editor.places(row, from, to + 1)) {
      const place = { row: gesture.place.row, at };
      if (gesture.kind === 'erase') editor.remove(place);
      else if ((at - gesture.place.at) % by === 0 && at % editor.step(row) === 0 && !editor.hit(place)) editor.add(place);
    }
    if (gesture.kind === 'paint') editor.paint(gesture.place.row);
    gesture.last = under;
  }

  /** A finger has rested: on a hit it shapes now, or marks; elsewhere it marks. */
  #rest(): void {
    const gesture = this.#gesture;
    if (!gesture) return;
    gesture.hold = null;
    gesture.rested = gesture.kind;
    if (gesture.kind === 'touch-hit') {
      gesture.kind = 'held';
    } else {
      gesture.kind = 'mark';
      this.editor.store.cancel();
      this.editor.startMark(gesture.place);
    }
    navigator.vibrate?.(12);
  }

  #up(cancelled: boolean, time: number): void {
    const gesture = this.#gesture;
    this.#gesture = null;
    if (!gesture) return;
    if (gesture.hold) clearTimeout(gesture.hold);
    this.editor.paint(null);
    if (cancelled) {
      this.editor.store.cancel();
      return;
    }
    if (gesture.rested && time - gesture.since < HOLD) {
      // A busy page hears late that the finger has lifted: what counts is when it did.
      gesture.kind = gesture.rested;
      this.editor.go(gesture.place);
      this.editor.store.begin();
    }
    if (gesture.kind === 'held') {
      this.editor.store.cancel();
      this.editor.startMark(gesture.place);
      this.editor.openHit(gesture.place);
    }
    if (gesture.kind === 'carry' && gesture.marked && gesture.carried !== 0) this.editor.shiftRange(gesture.carried);
    if (gesture.kind === 'press-hit' || gesture.kind === 'touch-hit') this.editor.remove(gesture.place);
    if (gesture.kind === 'tap-empty') this.editor.add(gesture.place);
    this.editor.store.end();
    if (gesture.kind === 'tap-empty' || gesture.kind === 'press-empty') this.editor.openHit(gesture.place, 'rest');
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

/** How far something went after its slack, so that a small movement back to where it began changes nothing. */
function beyond(distance: number, slack: number): number {
  return Math.sign(distance) * Math.max(0, Math.abs(distance) - slack);
}

function placeUnder(event: PointerEvent): Place | null {
  const cell = document.elementFromPoint(event.clientX, event.clientY)?.closest<HTMLElement>('[data-cell]');
  const [row, at] = cell?.dataset.cell?.split('-').map(Number) ?? [];
  return row === undefined || at === undefined ? null : { row, at };
}
