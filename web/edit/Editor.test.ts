import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { BAR, editorOf, lesson, places, storage } from '../../tests/web/lesson';
import { barsSet } from '../music/form';
import { rowAdded, rowChanged } from '../music/rows';
import { keepFor } from '../ui/storage';
import { COPIED_HERE } from './Clipboard';
import { press } from './keys';

const beat = lesson({ kick: [{ at: 0, velocity: 118 }, { at: 1920 }], snare: [{ at: 960 }, { at: 2880 }], 'closed-hat': [] });
const key = (editor: ReturnType<typeof editorOf>['editor'], name: string, shift = false, command = false) =>
  press(editor, { key: name, shift, command });

beforeEach(() => vi.stubGlobal('localStorage', storage()));
afterEach(() => vi.unstubAllGlobals());

describe('keys', () => {
  it('walk over the places of each row and stop at its edges', () => {
    const { editor, store } = editorOf(beat);
    store.change('Grid', (pattern) => rowChanged(pattern, 0, 1, { snap: '8' }));
    const walk = (...names: string[]) => {
      for (const name of names) key(editor, name);
      return [editor.state.cursor.row, editor.state.cursor.at];
    };
    expect(walk('ArrowRight')).toEqual([0, 240]);
    expect(walk('ArrowDown'), 'to the place of the other grid that holds it').toEqual([1, 0]);
    expect(walk('ArrowRight')).toEqual([1, 480]);
    expect(walk('End')).toEqual([1, 3360]);
    expect(walk('ArrowRight', 'ArrowUp', 'ArrowUp', 'ArrowUp')).toEqual([0, 3360]);
    expect(walk('Home', 'ArrowLeft')).toEqual([0, 0]);
  });

  it('give grace strokes, and hands to a row', () => {
    const { editor, store } = editorOf(lesson({ snare: [{ at: 0 }, { at: 240 }, { at: 720 }] }));
    const hits = () => store.pattern.sections[0]?.rows[0]?.hits.map(({ hand, ornament }) => `${hand ?? '-'}${ornament ?? ''}`);
    editor.sticking('alternate');
    expect(hits()).toEqual(['R', 'L', 'R']);
    editor.sticking('leads');
    expect(hits(), 'by the steps of the grid').toEqual(['R', 'L', 'L']);
    editor.go({ row: 0, at: 240 });
    key(editor, 'f');
    expect(hits()).toEqual(['R', 'Lflam', 'L']);
    expect(editor.state.said).toBe('snare, just after beat 1: firm, 90, flam, left hand');
    key(editor, 'f');
    key(editor, 'f');
    expect(hits()).toEqual(['R', 'L', 'L']);
    store.undo();
    expect(hits()).toEqual(['R', 'Ldrag', 'L']);
  });

  it('add, level, shape, push, roll and remove, and say what changed', () => {
    const { editor, store } = editorOf(beat);
    editor.go({ row: 2, at: 0 });
    key(editor, 'Enter');
    expect(editor.state.said).toBe('closed hi-hat, beat 1: firm, 90');
    key(editor, '1');
    key(editor, '+');
    key(editor, '.');
    key(editor, 'R');
    key(editor, 'R');
    key(editor, 'o');
    key(editor, 'm');
    expect(store.pattern.sections[0]?.rows[2]?.hits).toEqual([{ at: 0, velocity: 34, push: 10, roll: 3, odds: 75, silent: true }]);
    expect(editor.state.said).toBe('closed hi-hat, beat 1: ghost, 34, roll of 3, 7 ms late, 75 percent of the time, muted');
    key(editor, 'Delete');
    expect(places(store.pattern, 2)).toEqual([]);
    key(editor, 'Enter');
    expect(store.pattern.sections[0]?.rows[2]?.hits[0]?.velocity, 'a new hit is firm').toBe(90);
  });

  it('mark with Shift, and what follows is for all that is marked, as one step', () => {
    const { editor, store } = editorOf(beat);
    for (const name of ['ArrowDown', 'End']) key(editor, name, true);
    expect(editor.state.range).toEqual({ section: 0, rows: [0, 1], from: 0, to: BAR });
    expect(editor.state.said).toBe('4 hits marked');
    key(editor, '2');
    expect(store.pattern.sections[0]?.rows.flatMap((row) => row.hits.map((hit) => hit.velocity))).toEqual([60, 60, 60, 60]);
    key(editor, 'Escape');
    expect(editor.state.range).toBeNull();
    expect(store.undo()).toBe('Make soft: 4 hits');
    expect(store.pattern).toEqual(beat);
  });

  it('mark more with every S, and everything with Ctrl + A', () => {
    const { editor } = editorOf(lesson({ kick: [{ at: 0 }], snare: [{ at: BAR }] }, 2));
    const marked = () => [editor.state.range?.rows, editor.state.range?.from, editor.state.range?.to];
    for (const expected of [
      [[0], 0, BAR],
      [[0], 0, 2 * BAR],
      [[0, 1], 0, BAR],
      [[0, 1], 0, 2 * BAR],
      [[0], 0, BAR],
    ]) {
      key(editor, 's');
      expect(marked()).toEqual(expected);
    }
    key(editor, 'a', false, true);
    expect(marked()).toEqual([[0, 1], 0, 2 * BAR]);
    expect(editor.markedBars()).toEqual({ from: 0, to: 2 * BAR });
    editor.mark({ section: 0, rows: [0], from: 1000, to: 2000 });
    expect(editor.markedBars()).toEqual({ from: 0, to: BAR });
    editor.mark({ section: 0, rows: [0], from: 2 * BAR, to: 3 * BAR });
    expect(editor.markedBeats(), 'bars that are gone').toBeNull();
    editor.mark({ section: 0, rows: [0], from: 1000, to: 2000 });
    expect(editor.markedBeats(), 'loops may begin and end on any beat').toEqual({ from: 960, to: 2880 });
  });

  it('move hits in time and between rows, and say when they cannot go on', () => {
    const { editor, store } = editorOf(beat);
    key(editor, 'l');
    expect([places(store.pattern), editor.state.cursor]).toEqual([[240, 1920], { row: 0, at: 240 }]);
    key(editor, 'b');
    expect(places(store.pattern, 1)).toEqual([240, 960, 2880]);
    editor.go({ row: 0, at: 1920 });
    key(editor, 'h');
    expect(editor.state.said).toBe('That would leave the section');
  });

  it('leave all others alone', () => {
    const { editor, store } = editorOf(beat);
    for (const name of ['Tab', ' ', '5', 'F5', 'y', 'x']) expect(key(editor, name)).toBe(false);
    for (const name of ['c', 'r', 's', 'l', '+']) expect(key(editor, name, false, true), `Ctrl + ${name} is the browser's`).toBe(false);
    expect(store.pattern).toBe(beat);
  });
});

describe('what is told', () => {
  const told = async (act: (editor: ReturnType<typeof editorOf>['editor']) => void) => {
    const { editor } = editorOf(beat);
    act(editor);
    await Promise.resolve();
    return editor.state.said;
  };

  it('is the step, where nobody says more; undo says what it undid', async () => {
    const tint = (editor: ReturnType<typeof editorOf>['editor']) =>
      editor.store.change('Tint of kick', (pattern) => rowChanged(pattern, 0, 0, { tint: 'moss' }));
    expect(await told(tint)).toBe('Tint of kick');
    expect(await told((editor) => editor.toggle({ row: 0, at: 960 }))).toBe('kick, beat 2: firm, 90');
    expect(
      await told((editor) => {
        tint(editor);
        editor.store.undo();
      }),
    ).toBe('Taken back: tint of kick');
    expect(
      await told((editor) => {
        editor.store.begin();
        editor.store.change('Change the tempo', (pattern) => ({ ...pattern, tempo: { bpm: 97 } }));
        editor.store.end();
      }),
      'a slider that says nothing by itself',
    ).toBe('Change the tempo');
  });

  it('a run of the same key is one step, until something else happens', () => {
    const { editor, store } = editorOf(beat);
    for (let i = 0; i < 4; i++) key(editor, '+');
    expect(store.history.done.map((step) => step.name)).toEqual(['Louder: kick, beat 1']);
    key(editor, '-');
    key(editor, '+');
    expect(store.history.done).toHaveLength(3);
    store.undo();
    key(editor, '+');
    expect(store.history.done).toHaveLength(3);
  });
});

describe('the cursor', () => {
  it('comes back onto the sheet when its row or its bar has gone', () => {
    const { editor, store } = editorOf(lesson({ kick: [] }, 2));
    store.change('Add a row', (pattern) => rowAdded(pattern, 0, 'snare'));
    editor.go({ row: 1, at: BAR + 960 });
    editor.settle();
    expect(editor.state.cursor, 'nothing to do').toEqual({ row: 1, at: BAR + 960 });
    store.undo();
    editor.settle();
    expect(editor.state.cursor).toEqual({ row: 0, at: BAR + 960 });
    store.change('Make it 1 bar', (pattern) => barsSet(pattern, 0, 1, BAR));
    editor.settle();
    expect(editor.state.cursor).toEqual({ row: 0, at: 0 });
  });
});

describe('louder and softer', () => {
  it('keep the shape and say when the limit is reached', () => {
    const { editor } = editorOf(beat);
    editor.markRow(0);
    editor.louder(6);
    expect(editor.targetHits().map((hit) => hit.velocity)).toEqual([124, 96]);
    editor.louder(6);
    expect(editor.state.said).toBe('As loud as it goes: the loudest hit is at 127');
    expect(editor.targetHits().map((hit) => hit.velocity)).toEqual([127, 99]);
  });
});

describe('copying', () => {
  it('reaches another row, another bar and another tab', () => {
    const { editor, store } = editorOf(beat);
    editor.markRow(0);
    editor.copy();
    editor.go({ row: 2, at: 1920 });
    editor.paste();
    expect(places(store.pattern, 2)).toEqual([1920]);
    const other = editorOf(lesson({ 'closed-hat': [] }));
    other.editor.paste();
    expect(places(other.store.pattern)).toEqual([0, 1920]);
  });

  it('takes out what is cut, and undo brings it back', () => {
    const { editor, store } = editorOf(beat);
    editor.markBars(0);
    editor.cut();
    expect(store.pattern.sections[0]?.rows.every((row) => row.hits.length === 0)).toBe(true);
    store.undo();
    expect(store.pattern).toEqual(beat);
  });

  it('refuses what it does not know, and changes nothing', () => {
    keepFor('somebody who has copied nothing');
    const { editor, store } = editorOf(beat);
    editor.paste();
    expect(editor.state.said).toBe('Nothing has been copied yet');
    editor.pasteText('a shopping list');
    expect(editor.state.said).toBe('The clipboard holds no hits and no pattern, so nothing was pasted');
    editor.pasteText('{"format":"pulsanda-clip","version":1,"ticks":240,"rows":[{"instrument":"theremin","hits":[{"at":0}]}]}');
    expect(editor.state.said).toContain('an instrument that Pulsanda does not know');
    editor.copy();
    expect(editor.state.said).toBe('1 hit copied');
    expect(store.pattern).toBe(beat);
    let asked = '';
    editor.onPattern = (text) => {
      asked = text;
    };
    editor.pasteText('{"format":"pulsanda-pattern"}');
    expect(asked).toBe('{"format":"pulsanda-pattern"}');
  });
});

describe('a row with its own cycle', () => {
  const own = rowChanged(lesson({ kick: [{ at: 0 }, { at: 480 }, { at: 2000 }] }), 0, 0, { cycle: 720 });

  it('shows its repeats, and hands on a repeat change the hit itself', () => {
    const { editor, store } = editorOf(own);
    const row = editor.section.rows[0];
    if (!row) throw new Error('no row');
    expect(editor.heardPlaces(row)).toEqual([0, 480, 720, 1200, 1440, 1920, 2160, 2640, 2880, 3360, 3600]);
    expect(editor.places(row, 0, 960), 'the grid, and repeats off it').toEqual([0, 240, 480, 720]);
    editor.remove({ row: 0, at: 1200 });
    expect(places(store.pattern)).toEqual([0, 2000]);
    editor.add({ row: 0, at: 960 });
    expect(places(store.pattern)).toEqual([0, 240, 2000]);
  });
});

describe('hits off the shown grid', () => {
  it('stay where they are and can be reached', () => {
    const { editor, store } = editorOf(lesson({ kick: [{ at: 0 }, { at: 320 }] }));
    store.change('Grid', (pattern) => rowChanged(pattern, 0, 0, { snap: '8' }));
    expect(places(store.pattern)).toEqual([0, 320]);
    key(editor, 'ArrowRight');
    expect(editor.state.cursor.at).toBe(320);
    key(editor, '4');
    expect(store.pattern.sections[0]?.rows[0]?.hits[1]?.velocity).toBe(118);
  });
});

describe('what the task allows', () => {
  const freedom = { rows: true, required: ['kick'], forbidden: ['china'] };

  it('is said with its reason', () => {
    const { editor } = editorOf(beat, freedom, ['kick', 'snare']);
    expect(editor.allowed.whyNot('china')).toBe('The task does not allow it.');
    expect(editor.allowed.whyNot('closed-hat')).toBeNull();
    expect(editor.allowed.whyKept(editor.section.rows, 0)).toBe('The task needs this row.');
    expect(editor.allowed.whyKept(editor.section.rows, 1)).toBeNull();
    expect(editorOf(beat, {}, ['kick']).editor.allowed.whyNot('snare')).toBe('The task works with its own instruments.');
    expect(editorOf(beat).editor.allowed.whyNot('china'), 'a teacher may do anything').toBeNull();
  });

  it('holds a section to its number of hits', () => {
    const { editor, store } = editorOf(beat);
    vi.spyOn(editor.catalogue.limits, 'hits', 'get').mockReturnValue(4);
    editor.add({ row: 2, at: 0 });
    expect(editor.state.said).toBe('A section holds 4 hits at most; remove some first');
    expect(store.pattern).toBe(beat);
    vi.restoreAllMocks();
  });
});

describe('what is copied', () => {
  it('goes with the account, and not with the computer', () => {
    keepFor('the teacher');
    const { editor } = editorOf(lesson({ kick: [{ at: 0 }] }));
    editor.go({ row: 0, at: 0 });
    editor.copy();
    // The one who signs in next in the same page.
    keepFor('a student');
    const next = editorOf(lesson({ kick: [] }));
    next.editor.pasteText(COPIED_HERE);
    expect(next.editor.state.said).toBe('Nothing has been copied yet');
    expect(places(next.store.pattern)).toEqual([]);
    keepFor('the teacher');
    const again = editorOf(lesson({ kick: [] }));
    again.editor.go({ row: 0, at: 960 });
    again.editor.pasteText(COPIED_HERE);
    expect(places(again.store.pattern)).toEqual([960]);
  });

  it('is read as typed rows where it is none of ours', () => {
    const { editor } = editorOf(lesson({ kick: [] }));
    const typed: string[] = [];
    editor.onTyped = (text) => typed.push(text);
    editor.pasteText('kick 1 3');
    expect(typed).toEqual(['kick 1 3']);
  });
});
