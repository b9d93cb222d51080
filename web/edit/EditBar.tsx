import { useSyncExternalStore } from 'react';
import { barRepeated } from '../music/form';
import { cleared } from '../music/pattern';
import { keyNames } from '../ui/keyNames';
import { useKeys } from '../ui/useKeys';
import { lower } from '../ui/words';
import { useSay } from '../words/words';
import type { Editor } from './Editor';

/** Undo, redo and the commonest actions on the bar where the cursor is. */
export function EditBar({ editor }: { editor: Editor }) {
  const say = useSay();
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
      <span className="joined max-sm:-order-1">
        <button
          type="button"
          className="button"
          disabled={!store.undoName}
          onClick={back}
          title={store.undoName ? `${say('beat.undo')}: ${lower(store.undoName)} (${keyNames('Ctrl + Z')})` : say('beat.undo.none')}
          aria-label={store.undoName ? `${say('beat.undo')}: ${lower(store.undoName)}` : say('beat.undo')}
        >
          <Turn />
          <span className="max-sm:sr-only">{say('beat.undo')}</span>
        </button>
        <button
          type="button"
          className="button"
          disabled={!store.redoName}
          onClick={again}
          title={store.redoName ? `${say('beat.redo')}: ${lower(store.redoName)} (${keyNames('Ctrl + Shift + Z')})` : say('beat.redo.none')}
          aria-label={store.redoName ? `${say('beat.redo')}: ${lower(store.redoName)}` : say('beat.redo')}
        >
          <Turn forward />
          <span className="sr-only">{say('beat.redo')}</span>
        </button>
      </span>
      {(!last || canGrow) && (
        <button
          type="button"
          className="button"
          onClick={() =>
            store.change(say('edit.bar.repeat', { bar: bar + 1 }), (pattern) => barRepeated(pattern, editor.index, bar, bar + 1, barTicks))
          }
        >
          {say('beat.bar.repeat', { number: bar + 1 })}
        </button>
      )}
      <button
        type="button"
        className="button"
        disabled={empty}
        aria-label={say('beat.clear.all')}
        title={say('beat.clear.title')}
        onClick={() => store.change(say('edit.clear.all'), (pattern) => cleared(pattern, editor.index))}
      >
        {say('beat.clear')}
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
  const say = useSay();
  const { canPaste, range } = useSyncExternalStore(editor.subscribe, () => editor.state);
  if (!range && !canPaste) return null;
  return (
    <span className="flex flex-none gap-1.5">
      {range && (
        <span className="joined">
          <button
            type="button"
            className="button button-small"
            onClick={() => editor.copy()}
            title={say('edit.key', { key: keyNames('Ctrl + C') })}
          >
            {say('beat.marked.copy')}
          </button>
          <button type="button" className="button button-small" onClick={() => editor.open('hit')}>
            {say('beat.marked.shape')}
          </button>
          <button type="button" className="button button-small" onClick={() => editor.clear()} title={say('edit.key', { key: 'Delete' })}>
            {say('beat.marked.remove')}
          </button>
        </span>
      )}
      {canPaste && (
        <button
          type="button"
          className="button button-small"
          onClick={() => editor.paste()}
          title={say('edit.key', { key: keyNames('Ctrl + V') })}
        >
          {say('beat.marked.paste')}
        </button>
      )}
    </span>
  );
}
