import { useEffect } from 'react';
import { COPIED_HERE } from './Clipboard';
import type { Editor } from './Editor';

/** Marked by a head or a panel, the sheet takes the keys: the place of the cursor has the focus. */
export function useKeysWhereMarked(sheet: React.RefObject<HTMLDivElement | null>, editor: Editor) {
  useEffect(() => {
    let before = editor.state.range;
    return editor.subscribe(() => {
      const { range, cursor } = editor.state;
      if (range === before) return;
      before = range;
      if (!range || document.activeElement?.closest('[role=gridcell], [role=toolbar], input, textarea, select')) return;
      // The cursor goes to where the keys will work.
      const inside = editor.isMarked(cursor) ? cursor : { row: range.rows[0] ?? 0, at: range.from };
      editor.point(inside);
      // At once: a fast hand presses the next key before the next frame.
      const cell = (name: string) => sheet.current?.querySelector<HTMLElement>(`[data-cell${name}]`);
      (cell(`="${inside.row}-${inside.at}"`) ?? cell(`^="${inside.row}-"`))?.focus({ preventScroll: true });
    });
  }, [sheet, editor]);
}

/** The browser's own copy, cut and paste, while the sheet has the focus. */
export function useClipboard(sheet: React.RefObject<HTMLDivElement | null>, editor: Editor, locked: boolean) {
  useEffect(() => {
    const here = () => !locked && sheet.current?.contains(document.activeElement);
    const copy = (event: ClipboardEvent) => {
      const clip = here() ? (event.type === 'cut' ? editor.cut() : editor.copy()) : null;
      if (!clip) return;
      event.clipboardData?.setData('text/plain', COPIED_HERE);
      event.preventDefault();
    };
    const paste = (event: ClipboardEvent) => {
      if (!here()) return;
      event.preventDefault();
      const file = event.clipboardData?.files[0];
      if (file && editor.onFile) editor.onFile(file);
      else editor.pasteText(event.clipboardData?.getData('text/plain') ?? '');
    };
    document.addEventListener('copy', copy);
    document.addEventListener('cut', copy);
    document.addEventListener('paste', paste);
    return () => {
      document.removeEventListener('copy', copy);
      document.removeEventListener('cut', copy);
      document.removeEventListener('paste', paste);
    };
  }, [sheet, editor, locked]);
}
