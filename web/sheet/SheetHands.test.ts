import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import type { Catalogue, Music, Pattern } from '../api/types';
import { PatternStore } from '../music/PatternStore';
import type { Player } from '../sound/Player';
import { type Place, SheetHands } from './SheetHands';

const pattern: Pattern = {
  format: 'pulsanda-pattern',
  version: 1,
  title: 'Lesson',
  meter: { count: 4, unit: 4 },
  tempo: { bpm: 96 },
  kit: 'boathouse',
  sections: [
    {
      name: 'A',
      bars: 1,
      rows: [
        { instrument: 'kick', hits: [{ at: 960, velocity: 60 }] },
        { instrument: 'closed-hat', snap: '8', hits: [] },
      ],
    },
  ],
};
const catalogue = {
  instruments: [
    { name: 'kick', label: 'Kick' },
    { name: 'closed-hat', label: 'Closed hi-hat' },
  ],
  levels: [
    { name: 'ghost', lowest: 1, entry: 28 },
    { name: 'soft', lowest: 40, entry: 60 },
    { name: 'firm', lowest: 75, entry: 90 },
    { name: 'accent', lowest: 105, entry: 118 },
  ],
  snaps: [
    { name: '8', ticks: 480 },
    { name: '16', ticks: 240 },
  ],
} as unknown as Catalogue;
const music: Music = { barTicks: 3840, beatTicks: 960, groove: [], words: [{ at: 0, word: '1', say: 'beat 1', weight: 3 }] };

const CELL = 30;
type Listener = (event: { pointerId: number; clientX: number; clientY: number; type: string }) => void;
let store: PatternStore;
let hands: SheetHands;
let said: string[];
let heard: string[];
let listeners: Map<string, Listener>;

beforeEach(() => {
  store = new PatternStore(pattern);
  said = [];
  heard = [];
  listeners = new Map();
  vi.stubGlobal('document', {
    addEventListener: (name: string, listener: Listener) => listeners.set(name, listener),
    removeEventListener: (name: string) => listeners.delete(name),
  });
  const player = { state: { playing: false }, audition: async (name: string) => void heard.push(name) } as unknown as Player;
  hands = new SheetHands(
    store,
    catalogue,
    music,
    player,
    (text) => said.push(text),
    () => {},
  );
});
afterEach(() => vi.unstubAllGlobals());

/** A pointer that goes down in a cell of a row of sixteen cells and along the given points. */
function drag(place: Place, ...path: [number, number][]): void {
  const step = place.row === 0 ? 240 : 480;
  const cells = Array.from({ length: 3840 / step }, (_, i) => ({
    dataset: { cell: `${place.row}-${i * step}` },
    getBoundingClientRect: () => ({ left: i * CELL, right: (i + 1) * CELL }),
  }));
  const x = (place.at / step + 0.5) * CELL;
  const target = { focus: () => {}, parentElement: { querySelectorAll: () => cells } };
  hands.down(
    { button: 0, pointerId: 1, clientX: x, clientY: 100, currentTarget: target } as unknown as React.PointerEvent<HTMLElement>,
    place,
  );
  for (const [dx, dy] of path) listeners.get('pointermove')?.({ pointerId: 1, clientX: x + dx, clientY: 100 + dy, type: 'pointermove' });
  listeners.get('pointerup')?.({ pointerId: 1, clientX: x, clientY: 100, type: 'pointerup' });
}
const hits = (row: number) => store.pattern.sections[0]?.rows[row]?.hits.map((hit) => [hit.at, hit.velocity]);

describe('a pointer', () => {
  it('adds with a press and removes with a press on a hit', () => {
    drag({ row: 0, at: 0 });
    expect(hits(0)).toEqual([
      [0, 90],
      [960, 60],
    ]);
    expect(heard).toEqual(['kick']);
    drag({ row: 0, at: 960 });
    expect(hits(0)).toEqual([[0, 90]]);
    expect(store.steps).toEqual(['Remove kick', 'Add kick']);
  });

  it('paints every cell that a fast hand jumps over, in one step', () => {
    drag({ row: 1, at: 0 }, [CELL * 3, 0]);
    expect(hits(1)?.map(([at]) => at)).toEqual([0, 480, 960, 1440]);
    store.undo();
    expect(hits(1)).toEqual([]);
  });

  it('paints backwards too', () => {
    drag({ row: 1, at: 960 }, [-CELL, 0], [-2 * CELL, 2]);
    expect(hits(1)?.map(([at]) => at)).toEqual([0, 480, 960]);
  });

  it('shapes the hit under it with a drag up or down, within the limits', () => {
    drag({ row: 0, at: 960 }, [0, -8]);
    expect(hits(0)?.[0]?.[1]).toBeGreaterThan(60);
    drag({ row: 0, at: 960 }, [1, 400]);
    expect(hits(0)).toEqual([[960, 1]]);
    expect(store.undoName).toBe('Shape kick');
  });

  it('shapes what it has just added, when it goes up at once', () => {
    drag({ row: 0, at: 0 }, [0, -12]);
    expect(hits(0)?.[0]?.[1]).toBeGreaterThan(90);
    expect(store.steps).toHaveLength(1);
  });

  it('erases from a hit along the row', () => {
    drag({ row: 1, at: 0 }, [CELL * 3, 0]);
    drag({ row: 1, at: 480 }, [CELL * 2, 0]);
    expect(hits(1)?.map(([at]) => at)).toEqual([0]);
  });

  it('changes nothing when it is taken away', () => {
    drag({ row: 0, at: 960 }, [2, 3]);
    expect(hits(0)).toEqual([]);
    store.undo();
    const target = { focus: () => {}, parentElement: { querySelectorAll: () => [] } };
    hands.down({ button: 0, pointerId: 2, clientX: 0, clientY: 0, currentTarget: target } as unknown as React.PointerEvent<HTMLElement>, {
      row: 0,
      at: 960,
    });
    listeners.get('pointercancel')?.({ pointerId: 2, clientX: 0, clientY: 0, type: 'pointercancel' });
    expect(hits(0)).toEqual([[960, 60]]);
  });

  it('leaves the other buttons to the browser', () => {
    hands.down({ button: 2 } as React.PointerEvent<HTMLElement>, { row: 0, at: 0 });
    expect(store.pattern).toBe(pattern);
  });
});

describe('keys', () => {
  const at = (row: number, tick: number): Place => ({ row, at: tick });

  it('walk over the sheet and stop at its edges', () => {
    expect(hands.key('ArrowRight', false, at(0, 0))).toEqual(at(0, 240));
    expect(hands.key('ArrowLeft', false, at(0, 0))).toEqual(at(0, 0));
    expect(hands.key('End', false, at(0, 0))).toEqual(at(0, 3600));
    expect(hands.key('ArrowRight', false, at(0, 3600))).toEqual(at(0, 3600));
    expect(hands.key('ArrowUp', false, at(0, 0))).toEqual(at(0, 0));
    expect(hands.key('ArrowDown', false, at(0, 720)), 'to the cell of the other row that holds the place').toEqual(at(1, 480));
    expect(hands.key('ArrowDown', false, at(1, 480))).toEqual(at(1, 480));
  });

  it('add, level, shape and remove, and say what changed', () => {
    hands.key('Enter', false, at(0, 0));
    expect(said.at(-1)).toBe('kick, beat 1: firm 90');
    hands.key('1', false, at(0, 0));
    expect(said.at(-1)).toBe('kick, beat 1: ghost 28');
    hands.key('ArrowUp', true, at(0, 0));
    expect(said.at(-1)).toBe('kick, beat 1: ghost 34');
    hands.key('Delete', false, at(0, 0));
    expect(said.at(-1)).toBe('kick, beat 1: empty');
    hands.key('Enter', false, at(0, 240));
    expect(hits(0)?.[0], 'the level chosen last is the next one').toEqual([240, 28]);
  });

  it('leaves all other keys alone', () => {
    for (const key of ['a', 'Tab', 'Escape', ' ', '5', 'F5']) expect(hands.key(key, false, at(0, 0))).toBeNull();
    expect(store.pattern).toBe(pattern);
  });
});
