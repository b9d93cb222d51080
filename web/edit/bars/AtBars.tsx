import { useSyncExternalStore } from 'react';
import { soon } from '../../ui/soon';
import { withWords } from '../../words/words';
import { useGone } from '../AtLine';
import type { Editor } from '../Editor';

export const BarsBar = soon(() => withWords(import('./BarsBar'), 'panels'));

/** The number of a bar on the sheet. */
export const barCss = (bar: number): string => `[data-bar="${bar}"]`;

type Props = { editor: Editor; loop: (() => void) | null };

/** The bar at the number of a bar that was pressed; gone with the next press elsewhere. */
export function AtBars({ editor, loop }: Props) {
  const asked = useSyncExternalStore(editor.subscribe, () => editor.state.atBars);
  const marked = useSyncExternalStore(editor.subscribe, () => editor.state.range !== null);
  useGone(asked !== null, barCss(asked ?? 0), () => editor.openBars(null));
  return asked !== null && marked ? <BarsBar editor={editor} bar={asked} loop={loop} /> : null;
}
