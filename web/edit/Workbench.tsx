import { createElement, type ReactNode, useEffect, useLayoutEffect, useMemo, useRef, useState, useSyncExternalStore } from 'react';
import type { Catalogue, Music, Pattern } from '../api/types';
import { COUNTS, type Count, counted } from '../music/counted';
import { instrumentsOf } from '../music/pattern';
import { ZOOMS } from '../sheet/geometry';
import { PatternSheet } from '../sheet/PatternSheet';
import type { Player } from '../sound/Player';
import { usePlayerState, usePosition } from '../sound/usePlayer';
import { StaffSwitch } from '../staff/StaffSwitch';
import { soon } from '../ui/soon';
import { keep, kept } from '../ui/storage';
import { useSay, withWords } from '../words/words';
import { type Beside, NO_TARGET, type TargetShown } from './beside';
import { DropRoom } from './DropRoom';
import type { Editor } from './Editor';
import { EditSheet } from './EditSheet';
import { HeadSigns } from './feel/HeadSigns';
import { ComesIn } from './open/ComesIn';
import { SectionTabs } from './SectionTabs';
import { SidePanel, type SidePanelProps } from './SidePanel';
import { MINE, TARGET, useHearing } from './useHearing';
import type { Counting } from './useMusic';
import { useTake } from './useTake';
import { WorkBar } from './WorkBar';
import '../ui/rooms.css';

// Its room is kept, so that nothing moves from under a finger when it comes.
const TargetBeside = soon(
  () => withWords(import('./TargetBeside'), 'panels'),
  createElement('span', { className: 'h-7 w-72 pointer-coarse:h-11' }),
);
const StaffUnder = soon(() => withWords(import('./staff/StaffUnder'), 'panels'));
const MixStrip = soon(() => withWords(import('./mix/MixStrip'), 'panels'));
const PlayRoom = soon(() => withWords(import('../play/PlayRoom'), 'play'));

type Props = {
  label: string;
  editor: Editor;
  catalogue: Catalogue;
  music: Music;
  counting: Counting;
  target?: Pattern | null;
  /** Further targets, to look at. */
  others?: Pattern[];
  /** How the target stands beside the beat, and what chooses it. */
  beside?: Beside;
  setBeside?: (beside: Beside) => void;
  /** Another pattern to look at above the sheet, an earlier state for instance. */
  looked?: { title: string; pattern: Pattern } | null;
  locked?: boolean;
  /** Above the head's signs: title, saved state, what is to be decided. */
  head: ReactNode;
  /** What to do first, where the sheet is empty. */
  hint?: string;
  /** In the line of the signs: other sheets to go to. */
  sheets?: ReactNode;
} & Pick<SidePanelProps, 'panels' | 'panel' | 'setPanel' | 'halves' | 'states' | 'foot'>;

/** The sheet with all that belongs to it. Students build on it, teachers draw their targets on it. */
export function Workbench(props: Props) {
  const say = useSay();
  const {
    label,
    editor,
    catalogue,
    music,
    counting,
    target = null,
    others = [],
    beside = 'mine',
    setBeside,
    looked = null,
    locked = false,
    head,
    hint = '',
    sheets = null,
  } = props;
  // Everything that follows the pattern asks for it by itself: the frame is not drawn again for every hit.
  const { player, scope, setScope, position, turn, loopMarked } = useHearing(editor, catalogue, music, target, beside !== 'mine');
  const { voice } = usePlayerState(player);
  const theirs = usePosition(player, TARGET);
  const [shown, setShown] = useState<TargetShown>(NO_TARGET);
  const [staff, setStaff] = useState(() => kept<boolean>('setting', 'staff') === true);
  const { freedom } = editor.allowed;
  const [pads, setPads] = useState(() => typeof freedom?.played === 'number' || kept<boolean>('setting', 'pads') === true);
  const [armed, setArmed] = useState(false);
  const [zoom, setZoom] = useState<number | 'fit'>('fit');
  const [count, setCount] = useState<Count>(() => COUNTS.find((one) => one === kept('setting', 'count')) ?? 'class');
  const line = useMemo(() => counted(music, count), [music, count]);
  useKitFollows(player, editor);
  useTake(editor);
  const room = useRoom();
  const left = useLeft(room.height);
  const mayAdd = !locked && (freedom === null || freedom.rows === true);
  return (
    <div className="workbench">
      <DropRoom editor={editor} locked={locked}>
        <header className="pb-1.5">
          {head}
          <HeadSigns editor={editor} player={player} music={music} counting={counting} locked={locked}>
            <SectionTabs editor={editor} locked={locked} />
            {sheets}
            {target && setBeside && (
              <TargetBeside
                editor={editor}
                player={player}
                music={music}
                target={target}
                beside={beside}
                setBeside={setBeside}
                show={setShown}
              />
            )}
            <StaffSwitch staff={staff} setStaff={setStaff} />
            <Zoom zoom={zoom} setZoom={setZoom} />
          </HeadSigns>
        </header>
        <div ref={room.ref} className="sheet-room">
          {target && beside === 'mine' && voice !== MINE && (
            <PatternSheet pattern={target} music={music} catalogue={catalogue} audition={player.audition} position={theirs} />
          )}
          {beside === 'over' &&
            others.map((other, index) => (
              <PatternSheet
                // biome-ignore lint/suspicious/noArrayIndexKey: targets have no other name, and their order is fixed
                key={index}
                title={say('edit.target.other', { number: index + 2 })}
                pattern={other}
                music={music}
                catalogue={catalogue}
                audition={player.audition}
                position={nowhere}
              />
            ))}
          {looked && (
            <PatternSheet
              title={looked.title}
              ink="plain"
              pattern={looked.pattern}
              music={music}
              catalogue={catalogue}
              audition={player.audition}
              position={nowhere}
            />
          )}
          <section ref={left.ref} id="sheet" aria-label={label} className="card overflow-x-auto px-3 py-2">
            <EditSheet
              label={label}
              editor={editor}
              music={line}
              player={player}
              position={position}
              zoom={zoom}
              room={room.height === null ? null : room.height - CARD - ADD_ROW - (staff ? STAFF : 0) - (pads || armed ? PADS : 0)}
              target={shown}
              locked={locked}
              loop={loopMarked}
            />
            <ComesIn
              editor={editor}
              locked={locked}
              mayAdd={mayAdd}
              pads={pads || armed}
              playIn={() => setArmed(true)}
              setPads={(next) => {
                keep('setting', 'pads', next);
                setPads(next);
                if (!next) setArmed(false);
              }}
              count={count}
              setCount={(next) => {
                keep('setting', 'count', next);
                setCount(next);
              }}
            />
          </section>
          {staff && <StaffUnder editor={editor} music={music} position={position} />}
          {(pads || armed) && <PlayRoom editor={editor} player={player} music={music} target={target} armed={armed} locked={locked} />}
          {!pads && !armed && left.height >= STRIP + (staff ? STAFF : 0) && <MixStrip editor={editor} player={player} locked={locked} />}
        </div>
        <WorkBar
          editor={editor}
          player={player}
          locked={locked}
          scope={scope}
          setScope={setScope}
          turn={turn}
          hint={hint}
          target={target !== null}
          armed={armed}
          setArmed={setArmed}
        />
      </DropRoom>
      <SidePanel {...props} player={player} locked={locked} />
    </div>
  );
}

/** Pixels of the pads with what stands over them. */
const PADS = 170;
/** Pixels of a line of the staff, with its card. */
const STAFF = 190;
/** Pixels that the card around the sheet takes, and the button under the last row. */
const CARD = 18;
const ADD_ROW = 30;

/** How high the place for the sheet is, in pixels; null where the whole page scrolls, as on a phone. */
function useRoom() {
  const ref = useRef<HTMLDivElement>(null);
  const [height, setHeight] = useState<number | null>(null);
  useLayoutEffect(() => {
    const element = ref.current;
    if (!element) return;
    const measure = () => setHeight(getComputedStyle(element).overflowY === 'auto' ? element.clientHeight : null);
    measure();
    const observer = new ResizeObserver(measure);
    observer.observe(element);
    return () => observer.disconnect();
  }, []);
  return { ref, height };
}

/** Pixels that the mix needs under the sheet. */
const STRIP = 112;

/** How much of its room the sheet leaves, in pixels. */
function useLeft(room: number | null) {
  const ref = useRef<HTMLElement>(null);
  const [high, setHigh] = useState(Number.POSITIVE_INFINITY);
  useLayoutEffect(() => {
    const element = ref.current;
    if (!element) return;
    const observer = new ResizeObserver(() => setHigh(element.offsetHeight));
    observer.observe(element);
    return () => observer.disconnect();
  }, []);
  return { ref, height: room === null ? 0 : room - high };
}

/** For a pattern that is looked at while another one sounds. */
const nowhere = () => null;

function Zoom({ zoom, setZoom }: { zoom: number | 'fit'; setZoom: (zoom: number | 'fit') => void }) {
  const say = useSay();
  const now = zoom === 'fit' ? 1 : zoom;
  const [smaller, larger] = [ZOOMS.findLast((one) => one < now), ZOOMS.find((one) => one > now)];
  const step = (label: string, sign: string, to: number | undefined) => (
    <button
      type="button"
      className="button button-small"
      aria-label={label}
      disabled={to === undefined}
      onClick={() => to !== undefined && setZoom(to)}
    >
      {sign}
    </button>
  );
  return (
    <span className="joined max-sm:hidden">
      {step(say('edit.zoom.smaller'), '−', smaller)}
      <button type="button" className="button button-small" aria-pressed={zoom === 'fit'} onClick={() => setZoom('fit')}>
        {say('edit.zoom.fit')}
      </button>
      {step(say('edit.zoom.larger'), '+', larger)}
    </span>
  );
}

/** Loads the sounds of rows that are added, of another kit, of a room. */
function useKitFollows(player: Player, editor: Editor) {
  const sounds = useSyncExternalStore(editor.store.subscribe, () => {
    const { pattern } = editor.store;
    const rooms = pattern.sections.some(({ rows }) => rows.some((row) => (row.room ?? 0) > 0));
    const own = pattern.sections.flatMap(({ rows }) => rows.flatMap((row) => row.sound ?? []));
    return JSON.stringify([pattern.kit, rooms, instrumentsOf(pattern).sort(), own]);
  });
  // biome-ignore lint/correctness/useExhaustiveDependencies: it is what the sounds follow
  useEffect(() => player.follow(), [player, sounds]);
}
