import { describe, expect, it } from 'vitest';
import { BAR, lesson, places } from '../../tests/web/lesson';
import * as form from './form';

const two = lesson({ kick: [{ at: 240, velocity: 28, push: 20 }, { at: BAR + 960 }] }, 2);
const ab = form.sectionAdded(form.sectionRenamed(two, 0, 'Verse'), 0, true);

describe('bars', () => {
  it('are repeated with everything a hit holds', () => {
    expect(form.barRepeated(two, 0, 0, 1, BAR).sections[0]?.rows[0]?.hits).toEqual([
      { at: 240, velocity: 28, push: 20 },
      { at: BAR + 240, velocity: 28, push: 20 },
    ]);
    const longer = form.barRepeated(two, 0, 1, 2, BAR);
    expect([longer.sections[0]?.bars, places(longer)]).toEqual([3, [240, BAR + 960, 2 * BAR + 960]]);
    expect(places(form.barRepeatedToEnd(form.barsSet(two, 0, 4, BAR), 0, 0, BAR))).toEqual([0, 1, 2, 3].map((bar) => bar * BAR + 240));
    expect(places(form.allRepeated(two, 0, BAR))).toEqual([240, BAR + 960, 2 * BAR + 240, 3 * BAR + 960]);
  });

  it('are inserted and removed without a trace', () => {
    const inserted = form.barInserted(two, 0, 1, BAR);
    expect([inserted.sections[0]?.bars, places(inserted)]).toEqual([3, [240, 2 * BAR + 960]]);
    expect(form.barRemoved(inserted, 0, 1, BAR)).toEqual(two);
  });

  it('are exchanged, and back', () => {
    const exchanged = form.barsExchanged(two, 0, 0, 1, BAR);
    expect(places(exchanged)).toEqual([960, BAR + 240]);
    expect(form.barsExchanged(exchanged, 0, 1, 0, BAR)).toEqual(two);
  });

  it('go with their hits when there are fewer', () => {
    expect(places(form.barsSet(two, 0, 1, BAR))).toEqual([240]);
    expect(form.barsSet(two, 0, 2, BAR)).toBe(two);
  });
});

describe('sections', () => {
  it('are varied from a copy with a name of its own, played at the end', () => {
    expect(ab.sections.map(({ name }) => name)).toEqual(['Verse', 'Verse 2']);
    expect(ab.order).toEqual([
      { section: 'Verse', times: 1 },
      { section: 'Verse 2', times: 1 },
    ]);
    expect(places(ab, 0, 1)).toEqual(places(two));
    const third = form.sectionAdded(ab, 1, true);
    expect(third.sections.map(({ name }) => name)).toEqual(['Verse', 'Verse 2', 'Verse 3']);
    expect(form.sectionAdded(two, 0, false).sections[1]).toEqual({ name: 'B', bars: 2, rows: [{ instrument: 'kick', hits: [] }] });
  });

  it('take their place in the order along when they are renamed or removed', () => {
    expect(form.sectionRenamed(ab, 1, 'Chorus').order?.[1]).toEqual({ section: 'Chorus', times: 1 });
    expect(form.sectionRemoved(ab, 0).order).toEqual([{ section: 'Verse 2', times: 1 }]);
    const once = { ...ab, order: [{ section: 'Verse', times: 3 }] };
    expect(form.sectionRemoved(once, 0).order, 'never empty').toEqual([{ section: 'Verse 2', times: 1 }]);
  });
});

describe('the form', () => {
  const song = {
    ...ab,
    order: [
      { section: 'Verse', times: 2 },
      { section: 'Verse 2', times: 1 },
      { section: 'Verse', times: 1 },
    ],
  };

  it('says which turn of which section sounds', () => {
    expect(form.formOf(song)).toHaveLength(4);
    expect(form.placeInForm(song, BAR, 2 * BAR + 10)).toEqual({ section: 0, tick: 10, turn: 2, turns: 3 });
    expect(form.placeInForm(song, BAR, 5 * BAR)).toEqual({ section: 1, tick: BAR, turn: 1, turns: 1 });
    expect(form.placeInForm(song, BAR, 7 * BAR)).toEqual({ section: 0, tick: BAR, turn: 3, turns: 3 });
    expect(form.placeInForm(song, BAR, 8 * BAR)).toBeNull();
  });

  it('is written out as one section, cycles too', () => {
    const out = form.writtenOut(song, BAR);
    expect(out.sections[0]?.bars).toBe(8);
    expect(places(out)).toHaveLength(8);
    const cycle = {
      ...two,
      sections: [{ ...two.sections[0], name: 'A', bars: 2, rows: [{ instrument: 'kick', cycle: 960, hits: [{ at: 0 }, { at: 1000 }] }] }],
      order: [{ section: 'A', times: 2 }],
    };
    expect(places(form.writtenOut(cycle, BAR))).toEqual(Array.from({ length: 16 }, (_, i) => i * 960));
    expect(form.writtenOut(two, BAR), 'one section stays as it is').toBe(two);
  });
});
