import { useEffect, useMemo, useRef, useState, useSyncExternalStore } from 'react';
import type { Music, Pattern } from '../api/types';
import type { Editor } from '../edit/Editor';
import { keyOfRow, rowKey } from '../sound/Ears';
import type { Player } from '../sound/Player';
import { usePlayerState } from '../sound/usePlayer';
import { everyFrame } from '../ui/frames';
import { holdStill } from '../ui/motion';
import { isTyping } from '../ui/useKeys';
import { useSay } from '../words/words';
import { whenAway } from './away';
import { basicOf, Ghost, type Manner } from './ghost';
import { HowItLay } from './HowItLay';
import { chooseKey, chosenKeys, HARD, keysOf, USUAL } from './keysIn';
import { LatencyCheck } from './LatencyCheck';
import { MicIn } from './micIn';
import { deviceSet, MidiIn, setDevice } from './midiIn';
import { Pads } from './Pads';
import { PlayIn, setLatency } from './PlayIn';
import { type MicRows, PlayTools } from './PlayTools';
import './play.css';

/** A ghost that one can hear is no machine, and that nobody would throw out. */
const MANNER: Manner = { jitter: 9, latency: 25, loudness: 8 };

export type PlayRoomProps = {
  editor: Editor;
  player: Player;
  music: Music;
  target: Pattern | null;
  armed: boolean;
  locked: boolean;
};

/** Pads under the sheet, and what is struck in by them, by keys and by devices. */
export default function PlayRoom({ editor, player, music, target, armed, locked }: PlayRoomProps) {
  const say = useSay();
  const [playIn] = useState(() => new PlayIn(editor, player, editor.allowed.freedom !== null));
  const [midi] = useState(() => new MidiIn());
  const [mic] = useState(() => new MicIn(player, () => editor.music));
  const [micRows, setMicRows] = useState<MicRows>({ low: null, high: null });
  const names = useRowKeys(editor);
  useSyncExternalStore(editor.subscribe, () => editor.state.section);
  const [learning, setLearning] = useState<'keys' | 'notes' | null>(null);
  const [waiting, setWaiting] = useState<string | null>(null);
  const [measuring, setMeasuring] = useState(false);
  const [ghost, setGhost] = useState(false);
  const [chosen, setChosen] = useState(chosenKeys);
  const keys = useMemo(() => keysOf(names, chosen), [names, chosen]);
  const pads = useRef(new Map<number, HTMLElement>());
  const record = armed && !locked;

  useEffect(() => {
    playIn.set({ armed: record });
    player.recording = record;
    if (!record) return;
    // What moves on the sheet would keep strokes waiting.
    const end = holdStill();
    // A pass begins when one is counted in.
    const before = player.state;
    if (before.countIn === 0) player.setCountIn(1);
    if (!before.metronome) player.setMetronome(true);
    return () => {
      end();
      player.recording = false;
      player.setCountIn(before.countIn);
      player.setMetronome(before.metronome);
    };
  }, [playIn, player, record]);
  useEffect(() => playIn.follow(), [playIn]);
  const { playing } = usePlayerState(player);
  useEffect(() => (playing ? everyFrame(() => playIn.look()) : undefined), [playing, playIn]);
  useEffect(
    () =>
      playing && record
        ? whenAway(() => {
            player.stop();
            editor.say(say('play.away'));
          })
        : undefined,
    [playing, record, player, editor, say],
  );

  const strike = (row: number, velocity: number, stamp: number, device: string) => {
    swell(pads.current.get(row), velocity);
    playIn.strike({ row, velocity, stamp, device });
  };
  const latest = useRef({ strike, keys, names, learning, waiting });
  latest.current = { strike, keys, names, learning, waiting };
  const given = useRef({ music, target });
  given.current = { music, target };

  // Keys, by their place on the keyboard: they strike while one plays in, and are the sheet's again after it.
  useEffect(() => {
    const down = (event: KeyboardEvent) => {
      const { keys: now, names: all, learning: learns, waiting: row, strike: hit } = latest.current;
      if (event.ctrlKey || event.metaKey || event.altKey || isTyping(event.target)) return;
      if (learns === 'keys' && row && event.code !== 'Escape' && event.code !== 'Tab') {
        take(event);
        chooseKey(row, event.code);
        setChosen(chosenKeys());
        setWaiting(null);
        return;
      }
      if (!record) return;
      const name = [...now].find(([, code]) => code === event.code)?.[0];
      if (name === undefined) return;
      take(event);
      if (!event.repeat) hit(editor.order[all.indexOf(name)] ?? 0, event.shiftKey ? HARD : USUAL, event.timeStamp, 'keys');
    };
    window.addEventListener('keydown', down, true);
    return () => window.removeEventListener('keydown', down, true);
  }, [record, editor]);

  useEffect(() => {
    midi.struck = ({ note, velocity, stamp, device }) => {
      const { learning: learns, waiting, strike: hit } = latest.current;
      if (learns === 'notes' && waiting) {
        const set = deviceSet(device);
        setDevice(device, { ...set, notes: { ...set.notes, [note]: waiting } });
        setWaiting(null);
        return;
      }
      const { row, instrument } = ofNote(note, device);
      if (row !== undefined) hit(row, velocity, stamp, device);
      else if (instrument) player.strike({ instrument }, velocity);
    };
    midi.stilled = ({ stills, device }) => {
      const { row, instrument } = ofNote(stills, device);
      const still = row === undefined ? instrument : editor.section.rows[row]?.instrument;
      if (still) player.still(still);
    };
    /** The row that a note was taught to strike, else that of its instrument. */
    const ofNote = (note: number, device: string): { row: number | undefined; instrument: string | undefined } => {
      const { names: all } = latest.current;
      const instrument = editor.catalogue.instruments.find((one) => one.midi === note)?.name;
      const own = deviceSet(device).notes[note];
      const isOf = (_: string, at: number) => editor.section.rows[editor.order[at] ?? -1]?.instrument === instrument;
      return { row: editor.order[own === undefined ? all.findIndex(isOf) : all.indexOf(own)], instrument };
    };
    return () => {
      midi.struck = null;
      midi.stilled = null;
    };
  }, [midi, editor, player]);

  useEffect(() => {
    // Its own sound would be heard again: what is struck into the microphone is written, and not played.
    mic.struck = ({ velocity, stamp, high }) => {
      const at = latest.current.names.indexOf((high ? micRows.high : micRows.low) ?? '');
      const row = editor.order[Math.max(0, at)] ?? 0;
      swell(pads.current.get(row), velocity);
      playIn.strike({ row, velocity, stamp, device: 'microphone' }, true);
    };
  }, [mic, micRows, playIn, editor]);
  useEffect(() => void midi.openAllowed(), [midi]);
  useEffect(() => () => mic.close(), [mic]);

  useEffect(() => {
    if (!ghost || !playing) return;
    setLatency('ghost', MANNER.latency);
    // What it plays is not what it writes: in the place of a row that is replaced it would soon find nothing.
    const own = basicOf(editor.store.pattern, given.current.music);
    const beat = () => given.current.target ?? own;
    const drummer = new Ghost(
      player,
      beat,
      () => given.current.music,
      MANNER,
      ({ instrument, line, velocity, stamp }) => {
        const { rows } = editor.section;
        const row = rows.findIndex((_, i) => keyOfRow(rows, i) === rowKey(instrument, line));
        if (row >= 0) latest.current.strike(row, velocity, stamp, 'ghost');
      },
    );
    return everyFrame(() => drummer.look(performance.now()));
  }, [ghost, playing, player, editor]);

  return (
    <section aria-label={say('play.pads')} className="card arrive px-3 py-2" data-armed={record}>
      <PlayTools
        editor={editor}
        names={names}
        playIn={playIn}
        midi={midi}
        mic={mic}
        micRows={micRows}
        setMicRows={setMicRows}
        locked={locked}
        recording={record}
        learning={learning}
        setLearning={(next) => {
          setLearning(next);
          setWaiting(null);
        }}
        measuring={measuring}
        setMeasuring={setMeasuring}
        ghost={ghost}
        setGhost={(on) => {
          setGhost(on);
          if (on && !player.state.playing) void player.play();
        }}
      />
      {measuring && <LatencyCheck playIn={playIn} player={player} mic={mic} done={() => setMeasuring(false)} />}
      {learning && (
        <p role="status" className="mb-1 text-sm">
          {say(waiting === null ? 'play.learn.pad' : learning === 'keys' ? 'play.learn.key' : 'play.learn.note')}
        </p>
      )}
      <Pads
        editor={editor}
        names={names}
        keys={keys}
        waiting={waiting}
        pads={pads.current}
        strike={(row, name, velocity, stamp) => {
          if (learning) setWaiting(name);
          strike(row, velocity, stamp, 'pads');
        }}
      />
      <HowItLay editor={editor} playIn={playIn} locked={locked} measure={() => setMeasuring(true)} />
    </section>
  );
}

function take(event: KeyboardEvent): void {
  event.preventDefault();
  event.stopPropagation();
}

/** The rows as they are drawn, by their keys: the same list until one comes, goes, moves or is called otherwise, whatever is struck. */
function useRowKeys(editor: Editor): string[] {
  const all = useSyncExternalStore(editor.store.subscribe, () => {
    const { rows } = editor.section;
    return JSON.stringify(editor.order.map((index) => [keyOfRow(rows, index), rows[index]?.name ?? '']));
  });
  return useMemo(() => (JSON.parse(all) as [string, string][]).map(([key]) => key), [all]);
}

/** A pad that is struck answers at once, as strongly as it is struck. */
function swell(pad: HTMLElement | undefined, velocity: number): void {
  if (!pad || matchMedia('(prefers-reduced-motion: reduce)').matches) return;
  pad.animate([{ transform: `scale(${1 + 0.12 * (velocity / 127)})` }, { transform: 'none' }], { duration: 160, easing: 'ease-out' });
}
