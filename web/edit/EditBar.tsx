import { useSyncExternalStore } from 'react';
import { barRepeated } from '../music/form';
import { cleared } from '../music/pattern';
import { useKeys } from '../ui/useKeys';
import { lower } from '../ui/words';
import type { Editor } from './Editor';

/** Undo, redo and the commonest actions on the bar where the cursor is. */
export function EditBar({ editor }: { editor: Editor }) {
  const { store } = editor;
  useSyncExternalStore(store.subscribe, () => store.revision);
  const { cursor, range } = useSyncExternalStore(editor.subscribe, () => editor.state);
  const back = () => {
    const name = store.undo();
    if (name) editor.say(`Taken back: ${lower(name)}`);
  };
  const again = () => {
    const name = store.redo();
    if (name) editor.say(`Done again: ${lower(name)}`);
  };
  useKeys({ 'Ctrl+z': back, 'Ctrl+Shift+z': again, 'Ctrl+y': again }, { onSheet: true });
  const { barTicks } = editor.music;
  const bar = Math.min(Math.floor((range?.from ?? cursor.at) / barTicks), editor.section.bars - 1);
  const last = bar === editor.section.bars - 1;
  const canGrow = (editor.allowed.freedom?.form ?? true) && editor.section.bars < editor.catalogue.limits.bars;
  const empty = editor.section.rows.every((row) => row.hits.length === 0);
  return (
    <div className="mt-3 flex flex-wrap items-center gap-2">
      <button type="button" className="button" disabled={!store.undoName} onClick={() => store.undo()} title="Key Ctrl + Z">
        Undo{store.undoName && `: ${lower(store.undoName)}`}
      </button>
      <button type="button" className="button" disabled={!store.redoName} onClick={() => store.redo()} title="Key Ctrl + Shift + Z">
        Redo{store.redoName && `: ${lower(store.redoName)}`}
      </button>
      {(!last || canGrow) && (
        <button
          type="button"
          className="button"
          onClick={() => store.change(`Repeat bar ${bar + 1}`, (pattern) => barRepeated(pattern, editor.index, bar, bar + 1, barTicks))}
        >
          Repeat bar {bar + 1}
        </button>
      )}
      {range && (
        <>
          <button type="button" className="button" onClick={() => editor.copy()} title="Key Ctrl + C">
            Copy
          </button>
          <button type="button" className="button" onClick={() => editor.clear()} title="Key Delete">
            Remove what is marked
          </button>
        </>
      )}
      <PasteButton editor={editor} />
      <button
        type="button"
        className="button"
        disabled={empty}
        onClick={() => store.change('Clear everything', (pattern) => cleared(pattern, editor.index))}
      >
        Clear everything
      </button>
    </div>
  );
}

function PasteButton({ editor }: { editor: Editor }) {
  const { canPaste } = useSyncExternalStore(editor.subscribe, () => editor.state);
  if (!canPaste) return null;
  return (
    <button type="button" className="button" onClick={() => editor.paste()} title="Key Ctrl + V">
      Paste here
    </button>
  );
}
