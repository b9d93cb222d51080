import { type RefObject, useEffect, useSyncExternalStore } from 'react';
import type { Music } from '../api/types';
import type { PatternStore } from '../music/PatternStore';
import { cleared, hitCount, withBarRepeated } from '../music/pattern';
import { plural } from '../ui/words';

/** Undo, redo and the actions on whole bars. */
export function EditBar({
  store,
  music,
  bars,
  help,
}: {
  store: PatternStore;
  music: Music;
  bars: number;
  help?: RefObject<HTMLButtonElement | null>;
}) {
  const pattern = useSyncExternalStore(store.subscribe, () => store.pattern);
  useEffect(() => {
    const key = (event: KeyboardEvent) => {
      if ((event.target as HTMLElement).closest('input, textarea')) return;
      if (event.key === '?') {
        event.preventDefault();
        help?.current?.click();
        return;
      }
      if (!(event.ctrlKey || event.metaKey) || event.altKey) return;
      const letter = event.key.toLowerCase();
      if (letter !== 'z' && letter !== 'y') return;
      event.preventDefault();
      if (letter === 'y' || event.shiftKey) store.redo();
      else store.undo();
    };
    document.addEventListener('keydown', key);
    return () => document.removeEventListener('keydown', key);
  }, [store, help]);
  return (
    <div className="mt-3 flex flex-wrap items-center gap-2">
      <button type="button" className="button" disabled={!store.undoName} onClick={() => store.undo()}>
        Undo{store.undoName && `: ${store.undoName.toLowerCase()}`}
      </button>
      <button type="button" className="button" disabled={!store.redoName} onClick={() => store.redo()}>
        Redo{store.redoName && `: ${store.redoName.toLowerCase()}`}
      </button>
      {Array.from({ length: bars - 1 }, (_, bar) => bar).map((bar) => (
        <button
          key={bar}
          type="button"
          className="button"
          onClick={() => store.change(`Repeat bar ${bar + 1}`, (before) => withBarRepeated(before, bar, bar + 1, music.barTicks))}
        >
          Repeat bar {bar + 1}
        </button>
      ))}
      <button type="button" className="button" disabled={hitCount(pattern) === 0} onClick={() => store.change('Clear everything', cleared)}>
        Clear everything
      </button>
      {store.steps.length > 0 && <Steps store={store} />}
    </div>
  );
}

/** Every step so far, the newest first; pressing one takes it and all after it back. */
function Steps({ store }: { store: PatternStore }) {
  const back = (count: number) => {
    for (let i = 0; i < count; i++) store.undo();
  };
  return (
    <details className="w-full text-sm">
      <summary>{plural(store.steps.length, 'step')} that can be taken back</summary>
      <ol className="mt-2 flex max-h-40 flex-wrap gap-1.5 overflow-y-auto">
        {store.steps.map((name, i) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: a step is known by its place in the list
          <li key={i}>
            <button
              type="button"
              className="button"
              onClick={() => back(i + 1)}
              aria-label={`Back to before: ${name.toLowerCase()}, step ${store.steps.length - i}`}
            >
              {name}
            </button>
          </li>
        ))}
      </ol>
    </details>
  );
}
