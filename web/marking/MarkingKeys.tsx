import { Disclosure, DisclosureButton, DisclosurePanel } from '@headlessui/react';
import { useRef, useState } from 'react';
import { keyNames } from '../ui/keyNames';
import { Revealed } from '../ui/Revealed';
import { singleKeys, useKeys } from '../ui/useKeys';
import { type Key, useSay } from '../words/words';

const KEYS: [string, Key][] = [
  ['N P', 'mark.keys.np'],
  ['Space', 'mark.keys.space'],
  ['B T D', 'mark.keys.btd'],
  ['S', 'mark.keys.s'],
  ['L', 'mark.keys.l'],
  ['1 … 9', 'mark.keys.digits'],
  ['M', 'mark.keys.m'],
  ['Y', 'mark.keys.y'],
  ['W', 'mark.keys.w'],
  ['K', 'mark.keys.k'],
  ['Ctrl + Enter', 'mark.keys.enter'],
  ['?', 'mark.keys.help'],
];

/** Those that work where no beat is on the table. */
const AT_A_GLANCE: [string, Key][] = [
  ['N', 'mark.keys.first'],
  ['?', 'mark.keys.help'],
];

/** What single keys do at the Marking table, and the switch that turns them off. */
export function MarkingKeys({ glance }: { glance: boolean }) {
  const say = useSay();
  const button = useRef<HTMLButtonElement>(null);
  const [on, setOn] = useState(singleKeys.on);
  useKeys({ '?': () => button.current?.click() });
  return (
    <Disclosure as="section" className="mt-2 text-sm">
      <DisclosureButton ref={button} className="quiet-link font-bold">
        {say('mark.keys')}
      </DisclosureButton>
      <DisclosurePanel>
        <Revealed>
          <dl className="mt-2 grid grid-cols-[auto_1fr] gap-x-3 gap-y-1">
            {(glance ? AT_A_GLANCE : KEYS).map(([keys, what]) => (
              <div key={keys} className="contents">
                <dt>
                  <kbd className="rounded border border-rule bg-paper px-1.5 font-text">{keyNames(keys)}</kbd>
                </dt>
                <dd>{say(what)}</dd>
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
            {say('mark.keys.single')}
          </label>
        </Revealed>
      </DisclosurePanel>
    </Disclosure>
  );
}
