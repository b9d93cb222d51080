import { expect, test } from 'vitest';
import type { Hit, Pattern } from '../api/types';
import { PatternStore } from './PatternStore';
import { changedHit, withHit, withHits, withoutHit } from './pattern';
import { drummedIn, withoutCopies } from './struck';

const beat = (hits: Hit[], more: Hit[] = []): Pattern => ({
  format: 'pulsanda-pattern',
  version: 1,
  title: 'Beat',
  meter: { count: 4, unit: 4 },
  tempo: { bpm: 96, beat: '4' },
  kit: 'boathouse',
  sections: [
    {
      name: 'A',
      bars: 2,
      rows: [
        { instrument: 'kick', hits },
        { instrument: 'snare', hits: more },
      ],
    },
  ],
});
const struckIn = (pattern: Pattern) => pattern.sections[0]?.rows.map(({ hits }) => hits.map(({ struck }) => struck ?? null));

test('hits that are one’s own are counted, and those that were struck', () => {
  const given = beat([{ at: 0 }]);
  expect(drummedIn(beat([{ at: 0 }, { at: 960, struck: -4 }, { at: 1920 }]), given)).toEqual({ hits: 2, struck: 1 });
  expect(drummedIn(beat([{ at: 0, struck: 0 }]), given)).toEqual({ hits: 1, struck: 1 });
  expect(drummedIn(given, given)).toEqual({ hits: 0, struck: 0 });
});

test('a bar that is repeated was struck once', () => {
  const before = beat([
    { at: 0, struck: 3 },
    { at: 960, struck: 3 },
  ]);
  const after = withHits(before, 0, 0, (hits) => [...hits, ...hits.map((hit) => ({ ...hit, at: hit.at + 3840 }))]);
  expect(struckIn(withoutCopies(before, after))).toEqual([[3, 3, null, null], []]);
});

test('what is moved, shaped, pushed or taken away stays as it was struck', () => {
  const before = beat([{ at: 0, struck: 3, push: 3 }, { at: 960, struck: -8 }, { at: 1920 }]);
  const moved = withHit(withoutHit(before, 0, 0, 0), 0, 0, { at: 240, struck: 3 });
  expect(withoutCopies(before, moved)).toBe(moved);
  const shaped = changedHit(before, 0, 0, 960, { velocity: 20, push: 4 });
  expect(withoutCopies(before, shaped)).toBe(shaped);
  const removed = withoutHit(before, 0, 0, 0);
  expect(withoutCopies(before, removed)).toBe(removed);
});

test('what stays has the first claim, wherever the copy stands', () => {
  const before = beat([{ at: 960, struck: 5 }]);
  const after = beat([
    { at: 0, struck: 5 },
    { at: 960, struck: 5 },
  ]);
  expect(struckIn(withoutCopies(before, after))).toEqual([[null, 5], []]);
});

test('another row, or a beat from elsewhere, was not struck here', () => {
  const before = beat([{ at: 0, struck: 5 }]);
  expect(struckIn(withoutCopies(before, beat([], [{ at: 0, struck: 5 }])))).toEqual([[], [null]]);
  expect(struckIn(withoutCopies(beat([]), before))).toEqual([[null], []]);
});

test('a store takes strokes of a hand as they are, and copies of them as clicked; undo brings all back', () => {
  const store = new PatternStore(beat([]));
  store.strike('Pass 1', (pattern) => withHit(pattern, 0, 0, { at: 0, struck: 7 }));
  store.change('Repeat', (pattern) => withHits(pattern, 0, 0, (hits) => [...hits, { ...(hits[0] as Hit), at: 3840 }]));
  expect(struckIn(store.pattern)).toEqual([[7, null], []]);
  store.undo(2);
  expect(struckIn(store.pattern)).toEqual([[], []]);
  store.redo(2);
  expect(struckIn(store.pattern)).toEqual([[7, null], []]);
});
