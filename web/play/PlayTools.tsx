import { useReducer, useState, useSyncExternalStore } from 'react';
import { api, reply } from '../api/client';
import { compute } from '../edit/compute';
import type { Editor } from '../edit/Editor';
import { type Aim, Toward } from '../edit/hit/Toward';
import { Choice } from '../ui/Choice';
import { NumberField } from '../ui/NumberField';
import { useSay } from '../words/words';
import { FIRST, type MicIn } from './micIn';
import { CURVES, type Curve, deviceSet, type MidiIn, setDevice } from './midiIn';
import type { PlayIn } from './PlayIn';

export type MicRows = { low: string | null; high: string | null };

type Props = {
  editor: Editor;
  /** Of the rows as they are drawn, by their keys. */
  names: string[];
  playIn: PlayIn;
  midi: MidiIn;
  mic: MicIn;
  /** Rows that low and high sounds in the microphone strike, by their keys; no high one: every sound strikes the other. */
  micRows: MicRows;
  setMicRows: (rows: MicRows) => void;
  locked: boolean;
  recording: boolean;
  learning: 'keys' | 'notes' | null;
  setLearning: (what: 'keys' | 'notes' | null) => void;
  measuring: boolean;
  setMeasuring: (measuring: boolean) => void;
  ghost: boolean;
  setGhost: (ghost: boolean) => void;
};

/** How it is played in: over what is there or in its place, which rows, by which device, and what is made of it. */
export function PlayTools(props: Props) {
  const {
    editor,
    names,
    playIn,
    midi,
    mic,
    micRows,
    setMicRows,
    locked,
    recording,
    learning,
    setLearning,
    measuring,
    setMeasuring,
    ghost,
    setGhost,
  } = props;
  const say = useSay();
  const { mode, only, finds, draws } = useSyncExternalStore(playIn.subscribe, () => playIn.state);
  const { access, devices, lost } = useSyncExternalStore(midi.subscribe, () => midi.state);
  const listening = useSyncExternalStore(mic.subscribe, () => mic.state);
  const [strength, setStrength] = useState(100);
  const [aim, setAim] = useState<Aim>(null);
  const [, drawn] = useReducer((count: number) => count + 1, 0);
  const [devicesShown, setDevicesShown] = useState(false);
  const last = useSyncExternalStore(editor.store.subscribe, () => editor.store.undoName);
  const on = !['off', 'asking', 'refused', 'gone'].includes(listening.step);
  const played = last?.startsWith(say('play.step', { number: '' }).trim()) === true;
  const rows = names.map((name, at) => (
    <option key={name} value={name}>
      {editor.words.name(editor.order[at] ?? 0)}
    </option>
  ));
  const nameOf = (row: string | null) => editor.words.name(editor.order[Math.max(0, names.indexOf(row ?? ''))] ?? 0);
  return (
    <div className="mb-2 flex flex-wrap items-center gap-x-3 gap-y-1.5 text-sm">
      {recording && (
        <>
          <Choice
            label={say('play.mode')}
            value={mode}
            options={[
              { value: 'replace' as const, label: say('play.mode.replace') },
              { value: 'over' as const, label: say('play.mode.over') },
            ]}
            onChange={(next) => playIn.set({ mode: next })}
          />
          <select
            aria-label={say('play.rows')}
            className="field field-small w-auto max-w-40"
            value={only ?? ''}
            onChange={(event) => playIn.set({ only: event.target.value === '' ? null : event.target.value })}
          >
            <option value="">{say('play.rows.all')}</option>
            {rows}
          </select>
        </>
      )}
      {!locked && (recording || played) && (
        <span className="flex items-center gap-1">
          <button type="button" className="button button-small" disabled={!played} onClick={() => editor.store.undo()}>
            {say('play.back')}
          </button>
          <button type="button" className="button button-small" onClick={() => quantize(editor, strength, aim, say('play.quantize'))}>
            {say('play.quantize')}
          </button>
        </span>
      )}
      <span className="ms-auto flex items-center gap-1.5">
        {!locked && (
          <button type="button" className="button button-small" aria-pressed={ghost} onClick={() => setGhost(!ghost)}>
            {say('play.ghost')}
          </button>
        )}
        <button type="button" className="button button-small" aria-expanded={devicesShown} onClick={() => setDevicesShown(!devicesShown)}>
          {say('play.devices')}
        </button>
      </span>
      {devicesShown && (
        <span className="flex w-full flex-wrap items-center gap-x-3 gap-y-1.5">
          <label className="flex items-center gap-1.5">
            <input type="checkbox" checked={finds} onChange={(event) => playIn.set({ finds: event.target.checked })} />
            {say('play.finds')}
          </label>
          <span className="flex items-center gap-1">
            {say('play.quantize.strength')}
            <NumberField
              label={say('play.quantize.strength')}
              className="field field-small w-14"
              value={strength}
              low={0}
              high={100}
              take={(next) => {
                setStrength(next);
                if (draws !== null) playIn.set({ draws: next });
              }}
            />
            %
            <Toward aim={aim} setAim={setAim} />
          </span>
          <label className="flex items-center gap-1.5">
            <input
              type="checkbox"
              checked={draws !== null}
              onChange={(event) => playIn.set({ draws: event.target.checked ? strength : null })}
            />
            {say('play.draws')}
          </label>
          <button type="button" className="button button-small" aria-pressed={measuring} onClick={() => setMeasuring(!measuring)}>
            {say('play.latency')}
          </button>
          <button
            type="button"
            className="button button-small"
            aria-pressed={learning === 'keys'}
            onClick={() => setLearning(learning === 'keys' ? null : 'keys')}
          >
            {say('play.keys.change')}
          </button>
          <button
            type="button"
            className="button button-small"
            aria-pressed={on}
            disabled={listening.step === 'asking'}
            onClick={() => (on ? mic.close() : void mic.open())}
          >
            {say('play.mic')}
          </button>
          {on && (
            <>
              <select
                aria-label={say('play.mic.row')}
                className="field field-small w-auto max-w-40"
                value={micRows.low ?? names[0]}
                onChange={(event) => setMicRows({ ...micRows, low: event.target.value })}
              >
                {rows}
              </select>
              <select
                aria-label={say('play.mic.high')}
                className="field field-small w-auto max-w-40"
                value={micRows.high ?? ''}
                onChange={(event) => {
                  const high = event.target.value === '' ? null : event.target.value;
                  setMicRows({ ...micRows, high });
                  // Which sound is which has to be heard once.
                  if ((high === null) !== (micRows.high === null)) mic.tellApart(high !== null);
                }}
              >
                <option value="">{say('play.mic.high.none')}</option>
                {rows}
              </select>
            </>
          )}
          {access === 'there' && devices.length > 0 ? (
            <>
              <span title={devices.join(', ')}>{say('play.midi.there', { count: devices.length })}</span>
              <button
                type="button"
                className="button button-small"
                aria-pressed={learning === 'notes'}
                onClick={() => setLearning(learning === 'notes' ? null : 'notes')}
              >
                {say('play.midi.learn')}
              </button>
              {devices.map((device) => (
                <select
                  key={device}
                  aria-label={say('play.midi.curve', { name: device })}
                  className="field field-small w-auto"
                  value={deviceSet(device).curve}
                  onChange={(event) => {
                    setDevice(device, { ...deviceSet(device), curve: event.target.value as Curve });
                    drawn();
                  }}
                >
                  {CURVES.map((curve) => (
                    <option key={curve} value={curve}>
                      {say(`play.midi.curve.${curve}`)}
                    </option>
                  ))}
                </select>
              ))}
            </>
          ) : (
            <button type="button" className="button button-small" disabled={access === 'asking'} onClick={() => void midi.open()}>
              {say('play.midi')}
            </button>
          )}
        </span>
      )}
      {listening.step !== 'off' && listening.step !== 'asking' && (
        <p role="status" className="w-full">
          {say(MIC_SAYS[listening.step], {
            name: nameOf(listening.step === 'high' ? micRows.high : micRows.low),
            high: nameOf(micRows.high),
            count: FIRST - listening.strokes,
          })}{' '}
          {listening.step === 'strokes' && listening.weak && say('play.mic.weak')}
        </p>
      )}
      {(access === 'missing' || access === 'refused' || lost || (devicesShown && access === 'there' && devices.length === 0)) && (
        <p role="status" className="w-full">
          {lost
            ? say('play.midi.lost', { name: lost })
            : say(access === 'missing' ? 'play.midi.missing' : access === 'refused' ? 'play.midi.refused' : 'play.midi.none')}
        </p>
      )}
    </div>
  );
}

const MIC_SAYS = {
  silence: 'play.mic.silence',
  strokes: 'play.mic.strokes',
  low: 'play.mic.low',
  high: 'play.mic.highs',
  on: 'play.mic.on',
  two: 'play.mic.two',
  alike: 'play.mic.alike',
  refused: 'play.mic.refused',
  gone: 'play.mic.gone',
} as const;

/** Draws every row of the section towards its own grid. */
function quantize(editor: Editor, strength: number, swing: Aim, name: string): void {
  const snaps = new Map<string, number[]>();
  editor.section.rows.forEach((row, index) => {
    const snap = row.snap ?? '16';
    snaps.set(snap, [...(snaps.get(snap) ?? []), index]);
  });
  void compute(editor, name, async (pattern) => {
    let next = pattern;
    for (const [snap, rows] of snaps) {
      const body = { pattern: next, section: editor.index, rows, from: 0, to: editor.length, snap, strength, swing };
      next = (await reply(api.POST('/api/edit/quantize', { body }))).pattern;
    }
    return { pattern: next };
  });
}
