import type { Key } from '../words/words';
import type { Editor, Place } from './Editor';

/** What a key does on the sheet. The list shows in the help, so that each is described once. */
type Command = { keys: string; what: Key; match: (event: KeyPress) => boolean; act: (editor: Editor, event: KeyPress) => void };
export type KeyPress = { key: string; shift: boolean; command: boolean };

const plain =
  (...keys: string[]) =>
  (event: KeyPress) =>
    !event.command && keys.includes(event.key.length === 1 ? event.key.toLowerCase() : event.key);
const command = (key: string) => (event: KeyPress) => event.command && event.key.toLowerCase() === key;
const LEVELS = ['ghost', 'soft', 'firm', 'accent'];

export const KEYS: Command[] = [
  {
    keys: 'Arrows',
    what: 'panels.keys.go',
    match: plain('ArrowLeft', 'ArrowRight', 'ArrowUp', 'ArrowDown', 'Home', 'End'),
    act: travel,
  },
  { keys: 'A', what: 'panels.keys.hit', match: plain('a'), act: (editor) => editor.openHit(editor.state.cursor, 'key') },
  { keys: 'N', what: 'panels.keys.row', match: plain('n'), act: (editor) => editor.open('row') },
  { keys: 'Enter', what: 'panels.keys.add', match: plain('Enter'), act: (editor) => editor.toggle(editor.state.cursor) },
  {
    keys: '1 2 3 4',
    what: 'panels.keys.levels',
    match: plain('1', '2', '3', '4'),
    act: (editor, { key }) => editor.level(LEVELS[Number(key) - 1] ?? ''),
  },
  { keys: '+ −', what: 'panels.keys.louder', match: plain('+', '-', '='), act: (editor, { key }) => editor.louder(key === '-' ? -6 : 6) },
  { keys: ', .', what: 'panels.keys.push', match: plain(',', '.'), act: (editor, { key }) => editor.pushBy(key === ',' ? -10 : 10) },
  {
    keys: 'R',
    what: 'panels.keys.roll',
    match: plain('r'),
    act: (editor, { shift }) => editor.rollBy(shift ? -1 : 1),
  },
  { keys: 'F', what: 'panels.keys.grace', match: plain('f'), act: (editor) => editor.nextOrnament() },
  {
    keys: 'O',
    what: 'panels.keys.odds',
    match: plain('o'),
    act: (editor) => editor.odds(nextOdds(editor.targetHits()[0]?.odds ?? 100)),
  },
  {
    keys: 'Q W',
    what: 'panels.keys.listen',
    match: plain('q', 'w'),
    act: (editor, { key }) => editor.listen(key.toLowerCase() === 'q' ? 'alone' : 'silence'),
  },
  { keys: 'M', what: 'panels.keys.silence', match: plain('m'), act: (editor) => editor.silence() },
  {
    keys: 'E L',
    what: 'panels.keys.move',
    match: plain('e', 'l'),
    act: (editor, { key }) => editor.move(key.toLowerCase() === 'e' ? -1 : 1, 0),
  },
  {
    keys: 'H B',
    what: 'panels.keys.rows',
    match: plain('h', 'b'),
    act: (editor, { key }) => editor.move(0, key.toLowerCase() === 'h' ? -1 : 1),
  },
  { keys: 'S', what: 'panels.keys.mark', match: plain('s'), act: (editor) => editor.markMore() },
  { keys: 'Delete', what: 'panels.keys.remove', match: plain('Delete', 'Backspace'), act: (editor) => editor.clear() },
  { keys: 'Escape', what: 'panels.keys.escape', match: plain('Escape'), act: (editor) => editor.go(editor.state.cursor) },
  { keys: 'Ctrl + A', what: 'panels.keys.all', match: command('a'), act: (editor) => editor.markBars(0, editor.section.bars - 1) },
];

/** Those that the page listens to everywhere, for the help. */
export const EVERYWHERE: [string, Key][] = [
  ['Space', 'panels.keys.play'],
  ['C', 'panels.keys.again'],
  ['Ctrl + C, X, V', 'panels.keys.copy'],
  ['Ctrl + Z', 'panels.keys.undo'],
  ['T', 'panels.keys.tap'],
  ['?', 'panels.keys.help'],
];

/** @returns whether the key means something on the sheet */
export function press(editor: Editor, event: KeyPress): boolean {
  const key = KEYS.find((one) => one.match(event));
  key?.act(editor, event);
  return key !== undefined;
}

function nextOdds(odds: number): number {
  return odds > 75 ? 75 : odds > 50 ? 50 : odds > 25 ? 25 : 100;
}

function travel(editor: Editor, { key, shift }: KeyPress): void {
  const { cursor } = editor.state;
  const place = destination(editor, key, cursor);
  if (shift) editor.markTo(place);
  else editor.go(place);
}

function destination(editor: Editor, key: string, cursor: Place): Place {
  const { rows } = editor.section;
  const row = rows[cursor.row];
  if (!row) return cursor;
  const places = editor.places(row);
  switch (key) {
    case 'ArrowLeft':
      return { ...cursor, at: places.findLast((at) => at < cursor.at) ?? cursor.at };
    case 'ArrowRight':
      return { ...cursor, at: places.find((at) => at > cursor.at) ?? cursor.at };
    case 'Home':
      return { ...cursor, at: 0 };
    case 'End':
      return { ...cursor, at: places.at(-1) ?? 0 };
    default: {
      const way = key === 'ArrowUp' ? -1 : 1;
      const next = editor.next(cursor.row, way) ?? cursor.row;
      const there = rows[next];
      // The place at or before this one that the other row's grid has.
      return there ? { row: next, at: editor.places(there).findLast((at) => at <= cursor.at) ?? 0 } : cursor;
    }
  }
}
