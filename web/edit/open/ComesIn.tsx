import { useSyncExternalStore } from 'react';
import { COUNTS, type Count } from '../../music/counted';
import { hitCount } from '../../music/pattern';
import { useSay } from '../../words/words';
import type { Opened } from '../Cursor';
import type { Editor } from '../Editor';

type Props = {
  editor: Editor;
  locked: boolean;
  mayAdd: boolean;
  /** Whether there are pads under the sheet. */
  pads: boolean;
  setPads: (pads: boolean) => void;
  playIn: () => void;
  count: Count;
  setCount: (count: Count) => void;
};

/**
 * Under the last row: another row, how the counting line is written, and the ways a beat comes in. An empty sheet says them in one line;
 * later they are a menu.
 */
export function ComesIn({ editor, locked, mayAdd, pads, setPads, playIn, count, setCount }: Props) {
  const say = useSay();
  const empty = useSyncExternalStore(editor.store.subscribe, () => hitCount(editor.store.pattern) === 0);
  const way = (what: Opened, words: string, className: string) => (
    <button
      type="button"
      className={className}
      data-way={what}
      onClick={(event) => {
        event.currentTarget.closest<HTMLElement>('[popover]')?.hidePopover();
        editor.open(what);
      }}
    >
      {words}
    </button>
  );
  return (
    <p className="comes-in">
      {mayAdd && way('add', say('beat.sheet.addRow'), 'add-row')}
      <select
        aria-label={say('edit.count')}
        className="count-line"
        value={count}
        onChange={({ target }) => setCount(target.value as Count)}
      >
        {COUNTS.map((one) => (
          <option key={one} value={one}>
            {say(`edit.count.${one}`)}
          </option>
        ))}
      </select>
      <button type="button" className="add-row" aria-pressed={pads} onClick={() => setPads(!pads)}>
        {say('edit.pads')}
      </button>
      {empty && !locked ? (
        <span className="ms-auto">
          {say('edit.comes.draw')} {way('type', say('edit.comes.type'), 'quiet-link')},{' '}
          {way('shelf', say('edit.comes.shelf'), 'quiet-link')}, {way('files', say('edit.comes.file'), 'quiet-link')},{' '}
          <button type="button" className="quiet-link" onClick={playIn}>
            {say('edit.comes.playIn')}
          </button>
        </span>
      ) : (
        <>
          <button type="button" className="add-row ms-auto" popoverTarget="comes-in">
            {say('edit.comes.menu')}
          </button>
          <span id="comes-in" popover="auto" className="small-menu">
            {!locked && way('type', say('edit.comes.typeMenu'), 'button')}
            {way('shelf', say('edit.comes.shelfMenu'), 'button')}
            {way('files', say('edit.comes.fileMenu'), 'button')}
          </span>
        </>
      )}
    </p>
  );
}
