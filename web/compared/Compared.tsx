import { type ReactNode, useCallback, useEffect, useMemo, useState } from 'react';
import type { Catalogue, Music, Pattern, Pin, Result, Statement } from '../api/types';
import { writtenOut } from '../music/form';
import { linesOver } from '../sheet/linesOver';
import { PatternSheet } from '../sheet/PatternSheet';
import type { Place } from '../sheet/Pins';
import { KitTrouble, Speed, Transport } from '../sound/Transport';
import { usePlayer, usePlayerState, usePosition } from '../sound/usePlayer';
import { kept } from '../ui/storage';
import { useKeys } from '../ui/useKeys';
import { useSay } from '../words/words';
import { Arithmetic } from './Arithmetic';
import { BeatSheet } from './BeatSheet';
import { BesideChoice, hearBarByBar, type Side, StaffOf } from './Beside';
import { differencesOnly } from './differences';
import { HearAlone } from './HearAlone';
import { Legend } from './Legend';
import { Notes } from './Notes';
import { rightRows } from './right';
import { Statements } from './Statements';
import '../ui/class.css';
import '../ui/rooms.css';

/** What the key for slower goes to, and back. */
const SLOWER = 0.7;
const BEAT = 'beat';
const TARGET = 'target';
const DIFFERENCES = 'differences';
const CORRECTION = 'correction';

/** A note that is being written, at its place; nothing of it is lost by leaving the page. */
export type NoteDraft = { place: Place; text: string };

/** What a teacher does with a beat. */
export type Desk = {
  setPins: (pins: Pin[]) => void;
  take: (statement: Statement) => void;
  choose: (index: number | null) => void;
  note: NoteDraft | null;
  setNote: (note: NoteDraft | null) => void;
};

type Props = {
  /** null where there is no target to compare with. */
  result: Result | null;
  target: Pattern | null;
  submission: Pattern;
  music: Music;
  catalogue: Catalogue;
  beatName: string;
  pins: Pin[];
  /** The beat as the teacher would have it. */
  correction: Pattern | null;
  /** For the teacher. */
  desk?: Desk;
  /** What to do with the correction, beneath the sheet; or the correction being drawn, beneath the answer. */
  beneath?: ReactNode;
  /** Over the sheet: whose beat it is. */
  head: ReactNode;
  /** What the head of printed music says of it. */
  signs?: ReactNode;
  /** Under it: the way to other beats. */
  others?: ReactNode;
  /** The account whose own sounds the beat is played with; left out for the one who is signed in. */
  owner?: string;
  /** Over the statements. */
  first?: ReactNode;
  /** Under the statements. */
  children?: ReactNode;
  /** What the rules say, with the statements. */
  more?: ReactNode;
};

/**
 * A beat, with its target where there is one: seen in one sheet, heard one by one or in turn, the differences in words. The same for
 * teacher and student.
 */
export function Compared(props: Props) {
  const say = useSay();
  const {
    result,
    target,
    submission,
    music,
    catalogue,
    beatName,
    pins,
    correction,
    desk,
    beneath,
    head,
    signs,
    others,
    first,
    children,
    more,
    owner = '',
  } = props;
  const [chosen, setChosen] = useState<number | null>(null);
  const draft = desk?.note?.place ?? null;
  const text = desk?.note?.text ?? '';
  const setDraft = (place: Place | null) => desk?.setNote(place && { place, text });
  const compared = useMemo(() => (result && target ? { result, target } : null), [result, target]);
  const [bar, setBar] = useState<number | null>(null);
  const voices = useMemo(
    () => [
      { name: BEAT, pattern: () => submission, owner },
      ...(compared
        ? [
            { name: TARGET, pattern: () => compared.target },
            { name: DIFFERENCES, pattern: () => differencesOnly(compared.result, compared.target, submission, music), owner },
          ]
        : []),
      ...(correction ? [{ name: CORRECTION, pattern: () => correction }] : []),
    ],
    [submission, owner, compared, music, correction],
  );
  const player = usePlayer(catalogue, voices, music);
  const position = usePosition(player);
  const { voice } = usePlayerState(player);
  // Only the sheet of what is heard is read, and followed.
  const inBeat = useCallback(() => (voice === CORRECTION ? null : position()), [voice, position]);
  const inCorrection = useCallback(() => (voice === CORRECTION ? position() : null), [voice, position]);
  const sounds = useCallback(() => {
    const now = player.voiceNow();
    return now === BEAT || now === TARGET ? now : null;
  }, [player]);
  const [side, setSide] = useState<Side>('one');
  const [staff, setStaff] = useState(() => kept<boolean>('setting', 'staff') === true);
  const over = useMemo(() => {
    const section = compared && writtenOut(compared.target, music.barTicks).sections[0];
    return section && side === 'over' ? linesOver(catalogue, music, section) : null;
  }, [compared, side, catalogue, music]);
  const bars = Math.max(...[submission, target].map((one) => (one ? (writtenOut(one, music.barTicks).sections[0]?.bars ?? 1) : 1)));
  useEffect(() => {
    if (side === 'ear') {
      hearBarByBar(player, bar ?? 0, music);
      // Who goes to another beat, or to another way, hears it whole again.
      return () => {
        player.hear(BEAT);
        player.stop();
      };
    }
    player.loop(bar === null ? null : { from: bar * music.barTicks, to: (bar + 1) * music.barTicks });
  }, [player, bar, music, side]);
  const setBeside = (next: Side) => {
    if (next === 'ear') setBar((before) => before ?? 0);
    setSide(next);
  };
  const choose = (index: number | null) => {
    setChosen(index);
    desk?.choose(index);
    const range = index === null || !result ? null : placeOf(result, index, music);
    if (range) void player.play(range);
    else player.stop();
  };
  const place = chosen === null || !result ? null : placeOf(result, chosen, music);
  const hearPlace = (name: string) => {
    player.hear(name);
    if (place) void player.play(place);
  };
  const hear = (name: string) => {
    if (!voices.some((one) => one.name === name)) return;
    player.hear(name);
    if (!player.state.playing) void player.play();
  };
  const statements = result?.statements ?? [];
  useKeys(
    desk
      ? {
          b: () => hear(BEAT),
          t: () => hear(TARGET),
          d: () => hear(DIFFERENCES),
          s: () => player.setSpeed(player.state.set.speed === 1 ? SLOWER : 1),
          l: () => setBar((before) => (before === null ? 0 : before + 1 < bars ? before + 1 : null)),
          k: () => setDraft({ instrument: null, from: (bar ?? 0) * music.barTicks, to: (bar ?? 0) * music.barTicks + 240 }),
          ...Object.fromEntries(statements.slice(0, 9).map((statement, index) => [String(index + 1), () => desk.take(statement)])),
        }
      : {},
  );
  const rows = [
    ...new Set(
      [submission, ...(target ? [target] : [])].flatMap((one) =>
        one.sections.flatMap((section) => section.rows.map((row) => row.instrument)),
      ),
    ),
  ];
  return (
    <div className="compared">
      <div className="workbench-main">
        {head}
        <div className="sheet-room">
          <BesideChoice side={side} setSide={compared && setBeside} staff={staff} setStaff={setStaff}>
            {signs}
          </BesideChoice>
          <BeatSheet
            title={compared && !over ? say('beat.compared.title') : beatName}
            compared={compared}
            beat={submission}
            music={music}
            catalogue={catalogue}
            audition={player.audition}
            position={inBeat}
            chosen={chosen}
            pins={pins}
            draft={draft}
            onPlace={desk && setDraft}
            sounds={sounds}
            over={over}
          >
            <Legend />
          </BeatSheet>
          {staff && <StaffOf pattern={submission} music={music} position={inBeat} />}
          <Notes
            pins={pins}
            music={music}
            rows={rows}
            bars={bars}
            catalogue={catalogue}
            player={player}
            draft={draft}
            setDraft={setDraft}
            text={text}
            write={(written) => draft && desk?.setNote({ place: draft, text: written })}
            {...(desk && { change: desk.setPins })}
          />
          {correction && !desk && (
            <PatternSheet
              title={say('beat.compared.suggestion')}
              pattern={correction}
              music={music}
              catalogue={catalogue}
              audition={player.audition}
              position={inCorrection}
            />
          )}
          {beneath}
        </div>
        <footer className="work-bar">
          <div className="work-said">
            {others}
            <KitTrouble player={player} />
            <Speed player={player} />
            <span className="ms-auto">
              <HearAlone player={player} beats={compared ? [submission, compared.target] : [submission]} catalogue={catalogue} />
            </span>
            {bars > 1 && (
              <label className="flex items-center gap-1.5" title={desk && say('mark.key', { key: 'L' })}>
                {say('beat.compared.loop')}
                <select
                  className="field field-small w-auto"
                  value={bar ?? ''}
                  onChange={(event) => setBar(event.target.value === '' ? null : Number(event.target.value))}
                >
                  <option value="">{say('beat.compared.all')}</option>
                  {Array.from({ length: bars }, (_, i) => (
                    <option key={music.words[i]?.at ?? i} value={i}>
                      {say('beat.compared.bar', { number: i + 1 })}
                    </option>
                  ))}
                </select>
              </label>
            )}
          </div>
          <div className="work-tools">
            <Transport
              player={player}
              apart
              voices={[
                { value: BEAT, label: beatName },
                ...(compared
                  ? [
                      { value: TARGET, label: say('beat.voice.target') },
                      { value: 'turn', label: say('beat.voice.turn') },
                      { value: DIFFERENCES, label: say('beat.voice.differences') },
                    ]
                  : []),
                ...(correction ? [{ value: CORRECTION, label: say('beat.voice.suggestion') }] : []),
              ]}
            />
          </div>
        </footer>
      </div>
      <div className="compared-said">
        {first && <div className="compared-first">{first}</div>}
        {(result || more) && (
          <section aria-labelledby="differences">
            <h2 id="differences" className="mb-1.5">
              {say(result ? 'beat.compared.differs' : 'beat.compared.asked')}
            </h2>
            {result && (
              <>
                <Statements
                  statements={statements}
                  right={rightRows(result, catalogue)}
                  chosen={chosen}
                  choose={choose}
                  {...(desk && { take: desk.take })}
                  {...(compared &&
                    place && {
                      voices: [
                        { label: say('beat.voice.target'), hear: () => hearPlace(TARGET) },
                        { label: beatName, hear: () => hearPlace(BEAT) },
                      ],
                    })}
                />
                {Object.keys(result.weights).length > 0 && <Arithmetic result={result} catalogue={catalogue} />}
              </>
            )}
            {more}
          </section>
        )}
        {children}
      </div>
    </div>
  );
}

/** The bars in which a statement's strokes lie, as a range to loop; null for a setting, which has no place. */
function placeOf(result: Result, index: number, music: Music): { from: number; to: number } | null {
  const ticks = result.pairs
    .filter((pair) => pair.statement === index)
    .flatMap((pair) => [pair.target, pair.submission].filter((tick) => tick !== null));
  if (ticks.length === 0) return null;
  const bar = (tick: number) => Math.max(0, Math.floor(tick / music.barTicks));
  return { from: bar(Math.min(...ticks)) * music.barTicks, to: (bar(Math.max(...ticks)) + 1) * music.barTicks };
}
