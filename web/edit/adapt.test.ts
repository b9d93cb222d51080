import { afterEach, expect, it, vi } from 'vitest';
import { BAR, editorOf, lesson, places } from '../../tests/web/lesson';
import { adapted } from './adapt';

const own = lesson({ kick: [], snare: [] });
afterEach(() => vi.unstubAllGlobals());

it('takes what fits as it is', async () => {
  const given = lesson({ kick: [{ at: 0 }], snare: [{ at: 960 }] });
  const { pattern, changes } = await adapted(given, editorOf(own, {}, ['kick', 'snare']).editor);
  expect(changes).toEqual([]);
  expect(places(pattern, 1)).toEqual([960]);
});

it('says everything that it would change, and keeps to what the task sets', async () => {
  const given = {
    ...lesson({ kick: [{ at: 0 }, { at: BAR }], china: [{ at: 0 }] }, 2),
    tempo: { bpm: 140, beat: '4' },
    swing: { percent: 58, unit: 16 },
  };
  const { pattern, changes } = await adapted(given, editorOf(own, { required: ['snare'] }, ['kick', 'snare']).editor);
  expect(changes).toEqual([
    'Its tempo becomes 96.',
    'Its swing becomes that of the task.',
    'It has 2 bars; the task has 1 bar. The rest is left out.',
    'The task does not offer china; left out.',
  ]);
  expect(pattern.sections).toEqual([
    {
      name: 'A',
      bars: 1,
      rows: [
        { instrument: 'kick', hits: [{ at: 0 }] },
        { instrument: 'snare', hits: [] },
      ],
    },
  ]);
  expect(pattern.tempo.bpm).toBe(96);
});

it('has the core put it into the meter of the task', async () => {
  const three = { ...own, meter: { count: 3, unit: 4, groups: [1, 1, 1] } };
  vi.stubGlobal('fetch', async () => new Response(JSON.stringify({ pattern: own, lost: [{}, {}] })));
  const { changes } = await adapted(three, editorOf(own, {}, ['kick', 'snare']).editor);
  expect(changes).toEqual(['It is in 3/4; here it goes into 4/4, without 2 hits.']);
});

it('brings a tempo into the range that is open', async () => {
  const { pattern, changes } = await adapted(
    { ...own, tempo: { bpm: 200, beat: '4' } },
    editorOf(own, { tempo: { low: 60, high: 140 }, rows: true }).editor,
  );
  expect([pattern.tempo.bpm, changes]).toEqual([140, ['Its tempo of 200 becomes 140.']]);
});
