import { useSyncExternalStore } from 'react';
import type { Row } from '../../api/types';
import { rowChanged } from '../../music/rows';
import { keyOfRow } from '../../sound/Ears';
import type { Player } from '../../sound/Player';
import { usePlayerState } from '../../sound/usePlayer';
import { NumberField } from '../../ui/NumberField';
import { panWords } from '../../ui/words';
import type { Editor } from '../Editor';
import { LevelPicture } from './LevelPicture';
import { ListeningBlock } from './ListeningBlock';
import { Small } from './parts';

type Key = 'level' | 'pan' | 'tune' | 'room';
type Knob = {
  key: Key;
  label: string;
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
    label: 'Level',
    low: 0,
    high: 1.5,
    step: 0.05,
    usual: 1,
    typed: 100,
    words: (value) => `${Math.round(value * 100)} percent`,
  },
  {
    key: 'pan',
    label: 'Pan',
    low: -1,
    high: 1,
    step: 0.1,
    usual: 0,
    typed: 100,
    words: (value) => panWords(value),
  },
  { key: 'tune', label: 'Tune', low: -12, high: 12, step: 1, usual: 0, typed: 1, words: (value) => `${value} semitones` },
  { key: 'room', label: 'Room', low: 0, high: 1, step: 0.05, usual: 0, typed: 100, words: (value) => `${Math.round(value * 100)} percent` },
];

/** What sets the sound of whole rows. How hard a hit is stands on the hit; the two multiply. */
export function BalancePanel({ editor, player, locked }: { editor: Editor; player: Player; locked: boolean }) {
  useSyncExternalStore(editor.store.subscribe, () => editor.store.pattern);
  useSyncExternalStore(editor.subscribe, () => editor.state.section);
  return (
    <>
      <section aria-labelledby="balance" className="card p-3">
        <h2 id="balance">Balance</h2>
        <p className="text-sm text-faint">What sets the sound of whole rows. A row's level and how hard a hit is multiply.</p>
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
  const { ears } = usePlayerState(player);
  const key = keyOfRow(editor.section.rows, index);
  const name = editor.words.name(index);
  const set = (key: Key | 'muted', value: number | boolean, label: string) =>
    editor.store.change(`${label} of ${name}`, (pattern) => rowChanged(pattern, editor.index, index, { [key]: value }));
  return (
    <fieldset className="mt-3 border-t border-rule pt-2">
      <legend className="float-left me-auto font-bold first-letter:uppercase">{name}</legend>
      <span className="float-right flex gap-1">
        <Small
          pressed={ears.alone.includes(key)}
          onClick={() => player.alone(key)}
          label={`Hear ${name} alone`}
          title="Only for you; key Q"
        >
          alone
        </Small>
        <Small
          pressed={ears.silenced.includes(key)}
          onClick={() => player.silence(key)}
          label={`${name} off, only for you`}
          title="Only for you; key W"
        >
          off
        </Small>
        <Small
          pressed={row.muted ?? false}
          disabled={locked}
          onClick={() => set('muted', !row.muted, 'Mute')}
          label={`Mute ${name}`}
          title="In the beat, for everybody"
        >
          mute
        </Small>
      </span>
      <div className="clear-both">
        <LevelPicture row={row} name={name} exponent={editor.catalogue.sound.exponent} />
      </div>
      <div className="grid grid-cols-2 gap-x-3 gap-y-1 text-xs">
        {KNOBS.map(({ key, label, low, high, step, usual, typed, words }) => {
          const value = row[key] ?? usual;
          return (
            <div key={key}>
              <span className="flex items-center justify-between gap-1">
                <span>
                  {label}: {words(value)}
                </span>
                <NumberField
                  label={`${label} of ${name}, typed`}
                  value={Math.round(value * typed)}
                  low={low * typed}
                  high={high * typed}
                  disabled={locked}
                  className="field field-small w-11 text-xs"
                  take={(number) => set(key, Math.round(number) / typed, label)}
                  refuse={(number) =>
                    editor.say(`${number} does not fit; ${label.toLowerCase()} goes from ${low * typed} to ${high * typed}`)
                  }
                />
              </span>
              <input
                type="range"
                className="slider block w-full"
                aria-label={`${label} of ${name}`}
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
