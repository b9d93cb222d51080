import { Disclosure, DisclosureButton, DisclosurePanel } from '@headlessui/react';
import type { RefObject } from 'react';

const KEYS: [string, string][] = [
  ['Space', 'play or stop'],
  ['Arrows', 'go to another place or row'],
  ['Home, End', 'first and last place of the row'],
  ['Enter', 'add a hit, or remove it'],
  ['1 2 3 4', 'ghost, soft, firm, accent'],
  ['Shift + up, down', 'harder, softer'],
  ['Delete', 'remove the hit'],
  ['Ctrl + Z', 'undo; with Shift: redo'],
  ['?', 'show or hide this'],
];

/** What hands can do here. Opens beside the sheet, never over it. */
export function KeysHelp({ button }: { button: RefObject<HTMLButtonElement | null> }) {
  return (
    <Disclosure as="section" className="card text-sm">
      <DisclosureButton ref={button} className="quiet-link font-bold">
        Keys and hands (?)
      </DisclosureButton>
      <DisclosurePanel>
        <p className="mt-2">
          Press a place to add a hit, press it again to remove it. Drag along the row to paint or erase. Drag a hit up for harder, down for
          softer.
        </p>
        <dl className="mt-2 grid grid-cols-[auto_1fr] gap-x-3 gap-y-1">
          {KEYS.map(([key, what]) => (
            <div key={key} className="contents">
              <dt>
                <kbd className="rounded border border-rule bg-paper px-1.5 font-text">{key}</kbd>
              </dt>
              <dd>{what}</dd>
            </div>
          ))}
        </dl>
      </DisclosurePanel>
    </Disclosure>
  );
}
