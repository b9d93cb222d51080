import { describe, expect, it } from 'vitest';
import type { Pattern } from '../api/types';
import { PatternStore } from './PatternStore';
import { cleared, hitCount, withHit, withoutHit } from './pattern';

const empty: Pattern = {
  format: 'pulsanda-pattern',
  version: 1,
  title: 'Lesson',
  meter: { count: 4, unit: 4 },
  tempo: { bpm: 96 },
  kit: 'boathouse',
  sections: [
    {
      name: 'A',
      bars: 2,
      rows: [
        { instrument: 'kick', hits: [] },
        { instrument: 'snare', hits: [] },
      ],
    },
  ],
};
const hits = (pattern: Pattern, row: number) => pattern.sections[0]?.rows[row]?.hits.map((hit) => [hit.at, hit.velocity ?? 90]);

describe('changing a pattern', () => {
  it('keeps hits sorted and one at a place', () => {
    const once = withHit(withHit(empty, 0, 0, { at: 960 }), 0, 0, { at: 0, velocity: 118 });
    expect(hits(withHit(once, 0, 0, { at: 960, velocity: 28 }), 0)).toEqual([
      [0, 118],
      [960, 28],
    ]);
    expect(empty.sections[0]?.rows[0]?.hits).toEqual([]);
  });

  it('gives the same object back when nothing changes', () => {
    expect(withoutHit(empty, 0, 0, 240)).toBe(empty);
    expect(withHit(empty, 3, 9, { at: 0 })).toBe(empty);
  });

  it('empties a section and keeps its rows', () => {
    expect(hitCount(cleared(withHit(empty, 0, 0, { at: 240 }), 0))).toBe(0);
    expect(cleared(empty, 0).sections[0]?.rows).toHaveLength(2);
  });
});

describe('the store', () => {
  const add = (at: number) => (pattern: Pattern) => withHit(pattern, 0, 0, { at });

  it('undoes and redoes step by step, and says which', () => {
    const store = new PatternStore(empty);
    store.change('Add kick', add(0));
    store.change('Add another kick', add(960));
    expect(store.history.done.map((step) => step.name)).toEqual(['Add kick', 'Add another kick']);
    expect(store.undo()).toBe('Add another kick');
    expect(hits(store.pattern, 0)).toEqual([[0, 90]]);
    expect(store.redoName).toBe('Add another kick');
    store.redo();
    expect(hitCount(store.pattern)).toBe(2);
    store.undo();
    store.undo();
    expect(store.pattern).toBe(empty);
    expect(store.undo()).toBeNull();
  });

  it('makes one step of a gesture, named after what it did last', () => {
    const store = new PatternStore(empty);
    store.begin();
    for (const at of [0, 240, 480]) store.change('Add kick', add(at));
    store.end();
    expect(store.history.done.map((step) => step.name)).toEqual(['Add kick']);
    store.undo();
    expect(store.pattern).toBe(empty);
  });

  it('leaves nothing of a gesture that is taken away', () => {
    const store = new PatternStore(empty);
    store.begin();
    store.change('Add kick', add(0));
    store.cancel();
    expect(store.pattern).toBe(empty);
    expect(store.undoName).toBeNull();
  });

  it('takes several steps back at once, and again', () => {
    const store = new PatternStore(empty);
    for (const at of [0, 240, 480]) store.change(`Add at ${at}`, add(at));
    expect(store.undo(2)).toBe('Add at 240');
    expect(hits(store.pattern, 0)).toEqual([[0, 90]]);
    expect(store.redo(9)).toBe('Add at 480');
  });

  it('forgets nothing when a gesture changed nothing', () => {
    const store = new PatternStore(empty);
    store.change('Add kick', add(0));
    store.undo();
    store.begin();
    store.end();
    expect(store.redoName).toBe('Add kick');
  });

  it('a new step ends what could be redone', () => {
    const store = new PatternStore(empty);
    store.change('Add kick', add(0));
    store.undo();
    store.change('Add other', add(240));
    expect(store.redo()).toBeNull();
  });

  it('tells its listeners, until they leave', () => {
    const store = new PatternStore(empty);
    let told = 0;
    const leave = store.subscribe(() => told++);
    store.change('Add kick', add(0));
    store.undo();
    leave();
    store.redo();
    expect(told).toBe(2);
  });
});
