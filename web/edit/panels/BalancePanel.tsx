import { useSyncExternalStore } from 'react';
import type { Row } from '../../api/types';
import { rowChanged } from '../../music/rows';
import { keyOfRow } from '../../sound/Ears';
import type { Player } from '../../sound/Player';
import { usePlayerState } from '../../sound/usePlayer';
import { NumberField } from '../../ui/NumberField';
import { panWords } from '../../ui/words';
import { type Key, say, useSay } from '../../words/words';
import type { Editor } from '../Editor';
import { LevelPicture } from './LevelPicture';
import { ListeningBlock } from './ListeningBlock';
import { Small } from './parts';

type Control = 'level' | 'pan' | 'tune' | 'room';
type Knob = {
  key: Control;
  label: Key;
  low: number;
  high: number;
  step: number;
  usual: number;
  /** What is typed for 1. */
  typed: number;
  words: (value: number) => string;
};
const KNOBS: Knob[] = [
  {
    key: 'level',
    label: 'panels.knob.level',
    low: 0,
    high: 1.5,
    step: 0.05,
    usual: 1,
    typed: 100,
    words: (value) => say('panels.percent', { percent: Math.round(value * 100) }),
  },
  {
    key: 'pan',
    label: 'panels.knob.pan',
    low: -1,
    high: 1,
    step: 0.1,
    usual: 0,
    typed: 100,
    words: (value) => panWords(value),
  },
  {
    key: 'tune',
    label: 'panels.knob.tune',
    low: -12,
    high: 12,
    step: 1,
    usual: 0,
    typed: 1,
    words: (value) => say('edit.semitones', { count: value }),
  },
  {
    key: 'room',
    label: 'panels.knob.room',
    low: 0,
    high: 1,
    step: 0.05,
    usual: 0,
    typed: 100,
    words: (value) => say('panels.percent', { percent: Math.round(value * 100) }),
  },
];

/** What sets the sound of whole rows. How hard a hit is stands on the hit; the two multiply. */
export function BalancePanel({ editor, player, locked }: { editor: Editor; player: Player; locked: boolean }) {
  const say = useSay();
  useSyncExternalStore(editor.store.subscribe, () => editor.store.pattern);
  useSyncExternalStore(editor.subscribe, () => editor.state.section);
  return (
    <>
      <section aria-labelledby="balance" className="card p-3">
        <h2 id="balance">{say('panels.balance')}</h2>
        <p className="text-sm text-faint">{say('panels.balance.about')}</p>
        {editor.order.map((index) => (
          <RowBalance key={index} editor={editor} player={player} row={editor.section.rows[index] as Row} index={index} locked={locked} />
        ))}
      </section>
      <ListeningBlock player={player} />
    </>
  );
}

type Props = { editor: Editor; player: Player; row: Row; index: number; locked: boolean };

function RowBalance({ editor, player, row, index, locked }: Props) {
  const say = useSay();
  const { ears } = usePlayerState(player);
  const key = keyOfRow(editor.section.rows, index);
  const name = editor.words.name(index);
  const set = (key: Control | 'muted', value: number | boolean, label: string) =>
    editor.store.change(say('panels.of', { what: label, name }), (pattern) => rowChanged(pattern, editor.index, index, { [key]: value }));
  return (
    <fieldset className="mt-3 border-t border-rule pt-2">
      <legend className="float-left me-auto font-bold first-letter:uppercase">{name}</legend>
      <span className="float-right flex gap-1">
        <Small
          pressed={ears.alone.includes(key)}
          onClick={() => player.alone(key)}
          label={`${say('panels.balance.aloneWord')}: ${name}`}
          title={say('panels.balance.aloneKey')}
        >
          {say('panels.balance.aloneWord')}
        </Small>
        <Small
          pressed={ears.silenced.includes(key)}
          onClick={() => player.silence(key)}
          label={`${say('panels.balance.offWord')}: ${name}`}
          title={say('panels.balance.offKey')}
        >
          {say('panels.balance.offWord')}
        </Small>
        <Small
          pressed={row.muted ?? false}
          disabled={locked}
          onClick={() => set('muted', !row.muted, say('panels.balance.muteStep'))}
          label={`${say('panels.balance.muteWord')}: ${name}`}
          title={say('panels.balance.muteTitle')}
        >
          {say('panels.balance.muteWord')}
        </Small>
      </span>
      <div className="clear-both">
        <LevelPicture row={row} name={name} exponent={editor.catalogue.sound.exponent} />
      </div>
      <div className="grid grid-cols-2 gap-x-3 gap-y-1 text-xs">
        {KNOBS.map(({ key, label: labelKey, low, high, step, usual, typed, words }) => {
          const value = row[key] ?? usual;
          const label = say(labelKey);
          return (
            <div key={key}>
              <span className="flex items-center justify-between gap-1">
                <span>
                  {label}: {words(value)}
                </span>
                <NumberField
                  label={say('panels.typed', { what: label, name })}
                  value={Math.round(value * typed)}
                  low={low * typed}
                  high={high * typed}
                  disabled={locked}
                  className="field field-small w-11 text-xs"
                  take={(number) => set(key, Math.round(number) / typed, label)}
                  refuse={(number) => editor.say(say('panels.notFit', { number, what: label, low: low * typed, high: high * typed }))}
                />
              </span>
              <input
                type="range"
                className="slider block w-full"
                aria-label={say('panels.of', { what: label, name })}
                aria-valuetext={words(value)}
                min={low}
                max={high}
                disabled={locked}
                step={step}
                value={value}
                onPointerDown={() => editor.store.begin()}
                onPointerUp={() => editor.store.end()}
                onChange={(event) => set(key, event.target.valueAsNumber, label)}
              />
            </div>
          );
        })}
      </div>
    </fieldset>
  );
}
