import { describe, expect, it } from 'vitest';
import type { Pattern } from '../api/types';
import { PatternStore } from './PatternStore';
import { cleared, hitCount, withBarRepeated, withHit, withoutHit, withVelocity } from './pattern';

const BAR = 3840;
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

  it('keeps velocity between 1 and 127', () => {
    const one = withHit(empty, 0, 1, { at: 0 });
    expect(hits(withVelocity(one, 0, 1, 0, 900), 1)).toEqual([[0, 127]]);
    expect(hits(withVelocity(one, 0, 1, 0, -4), 1)).toEqual([[0, 1]]);
  });

  it('gives the same object back when nothing changes', () => {
    expect(withoutHit(empty, 0, 0, 240)).toBe(empty);
    expect(withHit(empty, 3, 9, { at: 0 })).toBe(empty);
  });

  it('repeats a bar over the next one, with everything a hit holds', () => {
    const two = withHit(withHit(empty, 0, 0, { at: 240, velocity: 28, push: 20 }), 0, 0, { at: BAR + 960 });
    const repeated = withBarRepeated(two, 0, 1, BAR);
    expect(repeated.sections[0]?.rows[0]?.hits).toEqual([
      { at: 240, velocity: 28, push: 20 },
      { at: BAR + 240, velocity: 28, push: 20 },
    ]);
    expect(hitCount(cleared(repeated))).toBe(0);
  });
});

describe('the store', () => {
  const add = (at: number) => (pattern: Pattern) => withHit(pattern, 0, 0, { at });

  it('undoes and redoes step by step, and says which', () => {
    const store = new PatternStore(empty);
    store.change('Add kick', add(0));
    store.change('Add another kick', add(960));
    expect(store.steps).toEqual(['Add another kick', 'Add kick']);
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
    expect(store.steps).toEqual(['Add kick']);
    store.undo();
    expect(store.pattern).toBe(empty);
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
