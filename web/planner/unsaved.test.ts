import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import type { Pattern, PlannedAssignment } from '../api/types';
import { inputOf, planOf } from './plan';
import { keepUnsaved, withUnsaved } from './unsaved';

const pattern = (ats: number[]): Pattern => ({
  format: 'pulsanda-pattern',
  version: 1,
  title: 'March',
  meter: { count: 4, unit: 4 },
  tempo: { bpm: 96 },
  kit: 'boathouse',
  sections: [{ name: 'A', bars: 1, rows: [{ instrument: 'kick', hits: ats.map((at) => ({ at })) }] }],
});
const answer = {
  id: 'a',
  title: 'March',
  brief: '',
  dueAt: null,
  publishedAt: '2026-11-20T10:00:00+00:00',
  course: { id: 'c', name: 'Parade line', counting: 'steps' },
  attempts: 3,
  recomparing: null,
  parts: [
    {
      id: 'p',
      kind: 'copy',
      view: 'seen',
      instruments: ['kick'],
      freedom: {},
      policy: {},
      help: {},
      waits: false,
      requirements: [],
      start: pattern([]),
      targets: [pattern([0])],
      attempts: 3,
    },
  ],
} as unknown as PlannedAssignment;

let kept: Map<string, string>;
beforeEach(() => {
  kept = new Map();
  vi.stubGlobal('localStorage', {
    getItem: (key: string) => kept.get(key) ?? null,
    setItem: (key: string, value: string) => kept.set(key, value),
    removeItem: (key: string) => kept.delete(key),
  });
});
afterEach(() => vi.unstubAllGlobals());

describe('a published plan that was left unsaved', () => {
  it('comes back as it was left, with what is handed in counted as it is now', () => {
    const left = planOf(answer);
    left.parts[0]?.targets[0]?.change('Add kick', () => pattern([0, 960]));
    keepUnsaved('a', JSON.stringify({ ...inputOf(left), title: 'March by night' }));
    const back = withUnsaved(answer);
    expect([back?.title, back?.parts[0]?.attempts]).toEqual(['March by night', 3]);
    expect(back?.parts[0]?.targets[0]?.sections[0]?.rows[0]?.hits).toEqual([{ at: 0 }, { at: 960 }]);
    expect(planOf(back as PlannedAssignment).parts[0]?.id).toBe('p');
  });

  it('keeps a part that was added and never kept', () => {
    const input = inputOf(planOf(answer));
    const [part] = input.parts;
    keepUnsaved('a', JSON.stringify({ ...input, parts: [part, { ...part, id: null, start: null }] }));
    const back = planOf(withUnsaved(answer) as PlannedAssignment);
    expect(back.parts.map(({ id, attempts }) => [id, attempts])).toEqual([
      ['p', 3],
      [null, 0],
    ]);
  });

  it('is nothing when it was saved, forgotten, or cannot be read', () => {
    expect(withUnsaved(answer)).toBeNull();
    keepUnsaved('a', JSON.stringify(inputOf(planOf(answer))));
    keepUnsaved('a', null);
    expect(withUnsaved(answer)).toBeNull();
    keepUnsaved('a', '{"broken');
    expect(withUnsaved(answer)).toBeNull();
  });
});
