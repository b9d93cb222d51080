import { expect, it } from 'vitest';
import { editorOf, lesson } from '../../tests/web/lesson';
import { press } from './keys';

const STAFF = ['china', 'closed-hat', 'snare', 'kick'];

it('goes through rows as they are drawn: keys, marking, moving', () => {
  const { editor, store } = editorOf(lesson({ kick: [{ at: 0 }], snare: [{ at: 960 }], 'closed-hat': [] }));
  editor.music = { ...editor.music, order: STAFF };
  const key = (name: string, shift = false) => press(editor, { key: name, shift, command: false });
  editor.go({ row: 2, at: 0 });
  key('ArrowUp');
  expect(editor.state.cursor.row, 'nothing is above the cymbals').toBe(2);
  key('ArrowDown');
  expect(editor.state.cursor.row).toBe(1);
  key('ArrowDown', true);
  expect(editor.state.range?.rows, 'snare and kick').toEqual([1, 0]);
  editor.markBars(0);
  expect(editor.state.range?.rows).toEqual([2, 1, 0]);
  editor.go({ row: 0, at: 0 });
  key('h');
  expect(
    store.pattern.sections[0]?.rows.map((row) => row.hits.length),
    'one row higher is the snare',
  ).toEqual([0, 2, 0]);
  expect(editor.state.cursor.row).toBe(1);
  key('b');
  key('b');
  expect(editor.state.said).toBe('That would leave the section');
});
