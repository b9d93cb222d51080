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
  const back = () => void store.undo();
  const again = () => void store.redo();
  useKeys({ 'Ctrl+z': back, 'Ctrl+Shift+z': again, 'Ctrl+y': again }, { onSheet: true });
  const { barTicks } = editor.music;
  const bar = Math.min(Math.floor((range?.from ?? cursor.at) / barTicks), editor.section.bars - 1);
  const last = bar === editor.section.bars - 1;
  const canGrow = (editor.allowed.freedom?.form ?? true) && editor.section.bars < editor.catalogue.limits.bars;
  const empty = editor.section.rows.every((row) => row.hits.length === 0);
  return (
    <>
      <span className="joined">
        <button
          type="button"
          className="button"
          disabled={!store.undoName}
          onClick={back}
          title={store.undoName ? `Undo: ${lower(store.undoName)} (Ctrl + Z)` : 'Nothing to take back'}
          aria-label={store.undoName ? `Undo: ${lower(store.undoName)}` : 'Undo'}
        >
          <Turn />
          <span className="max-sm:sr-only">Undo</span>
        </button>
        <button
          type="button"
          className="button"
          disabled={!store.redoName}
          onClick={again}
          title={store.redoName ? `Redo: ${lower(store.redoName)} (Ctrl + Shift + Z)` : 'Nothing to do again'}
          aria-label={store.redoName ? `Redo: ${lower(store.redoName)}` : 'Redo'}
        >
          <Turn forward />
          <span className="max-sm:sr-only">Redo</span>
        </button>
      </span>
      {(!last || canGrow) && (
        <button
          type="button"
          className="button"
          onClick={() => store.change(`Repeat bar ${bar + 1}`, (pattern) => barRepeated(pattern, editor.index, bar, bar + 1, barTicks))}
        >
          Repeat bar {bar + 1}
        </button>
      )}
      <button
        type="button"
        className="button"
        disabled={empty}
        aria-label="Clear everything"
        title="Remove every hit of this section; undo brings them back"
        onClick={() => store.change('Clear everything', (pattern) => cleared(pattern, editor.index))}
      >
        Clear
      </button>
    </>
  );
}

/** An arrow that turns back, or forward again. */
function Turn({ forward = false }: { forward?: boolean }) {
  return (
    <svg
      aria-hidden="true"
      viewBox="0 0 14 12"
      className={`h-3 w-3.5 fill-none stroke-current stroke-[1.6] ${forward ? '-scale-x-100' : ''}`}
    >
      <path d="M5 1 1.5 4.2 5 7.4M1.8 4.2h7a3.4 3.4 0 0 1 0 6.8H5" />
    </svg>
  );
}

/** What can be done with what is marked, and with what was copied. */
export function MarkedBar({ editor }: { editor: Editor }) {
  const { canPaste, range } = useSyncExternalStore(editor.subscribe, () => editor.state);
  if (!range && !canPaste) return null;
  return (
    <span className="flex flex-none gap-1.5">
      {range && (
        <span className="joined">
          <button type="button" className="button button-small" onClick={() => editor.copy()} title="Key Ctrl + C">
            Copy
          </button>
          <button type="button" className="button button-small" onClick={() => editor.clear()} title="Key Delete">
            Remove what is marked
          </button>
        </span>
      )}
      {canPaste && (
        <button type="button" className="button button-small" onClick={() => editor.paste()} title="Key Ctrl + V">
          Paste here
        </button>
      )}
    </span>
  );
}
