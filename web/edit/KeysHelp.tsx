import { Disclosure, DisclosureButton, DisclosurePanel } from '@headlessui/react';
import { useRef } from 'react';
import { Revealed } from '../ui/Revealed';
import { useKeys } from '../ui/useKeys';
import { useSay } from '../words/words';
import { EVERYWHERE, KEYS } from './keys';

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
        <Revealed>
          <p className="mt-2">{say('edit.keys.how')}</p>
          <dl className="mt-2 grid grid-cols-[auto_1fr] gap-x-3 gap-y-1">
            {[...KEYS.map(({ keys, what }) => [keys, what] as const), ...EVERYWHERE].map(([keys, what]) => (
              <div key={keys} className="contents">
                <dt>
                  <kbd className="rounded border border-rule bg-paper px-1.5 font-text">
                    {keys === 'Arrows' ? say('edit.keys.arrows') : keys === 'Space' ? say('edit.keys.space') : keys}
                  </kbd>
                </dt>
                <dd>{say(what)}</dd>
              </div>
            ))}
          </dl>
        </Revealed>
      </DisclosurePanel>
    </Disclosure>
  );
}
