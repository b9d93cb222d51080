import { lazy, Suspense, useRef, useState } from 'react';
import { Revealed } from '../ui/Revealed';
import { useKeys } from '../ui/useKeys';
import { useSay, withWords } from '../words/words';

const KeysList = lazy(() => withWords(import('./panels/KeysList'), 'panels'));

/** What hands can do here, on "?". Opens beside the sheet, never over it. */
export function KeysHelp() {
  const say = useSay();
  const button = useRef<HTMLElement>(null);
  const [open, setOpen] = useState(false);
  useKeys({ '?': () => button.current?.click() }, { onSheet: true });
  return (
    <details className="card p-3 text-sm" onToggle={(event) => setOpen(event.currentTarget.open)}>
      <summary ref={button} className="quiet-link w-fit font-bold">
        {say('beat.keys')}
      </summary>
      {open && (
        <Suspense>
          <Revealed>
            <KeysList />
          </Revealed>
        </Suspense>
      )}
    </details>
  );
}
