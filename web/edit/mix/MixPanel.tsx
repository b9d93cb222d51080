import { Disclosure, DisclosureButton, DisclosurePanel } from '@headlessui/react';
import { useSyncExternalStore } from 'react';
import type { Row } from '../../api/types';
import type { Player } from '../../sound/Player';
import { NumberField } from '../../ui/NumberField';
import { Slider } from '../../ui/Slider';
import { panWords } from '../../ui/words';
import { type Key, say, useSay } from '../../words/words';
import type { Editor } from '../Editor';
import { LevelPicture } from './LevelPicture';
import { ListeningBlock } from './ListeningBlock';
import { MixKeys } from './MixKeys';
import { Mound } from './Mound';
import { setOnRow } from './setOnRow';

type Knob = {
  key: 'level' | 'pan' | 'tune' | 'room';
  label: Key;
  low: number;
  high: number;
  step: number;
  usual: number;
  /** What is typed for 1. */
  typed: number;
  words: (value: number) => string;
};
const percent = (value: number) => say('panels.percent', { percent: Math.round(value * 100) });
const LEVEL: Knob = { key: 'level', label: 'panels.knob.level', low: 0, high: 1.5, step: 0.05, usual: 1, typed: 100, words: percent };
const PAN: Knob = { key: 'pan', label: 'panels.knob.pan', low: -1, high: 1, step: 0.1, usual: 0, typed: 100, words: panWords };
const TUNE: Knob = {
  key: 'tune',
  label: 'panels.knob.tune',
  low: -12,
  high: 12,
  step: 1,
  usual: 0,
  typed: 1,
  words: (value) => say('edit.semitones', { count: value }),
};
const ROOM: Knob = { key: 'room', label: 'panels.knob.room', low: 0, high: 1, step: 0.05, usual: 0, typed: 100, words: percent };

/** What sets the sound of whole rows. How hard a hit is stands on the hit; the two multiply. */
export function MixPanel({ editor, player, locked }: { editor: Editor; player: Player; locked: boolean }) {
  const say = useSay();
  useSyncExternalStore(editor.store.subscribe, () => editor.store.pattern);
  useSyncExternalStore(editor.subscribe, () => editor.state.section);
  return (
    <>
      <section aria-labelledby="mix" className="card p-3">
        <h2 id="mix" title={say('panels.balance.about')}>
          {say('panels.balance')}
        </h2>
        {editor.order.map((index) => (
          <RowMix key={index} editor={editor} player={player} row={editor.section.rows[index] as Row} index={index} locked={locked} />
        ))}
      </section>
      <ListeningBlock player={player} />
    </>
  );
}

type Props = { editor: Editor; player: Player; row: Row; index: number; locked: boolean };

function RowMix({ editor, player, row, index, locked }: Props) {
  const say = useSay();
  const name = editor.words.name(index);
  const set = (change: Partial<Row>, label: string) => setOnRow(editor, index, change, label);
  const typed = (knob: Knob) => <Typed knob={knob} editor={editor} row={row} name={name} set={set} locked={locked} />;
  return (
    <fieldset aria-label={name} className="mt-2 border-t border-rule pt-1">
      <Disclosure as="div">
        <span className="flex items-center gap-1">
          <b className="me-auto inline-block first-letter:uppercase">{name}</b>
          <MixKeys editor={editor} player={player} row={row} index={index} locked={locked} all />
          <DisclosureButton className="quiet-link ms-1 text-xs text-faint" aria-label={say('panels.mix.more', { name })}>
            {say('panels.mix.moreWord')}
          </DisclosureButton>
        </span>
        <span className="flex items-center gap-2 text-xs">
          <Mound editor={editor} row={row} index={index} locked={locked} width={132} height={38} />
          {typed(LEVEL)}
          {typed(PAN)}
        </span>
        <DisclosurePanel>
          <LevelPicture row={row} name={name} exponent={editor.catalogue.sound.exponent} />
          <div className="grid grid-cols-2 gap-x-3 gap-y-1 text-xs">
            {[TUNE, ROOM].map((knob) => {
              const value = row[knob.key] ?? knob.usual;
              const label = say(knob.label);
              return (
                <div key={knob.key}>
                  <span className="flex items-center justify-between gap-1">
                    <span>
                      {label}: {knob.words(value)}
                    </span>
                    {typed(knob)}
                  </span>
                  <Slider
                    className="slider block w-full"
                    label={say('panels.of', { what: label, name })}
                    words={knob.words(value)}
                    low={knob.low}
                    high={knob.high}
                    disabled={locked}
                    step={knob.step}
                    fine={knob.step / 5}
                    usual={knob.usual}
                    value={value}
                    begin={() => editor.store.begin()}
                    end={() => editor.store.end()}
                    take={(next) => set({ [knob.key]: next }, label)}
                  />
                </div>
              );
            })}
          </div>
        </DisclosurePanel>
      </Disclosure>
    </fieldset>
  );
}

type TypedProps = {
  knob: Knob;
  editor: Editor;
  row: Row;
  name: string;
  set: (change: Partial<Row>, label: string) => void;
  locked: boolean;
};

/** What can be dragged can be typed. */
function Typed({ knob: { key, label: labelKey, low, high, usual, typed }, editor, row, name, set, locked }: TypedProps) {
  const say = useSay();
  const label = say(labelKey);
  return (
    <NumberField
      label={say('panels.typed', { what: label, name })}
      value={Math.round((row[key] ?? usual) * typed)}
      low={low * typed}
      high={high * typed}
      disabled={locked}
      className="field field-small w-11 text-xs"
      take={(number) => set({ [key]: Math.round(number) / typed }, label)}
      refuse={(number) => editor.say(say('panels.notFit', { number, what: label, low: low * typed, high: high * typed }))}
    />
  );
}
