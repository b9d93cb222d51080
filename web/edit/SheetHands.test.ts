import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { editorOf, lesson, places } from '../../tests/web/lesson';
import type { PatternStore } from '../music/PatternStore';
import { rowChanged } from '../music/rows';
import { type Geometry, geometry } from '../sheet/geometry';
import type { Editor, Place } from './Editor';
import { SheetHands } from './SheetHands';

const CELL = 30;
const g: Geometry = { ...geometry(1, 3840, 960, 16 * CELL, 24), tickWidth: CELL / 240 };
const beat = rowChanged(lesson({ kick: [{ at: 960, velocity: 60 }, { at: 1440 }], 'closed-hat': [] }), 0, 1, { snap: '8' });
type Listener = (event: { pointerId: number; clientX: number; clientY: number; type: string; timeStamp: number }) => void;
let editor: Editor;
let store: PatternStore;
let hands: SheetHands;
let heard: string[];
let listeners: Map<string, Listener>;

beforeEach(() => {
  vi.useFakeTimers();
  ({ editor, store, heard } = editorOf(beat));
  listeners = new Map();
  vi.stubGlobal('document', {
    addEventListener: (name: string, listener: Listener) => listeners.set(name, listener),
    removeEventListener: (name: string) => listeners.delete(name),
    elementFromPoint: (x: number, y: number) => ({
      closest: () => ({ dataset: { cell: `${y < 100 ? 0 : 1}-${Math.floor(x / CELL) * 240}` } }),
    }),
  });
  vi.stubGlobal('navigator', {});
  hands = new SheetHands(editor, () => g);
});
afterEach(() => {
  vi.useRealTimers();
  vi.unstubAllGlobals();
});

type How = { touch?: boolean; shift?: boolean; head?: boolean; rest?: boolean; after?: number; end?: 'pointerup' | 'pointercancel' };

/** A pointer that goes down in a place and along the given points. */
function drag(
  place: Place,
  path: [number, number][] = [],
  { touch = false, shift = false, head = false, rest = false, after = rest ? 600 : 50, end = 'pointerup' }: How = {},
): void {
  const step = place.row === 0 ? 240 : 480;
  const width = (step / 240) * CELL;
  const cells = Array.from({ length: 3840 / step }, (_, i) => ({
    dataset: { cell: `${place.row}-${i * step}` },
    getBoundingClientRect: () => ({ left: i * width, right: (i + 1) * width }),
  }));
  const left = (place.at / step) * width;
  const x = left + width / 2;
  const y = head ? 48 - g.scale.rise : 8;
  const target = {
    dataset: {},
    focus: () => {},
    parentElement: { querySelectorAll: () => cells },
    getBoundingClientRect: () => ({ left, top: 0, width, height: 48 }),
  };
  const event = {
    button: 0,
    pointerId: 1,
    pointerType: touch ? 'touch' : 'mouse',
    shiftKey: shift,
    clientX: x,
    clientY: y,
    timeStamp: 1000,
    currentTarget: target,
  };
  hands.down(event as unknown as React.PointerEvent<HTMLElement>, place);
  if (rest) vi.advanceTimersByTime(600);
  const timeStamp = 1000 + after;
  for (const [dx, dy] of path)
    listeners.get('pointermove')?.({ pointerId: 1, clientX: x + dx, clientY: y + dy, type: 'pointermove', timeStamp });
  listeners.get(end)?.({ pointerId: 1, clientX: x, clientY: y, type: end, timeStamp });
}
const hits = (row: number) => store.pattern.sections[0]?.rows[row]?.hits.map((hit) => [hit.at, hit.velocity]);
const steps = () => store.history.done.map((step) => step.name);

describe('a mouse', () => {
  it('adds with a press and removes with a press on a hit', () => {
    drag({ row: 0, at: 0 });
    expect(hits(0)?.[0]).toEqual([0, 90]);
    expect(heard).toEqual(['kick']);
    drag({ row: 0, at: 960 });
    expect(places(store.pattern)).toEqual([0, 1440]);
    expect(steps()).toEqual(['Add kick, beat 1', 'Remove kick, beat 2']);
  });

  it('paints every place that a fast hand jumps over, either way, in one step', () => {
    drag({ row: 1, at: 0 }, [[CELL * 6, 0]]);
    expect(places(store.pattern, 1)).toEqual([0, 480, 960, 1440]);
    store.undo();
    drag({ row: 1, at: 960 }, [
      [-2 * CELL, 0],
      [-4 * CELL, 2],
    ]);
    expect(places(store.pattern, 1)).toEqual([0, 480, 960]);
    expect(steps()).toHaveLength(1);
  });

  it('paints by the value that the row was last filled with, from where the hand began, and says which while it does', () => {
    const seen: unknown[] = [];
    editor.subscribe(() => editor.state.painting && seen.push(editor.state.painting));
    editor.paintBy(1, 960);
    drag({ row: 1, at: 480 }, [[CELL * 12, 0]]);
    expect(places(store.pattern, 1)).toEqual([480, 1440, 2400, 3360]);
    expect(seen.at(-1)).toEqual({ row: 1, ticks: 960 });
    expect(editor.state.painting).toBeNull();
    editor.paintBy(1, null);
    expect(editor.paintTicks(1)).toBe(480);
  });

  it('takes a click that drifts for a click, and a small movement back for none', () => {
    drag({ row: 0, at: 960 }, [[4, 0]], { head: true });
    drag({ row: 0, at: 1440 }, [[1, -8]]);
    expect(places(store.pattern), 'both were pressed, and are gone').toEqual([]);
    store.undo(2);
    drag({ row: 0, at: 960 }, [
      [0, -30],
      [0, 0],
    ]);
    drag(
      { row: 0, at: 960 },
      [
        [12, 0],
        [2, 0],
      ],
      { head: true },
    );
    expect(hits(0)).toEqual([
      [960, 60],
      [1440, undefined],
    ]);
    expect(store.pattern.sections[0]?.rows[0]?.hits[0]?.push ?? 0).toBe(0);
  });

  it('shapes the hit under it with a drag up or down, within the limits', () => {
    drag({ row: 0, at: 960 }, [[0, -20]]);
    expect(hits(0)?.[0]?.[1]).toBeGreaterThan(60);
    drag({ row: 0, at: 960 }, [[1, 400]]);
    expect(hits(0)?.[0]).toEqual([960, 1]);
    expect(store.undoName).toBe('Shape kick, beat 2');
  });

  it('lets empty places pass when it sweeps over them', () => {
    drag({ row: 0, at: 960 }, [
      [0, -20],
      [CELL, -34],
    ]);
    const swept = hits(0)?.[0]?.[1];
    store.undo();
    drag({ row: 0, at: 960 }, [[0, -20]]);
    expect(swept).toBe(hits(0)?.[0]?.[1]);
  });

  it('draws a contour when it sweeps on over neighbours', () => {
    drag({ row: 0, at: 960 }, [
      [0, -20],
      [CELL, -24],
      [2 * CELL, -30],
    ]);
    const [first, second] = hits(0) ?? [];
    expect(first?.[1]).toBeGreaterThan(60);
    expect(second?.[1]).toBeGreaterThan(first?.[1] ?? 0);
    expect(steps()).toHaveLength(1);
  });

  it('shapes what it has just added, when it goes up at once', () => {
    drag({ row: 0, at: 0 }, [[0, -24]]);
    expect(hits(0)?.[0]?.[1]).toBeGreaterThan(90);
    expect(steps()).toHaveLength(1);
  });

  it('leaves out no hit that a quick sweep passes', () => {
    ({ editor, store } = editorOf(lesson({ kick: [0, 240, 480, 720, 960].map((at) => ({ at, velocity: 60 })) })));
    hands = new SheetHands(editor, () => g);
    drag({ row: 0, at: 0 }, [
      [0, -20],
      [CELL * 4, -20],
    ]);
    const loud = new Set(hits(0)?.map(([, velocity]) => velocity));
    expect(loud.size).toBe(1);
    expect(loud.has(60)).toBe(false);
  });

  it('pushes a head that is dragged within its own place, as far as it goes', () => {
    drag({ row: 0, at: 960 }, [[12, 1]], { head: true });
    expect(store.pattern.sections[0]?.rows[0]?.hits[0]?.push).toBe(40);
    expect(editor.state.said).toBe('26 ms late');
  });

  it('carries a head over other places, and gives it back where it came from', () => {
    drag(
      { row: 0, at: 960 },
      [
        [12, 0],
        [CELL, 2],
        [CELL * 2, 2],
        [CELL * 3, 2],
      ],
      { head: true },
    );
    expect(hits(0)).toEqual([
      [1440, undefined],
      [1680, 60],
    ]);
    expect(steps()).toEqual(['Move kick, beat 2']);
    store.undo();
    drag(
      { row: 0, at: 960 },
      [
        [CELL * 2, 2],
        [2, 0],
      ],
      { head: true },
    );
    expect(hits(0), 'the hit that gave way is back, too').toEqual([
      [960, 60],
      [1440, undefined],
    ]);
  });

  it('paints on from a hit where the row goes on empty, and leaves the hits on its way', () => {
    drag({ row: 0, at: 960 }, [
      [CELL, 0],
      [CELL * 3, 0],
    ]);
    expect(hits(0)).toEqual([
      [960, 60],
      [1200, 90],
      [1440, undefined],
      [1680, 90],
    ]);
    expect(steps()).toHaveLength(1);
  });

  it('erases along hits that stand side by side', () => {
    ({ editor, store } = editorOf(lesson({ kick: [0, 240, 480, 960].map((at) => ({ at })) })));
    hands = new SheetHands(editor, () => g);
    drag({ row: 0, at: 0 }, [
      [CELL, 0],
      [CELL * 2, 0],
    ]);
    expect(places(store.pattern)).toEqual([960]);
  });

  it('adds firm hits, whatever was done to others before', () => {
    editor.go({ row: 1, at: 480 });
    editor.level('ghost');
    drag({ row: 0, at: 0 });
    expect(hits(0)?.[0]).toEqual([0, 90]);
    expect(hits(1)).toEqual([[480, 28]]);
  });

  it('marks with Shift, over rows', () => {
    drag({ row: 0, at: 480 }, [[CELL * 3, 100]], { shift: true });
    expect(editor.state.range).toEqual({ section: 0, rows: [0, 1], from: 0, to: 1680 });
    expect(store.pattern).toBe(beat);
  });

  it('changes nothing when it is taken away, or is another button', () => {
    drag({ row: 0, at: 0 }, [[CELL * 3, 0]], { end: 'pointercancel' });
    hands.down({ button: 2 } as React.PointerEvent<HTMLElement>, { row: 0, at: 0 });
    expect(store.pattern).toBe(beat);
    expect(steps()).toEqual([]);
  });
});

describe('in a marked area', () => {
  beforeEach(() => editor.markRow(0));

  it('edits as ever, and what is marked stays so', () => {
    drag({ row: 0, at: 0 });
    drag({ row: 0, at: 1440 });
    expect(places(store.pattern)).toEqual([0, 960]);
    expect(editor.state.range).not.toBeNull();
    drag({ row: 1, at: 0 });
    expect(editor.state.range).toBeNull();
  });

  it('shapes all that is marked with the stem of one, and keeps what they are beside one another', () => {
    drag({ row: 0, at: 960 }, [
      [0, -18],
      [0, -22],
    ]);
    const [[, first = 0] = [], [, second = 0] = []] = hits(0) ?? [];
    expect(first).toBeGreaterThan(60);
    expect(second - first).toBe(30);
    expect(steps()).toEqual(['Shape 2 hits']);
  });

  it('pushes all that is marked with the head of one', () => {
    drag({ row: 0, at: 960 }, [[12, 0]], { head: true });
    const pushes = store.pattern.sections[0]?.rows[0]?.hits.map((hit) => hit.push);
    expect(pushes).toEqual([40, 40]);
  });
});

describe('in a marked area that is carried', () => {
  it('carries all of it by the head of one, and the marking follows', () => {
    editor.startMark({ row: 0, at: 960 });
    editor.markTo({ row: 0, at: 1440 });
    drag({ row: 0, at: 960 }, [[CELL * 2, 1]], { head: true });
    expect(places(store.pattern)).toEqual([1440, 1920]);
    expect(editor.state.range).toMatchObject({ from: 1440, to: 2160 });
    expect(steps()).toEqual(['Move 2 hits']);
  });
});

describe('a finger', () => {
  it('scrolls over a hit as over anything, and changes nothing', () => {
    for (const head of [false, true]) drag({ row: 0, at: 960 }, [[1, -60]], { touch: true, head, end: 'pointercancel' });
    drag({ row: 0, at: 960 }, [[1, 30]], { touch: true }); // a browser that does not say that it scrolls
    expect(hands.holds).toBe(false);
    expect(store.pattern).toBe(beat);
  });

  it('shapes a hit after it has rested on it', () => {
    drag({ row: 0, at: 960 }, [[0, -30]], { touch: true, rest: true });
    expect(hits(0)?.[0]?.[1]).toBeGreaterThan(60);
    expect(editor.state.range).toBeNull();
  });

  it('adds when it lifts, and removes', () => {
    drag({ row: 0, at: 0 }, [], { touch: true });
    drag({ row: 0, at: 960 }, [], { touch: true });
    expect(places(store.pattern)).toEqual([0, 1440]);
  });

  it('scrolls over empty places without leaving a hit', () => {
    drag({ row: 0, at: 0 }, [[1, 40]], { touch: true, end: 'pointercancel' });
    expect(store.pattern).toBe(beat);
  });

  it('paints along a row', () => {
    drag(
      { row: 1, at: 0 },
      [
        [CELL, 1],
        [CELL * 4, 2],
      ],
      { touch: true },
    );
    expect(places(store.pattern, 1)).toEqual([0, 480, 960]);
  });

  it('is a touch when it lifted in time, though a busy page hears of it late', () => {
    drag({ row: 0, at: 0 }, [], { touch: true, rest: true, after: 80 });
    drag({ row: 0, at: 960 }, [], { touch: true, rest: true, after: 80 });
    expect(places(store.pattern)).toEqual([0, 1440]);
    expect([editor.state.range, steps()]).toEqual([null, ['Add kick, beat 1', 'Remove kick, beat 2']]);
  });

  it('marks after a rest', () => {
    drag({ row: 0, at: 960 }, [[CELL * 2, 1]], { touch: true, rest: true });
    expect(editor.state.range).toEqual({ section: 0, rows: [0], from: 960, to: 1680 });
    expect(store.pattern).toBe(beat);
  });
});
