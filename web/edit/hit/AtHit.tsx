import { useEffect, useState, useSyncExternalStore } from 'react';
import { soon } from '../../ui/soon';
import { withWords } from '../../words/words';
import type { Editor, Place } from '../Editor';

export const HitBar = soon(() => withWords(import('./HitBar'), 'panels'));

/** Milliseconds of rest after which the bar comes: whoever goes on writing never sees it. */
const REST = 450;

/** The bar at a hit that was just written, or asked for it; gone with the next press elsewhere. */
export function AtHit({ editor }: { editor: Editor }) {
  const asked = useSyncExternalStore(editor.subscribe, () => editor.state.atHit);
  const [shown, setShown] = useState<Place | null>(null);
  useEffect(() => {
    setShown(null);
    if (!asked) return;
    const timer = setTimeout(() => setShown(asked.place), asked.at === 'rest' ? REST : 0);
    const close = (event: Event) => {
      if (!(event.target as Element).closest?.('.hit-bar')) editor.openHit(null);
    };
    const leave = ({ key }: KeyboardEvent) => {
      if (key !== 'Escape') return;
      editor.openHit(null);
      const { row, at } = asked.place;
      document.querySelector<HTMLElement>(`[data-cell="${row}-${at}"]`)?.focus();
    };
    document.addEventListener('pointerdown', close, { capture: true });
    document.addEventListener('keydown', leave);
    return () => {
      clearTimeout(timer);
      document.removeEventListener('pointerdown', close, { capture: true });
      document.removeEventListener('keydown', leave);
    };
  }, [asked, editor]);
  return shown ? <HitBar editor={editor} place={shown} byKey={asked?.at === 'key'} /> : null;
}
