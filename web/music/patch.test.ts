import { expect, it } from 'vitest';
import { BAR, lesson } from '../../tests/web/lesson';
import { barRepeated, sectionAdded } from './form';
import { PatternStore } from './PatternStore';
import { patchOf, stepsFrom } from './patch';
import { sameMusic, withHit } from './pattern';

const beat = lesson({ kick: [], snare: [] });

it('keeps steps as what they changed, and makes them again from the pattern as it is', () => {
  const store = new PatternStore(beat);
  store.change('Add kick', (pattern) => withHit(pattern, 0, 0, { at: 0 }));
  store.change('Add snare', (pattern) => withHit(pattern, 0, 1, { at: 960 }));
  store.change('Repeat bar 1', (pattern) => barRepeated(pattern, 0, 0, 1, BAR));
  store.change('Slower', (pattern) => ({ ...pattern, tempo: { bpm: 60 } }));
  store.change('Make a variation', (pattern) => sectionAdded(pattern, 0, true));
  store.undo(2);
  const kept = JSON.parse(JSON.stringify({ done: store.history.done.map(patchOf), undone: store.history.undone.map(patchOf) }));
  const again = new PatternStore(store.pattern, stepsFrom(store.pattern, kept.done, kept.undone));
  for (const side of [store, again]) side.redo(2);
  expect(again.pattern).toEqual(store.pattern);
  expect(again.undo(9)).toBe('Add kick');
  expect(again.pattern).toEqual(beat);
});

it('is small: one changed row is kept, not the pattern', () => {
  const { before, after } = patchOf({ name: 'Add kick', before: beat, after: withHit(beat, 0, 0, { at: 0 }) });
  expect(before).toEqual({ rest: {}, sections: null, rows: [{ section: 0, row: 0, value: { instrument: 'kick', hits: [] } }] });
  expect(after.rows).toHaveLength(1);
});

it('knows the same music when defaults are written out, and other music from it', () => {
  const one = withHit(beat, 0, 0, { at: 0 });
  expect(sameMusic(one, withHit(beat, 0, 0, { at: 0, velocity: 90, push: 0, silent: false }))).toBe(true);
  const { order: _, ...withoutOrder } = one;
  expect(sameMusic(one, withoutOrder)).toBe(true);
  expect(sameMusic(one, withHit(beat, 0, 0, { at: 0, velocity: 91 }))).toBe(false);
  expect(sameMusic(one, { ...one, tempo: { bpm: 97, beat: '4' } })).toBe(false);
});
