import { Disclosure, DisclosureButton, DisclosurePanel } from '@headlessui/react';
import { lazy, Suspense, useRef } from 'react';
import { Revealed } from '../ui/Revealed';
import { useKeys } from '../ui/useKeys';
import { useSay, withWords } from '../words/words';

const KeysList = lazy(() => withWords(import('./panels/KeysList'), 'panels'));

/** What hands can do here, on "?". Opens beside the sheet, never over it. */
export function KeysHelp() {
  const say = useSay();
  const button = useRef<HTMLButtonElement>(null);
  useKeys({ '?': () => button.current?.click() }, { onSheet: true });
  return (
    <Disclosure as="section" className="card p-3 text-sm">
      <DisclosureButton ref={button} className="quiet-link font-bold">
        {say('beat.keys')}
      </DisclosureButton>
      <DisclosurePanel>
        <Suspense>
          <Revealed>
            <KeysList />
          </Revealed>
        </Suspense>
      </DisclosurePanel>
    </Disclosure>
  );
}
