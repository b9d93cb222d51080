import { type Key, say } from '../words/words';
import type { Editor } from './Editor';

const VALUES: Record<number, Key> = {
  960: 'edit.value.4',
  480: 'edit.value.8',
  320: 'edit.value.8t',
  240: 'edit.value.16',
  160: 'edit.value.16t',
};

/** By what a hand paints along a row: "eighths", or so many of its steps. */
export function valueWords(editor: Editor, row: number): string {
  const ticks = editor.paintTicks(row);
  const known = VALUES[ticks];
  if (known) return say(known);
  const one = editor.section.rows[row];
  return one ? say('edit.value.steps', { count: Math.max(1, Math.round(ticks / editor.step(one))) }) : '';
}
