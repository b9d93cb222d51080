import { useEffect, useState, useSyncExternalStore } from 'react';
import { soon } from '../../ui/soon';
import { withWords } from '../../words/words';
import { useGone } from '../AtLine';
import type { Editor, Place } from '../Editor';

export const HitBar = soon(() => withWords(import('./HitBar'), 'panels'));

/** Milliseconds of rest after which the bar comes: whoever goes on writing never sees it. */
const REST = 450;

type Props = { editor: Editor; more: (() => void) | null };

/** The bar at a hit that was just written, or asked for it; gone with the next press elsewhere. */
export function AtHit({ editor, more }: Props) {
  const asked = useSyncExternalStore(editor.subscribe, () => editor.state.atHit);
  const [shown, setShown] = useState<Place | null>(null);
  useEffect(() => {
    setShown(null);
    if (!asked) return;
    const timer = setTimeout(() => setShown(asked.place), asked.at === 'rest' ? REST : 0);
    return () => clearTimeout(timer);
  }, [asked]);
  useGone(asked !== null, asked ? `[data-cell="${asked.place.row}-${asked.place.at}"]` : '', () => editor.openHit(null));
  return shown ? <HitBar editor={editor} place={shown} byKey={asked?.at === 'key'} more={more} /> : null;
}
