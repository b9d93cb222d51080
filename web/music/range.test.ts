import { describe, expect, it } from 'vitest';
import { lesson, places } from '../../tests/web/lesson';
import { changed, copied, emptied, filled, louder, moved, pasted, pushed, type Range, readClip, shifted } from './range';

const beat = lesson({
  kick: [
    { at: 0, velocity: 118 },
    { at: 1920, push: 20 },
  ],
  snare: [{ at: 960 }, { at: 2880, velocity: 28 }],
  'closed-hat': [],
});
const all: Range = { section: 0, rows: [0, 1, 2], from: 0, to: 3840 };
const kick: Range = { ...all, rows: [0] };

describe('a marked piece', () => {
  it('gets louder together as far as the loudest allows, and keeps its shape', () => {
    const { pattern, by } = louder(beat, all, 20);
    expect(by).toBe(9);
    expect(pattern.sections[0]?.rows.flatMap((row) => row.hits.map((hit) => hit.velocity))).toEqual([127, 99, 99, 37]);
    expect(louder(pattern, all, 6)).toEqual({ pattern, by: 0 });
  });

  it('is pushed no further than a hit can be', () => {
    expect(pushed(beat, kick, 110).sections[0]?.rows[0]?.hits.map((hit) => hit.push)).toEqual([110, 120]);
  });

  it('is changed and emptied only where it is marked', () => {
    expect(places(emptied(beat, { ...all, from: 960, to: 1920 }), 1)).toEqual([2880]);
    expect(emptied(beat, { ...all, from: 240, to: 480 })).toBe(beat);
    expect(changed(beat, { ...kick, to: 960 }, (hit) => ({ ...hit, roll: 3 })).sections[0]?.rows[0]?.hits.map((hit) => hit.roll)).toEqual([
      3,
      undefined,
    ]);
  });
});

describe('a copy', () => {
  const clip = copied(beat, { ...all, rows: [0, 1], from: 960, to: 1920 });

  it('is laid down in place of what stands there, rows to their own instruments', () => {
    const later = pasted(beat, clip, 0, [2], 2880, 3840);
    expect([places(later, 0), places(later, 1), places(later, 2)]).toEqual([[0, 1920], [960, 2880], []]);
    expect(later.sections[0]?.rows[1]?.hits[1]?.velocity, 'the backbeat replaces the ghost').toBeUndefined();
  });

  it('of one row goes where it is put', () => {
    expect(places(pasted(beat, copied(beat, kick), 0, [2], 0, 3840), 2)).toEqual([0, 1920]);
  });

  it('is cut at the end of the section, and at the last row', () => {
    expect(places(pasted(beat, copied(beat, kick), 0, [1], 1920, 3840), 1)).toEqual([960, 1920]);
    expect(pasted(beat, copied(beat, { ...all, rows: [1, 2] }), 0, [], 0, 3840)).toEqual(beat);
  });

  it('comes back through a text as it was', () => {
    expect(readClip(JSON.stringify(clip))).toEqual(clip);
  });

  it.each([
    'hello',
    'null',
    '{}',
    '{"format":"pulsanda-clip","version":2,"ticks":240,"rows":[]}',
    '{"format":"pulsanda-clip","version":1,"ticks":240,"rows":[]}',
    '{"format":"pulsanda-clip","version":1,"ticks":240,"rows":[{"instrument":"kick","hits":[{"at":240}]}]}',
    '{"format":"pulsanda-clip","version":1,"ticks":240,"rows":[{"instrument":"kick","hits":[{"at":0,"velocity":0}]}]}',
    '{"format":"pulsanda-clip","version":1,"ticks":240,"rows":[{"instrument":"kick","hits":[{"at":0,"colour":"red"}]}]}',
  ])('is refused when it is none: %s', (text) => {
    expect(readClip(text)).toBeNull();
  });
});

describe('moving', () => {
  it('goes in time and between rows; what is landed on gives way', () => {
    const later = moved(beat, { ...kick, to: 240 }, 1920, [0], 3840);
    expect(later?.sections[0]?.rows[0]?.hits).toEqual([{ at: 1920, velocity: 118 }]);
    const down = moved(beat, kick, 0, [2], 3840);
    expect(down && [places(down, 0), places(down, 2)]).toEqual([[], [0, 1920]]);
  });

  it('never leaves the section', () => {
    expect(moved(beat, kick, -240, [0], 3840)).toBeNull();
    expect(moved(beat, kick, 240, [0], 3840)).toBeNull();
  });
});

describe('a whole row', () => {
  it('is shifted round the end, or loses what passes it', () => {
    expect(places(shifted(beat, 0, 1, 960, 3840, true), 1)).toEqual([0, 1920]);
    expect(places(shifted(beat, 0, 1, 960, 3840, false), 1)).toEqual([1920]);
    expect(shifted(shifted(beat, 0, 1, 240, 3840, true), 0, 1, -240, 3840, true)).toEqual(beat);
  });

  it('is filled: what stands in the right place stays as it is, the rest gives way', () => {
    const full = filled(beat, 0, 1, [0, 960, 1920], 0, 3840, 90);
    expect(full.sections[0]?.rows[1]?.hits).toEqual([{ at: 0, velocity: 90 }, { at: 960 }, { at: 1920, velocity: 90 }]);
    expect(places(filled(beat, 0, 1, [0], 0, 960, 90), 1), 'only within its bar').toEqual([0, 960, 2880]);
  });
});
