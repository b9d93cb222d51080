import { Disclosure, DisclosureButton, DisclosurePanel } from '@headlessui/react';
import { useRef, useState } from 'react';
import { Revealed } from '../ui/Revealed';
import { singleKeys, useKeys } from '../ui/useKeys';

const KEYS: [string, string][] = [
  ['N P', 'next student, previous student'],
  ['Space', 'play or stop'],
  ['B T D', 'hear their beat, the target, the differences only'],
  ['S', 'slower, or at its tempo'],
  ['L', 'loop a bar, the next one, all again'],
  ['1 … 9', 'take a statement into the text'],
  ['M', 'to the mark; Escape comes back'],
  ['Y', 'take the suggested mark'],
  ['W', 'write; Escape comes back'],
  ['K', 'pin a note to the sheet'],
  ['Ctrl + Enter', 'return and go to the next'],
  ['?', 'show or hide this'],
];

/** Those that work where no beat is on the table. */
const AT_A_GLANCE: [string, string][] = [
  ['N', 'to the first one to mark'],
  ['?', 'show or hide this'],
];

/** What single keys do at the Marking table, and the switch that turns them off. */
export function MarkingKeys({ glance }: { glance: boolean }) {
  const button = useRef<HTMLButtonElement>(null);
  const [on, setOn] = useState(singleKeys.on);
  useKeys({ '?': () => button.current?.click() });
  return (
    <Disclosure as="section" className="mt-2 text-sm">
      <DisclosureButton ref={button} className="quiet-link font-bold">
        Keys (?)
      </DisclosureButton>
      <DisclosurePanel>
        <Revealed>
          <dl className="mt-2 grid grid-cols-[auto_1fr] gap-x-3 gap-y-1">
            {(glance ? AT_A_GLANCE : KEYS).map(([keys, what]) => (
              <div key={keys} className="contents">
                <dt>
                  <kbd className="rounded border border-rule bg-paper px-1.5 font-text">{keys}</kbd>
                </dt>
                <dd>{what}</dd>
              </div>
            ))}
          </dl>
          <label className="mt-2 flex items-center gap-1.5">
            <input
              type="checkbox"
              checked={on}
              onChange={(event) => {
                singleKeys.on = event.target.checked;
                setOn(event.target.checked);
              }}
            />
            single keys act
          </label>
        </Revealed>
      </DisclosurePanel>
    </Disclosure>
  );
}
