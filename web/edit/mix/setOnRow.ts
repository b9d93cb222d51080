import type { Row } from '../../api/types';
import { rowChanged } from '../../music/rows';
import { say } from '../../words/words';
import type { Editor } from '../Editor';

/** Changes the mix of a row, as a step of undo that is named by what was changed. */
export function setOnRow(editor: Editor, index: number, change: Partial<Row>, what: string): void {
  const step = say('panels.of', { what, name: editor.words.name(index) });
  editor.store.change(step, (pattern) => rowChanged(pattern, editor.index, index, change));
}
