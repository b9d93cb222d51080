import { Tab, TabGroup, TabList, TabPanel, TabPanels } from '@headlessui/react';
import {
  createElement,
  lazy,
  type ReactNode,
  Suspense,
  useCallback,
  useEffect,
  useLayoutEffect,
  useRef,
  useState,
  useSyncExternalStore,
} from 'react';
import type { Catalogue, Music, Pattern } from '../api/types';
import { hitCount, instrumentsOf } from '../music/pattern';
import { ZOOMS } from '../sheet/geometry';
import { PatternSheet } from '../sheet/PatternSheet';
import type { Player } from '../sound/Player';
import { KitTrouble, Transport } from '../sound/Transport';
import { usePlayerState, usePosition } from '../sound/usePlayer';
import { Boundary } from '../ui/Boundary';
import { Choice } from '../ui/Choice';
import { soon } from '../ui/soon';
import { Waiting } from '../ui/states';
import { keep, kept } from '../ui/storage';
import { useSay, withWords } from '../words/words';
import { type Beside, NO_TARGET, type TargetShown } from './beside';
import { DropRoom } from './DropRoom';
import { EditBar, MarkedBar } from './EditBar';
import type { Editor } from './Editor';
import { EditSheet } from './EditSheet';
import { HeadSigns, loadFields } from './feel/HeadSigns';
import { HitBar } from './hit/AtHit';
import { SectionTabs } from './SectionTabs';
import { MINE, type Scope, TARGET, useHearing } from './useHearing';
import { useTake } from './useTake';
import '../ui/rooms.css';

// Nobody needs these at first: they come behind the sheet, and before anybody looks for them.
const PANEL = {
  shape: () => withWords(import('./hit/HitRoom'), 'panels').then((one) => ({ default: one.HitRoom })),
  row: () => withWords(import('./row/RowRoom'), 'panels').then((one) => ({ default: one.RowRoom })),
  form: () => withWords(import('./panels/FormPanel'), 'panels').then((one) => ({ default: one.FormPanel })),
  type: () => withWords(import('./open/TypeBlock'), 'panels').then((one) => ({ default: one.TypeBlock })),
  steps: () => withWords(import('./panels/HistoryPanel'), 'panels').then((one) => ({ default: one.StepsPanel })),
  mix: () => withWords(import('./mix/MixPanel'), 'panels').then((one) => ({ default: one.MixPanel })),
};
// Its room is kept, so that nothing moves from under a finger when it comes.
const TargetBeside = soon(
  () => withWords(import('./TargetBeside'), 'panels'),
  createElement('span', { className: 'h-7 w-72 pointer-coarse:h-11' }),
);
const StaffUnder = soon(() => withWords(import('./staff/StaffUnder'), 'panels'));
const MixStrip = soon(() => withWords(import('./mix/MixStrip'), 'panels'));
const [HitRoom, RowRoom, FormPanel] = [lazy(PANEL.shape), lazy(PANEL.row), lazy(PANEL.form)];
const [MixPanel, TypeBlock, StepsPanel] = [lazy(PANEL.mix), lazy(PANEL.type), lazy(PANEL.steps)];

type Props = {
  label: string;
  editor: Editor;
  catalogue: Catalogue;
  music: Music;
  counting: 'steps' | 'syllables' | 'bar-beat';
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
  /** Names for the first panels and for those of every sheet, where one of the two is shown at a time. */
  halves?: [string, string];
  /** Under the panels, always in sight: what saves, publishes or hands in. */
  foot?: ReactNode;
  /** The first panels beside the sheet. */
  panels: { name: string; label?: string; content: ReactNode }[];
  /** Which panel is shown, where the place around keeps it. */
  panel?: number;
  setPanel?: (panel: number) => void;
  /** In the panel of steps: earlier states of the draft. */
  states?: ReactNode;
};

const PANELS = ['Shape', 'Row', 'Form', 'Mix', 'Steps'] as const;

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
    foot = null,
    sheets = null,
    halves,
    panels,
    states,
  } = props;
  // Everything that follows the pattern asks for it by itself: the frame is not drawn again for every hit.
  const { player, scope, setScope, position, turn } = useHearing(editor, catalogue, music, target, beside !== 'mine');
  const { voice } = usePlayerState(player);
  const theirs = usePosition(player, TARGET);
  const [shown, setShown] = useState<TargetShown>(NO_TARGET);
  const [staff, setStaff] = useState(() => kept<boolean>('setting', 'staff') === true);
  const [zoom, setZoom] = useState<number | 'fit'>('fit');
  const [own, setOwn] = useState(0);
  const panel = props.panel ?? own;
  const setPanel = props.setPanel ?? setOwn;
  const steps = panels.length + PANELS.length - 1;
  const onSheet = panel >= panels.length;
  const [typed, setTyped] = useState('');
  const [sound, setSound] = useState<File | null>(null);
  const showPanel = useRef((_: (typeof PANELS)[number]) => {});
  showPanel.current = (name) => setPanel(panels.length + PANELS.indexOf(name));
  useEffect(() => {
    if (locked) return;
    editor.onTyped = (text) => {
      setTyped(text);
      showPanel.current('Form');
    };
    editor.onSound = (file) => {
      setSound(file);
      showPanel.current('Row');
    };
    return () => {
      editor.onTyped = null;
      editor.onSound = null;
    };
  }, [editor, locked]);
  useKitFollows(player, editor);
  const files = useFilesWait(editor, locked);
  useTake(editor);
  usePanels(files.want);
  const room = useRoom();
  const left = useLeft(room.height);
  const { freedom } = editor.allowed;
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
            <button
              type="button"
              className="button button-small ms-auto"
              aria-pressed={staff}
              onClick={() => {
                keep('setting', 'staff', !staff);
                setStaff(!staff);
              }}
            >
              {say('edit.staff')}
            </button>
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
              music={music}
              player={player}
              position={position}
              zoom={zoom}
              room={room.height === null ? null : room.height - CARD - (mayAdd ? ADD_ROW : 0) - (staff ? STAFF : 0)}
              target={shown}
              locked={locked}
            />
            {mayAdd && (
              <button
                type="button"
                className="add-row"
                onClick={() => {
                  setPanel(panels.length + PANELS.indexOf('Row'));
                  focusWhenThere('[data-find-instrument]');
                }}
              >
                {say('beat.sheet.addRow')}
              </button>
            )}
          </section>
          {staff && <StaffUnder editor={editor} music={music} position={position} />}
          {left.height >= STRIP + (staff ? STAFF : 0) && <MixStrip editor={editor} player={player} locked={locked} />}
        </div>
        <footer className="work-bar">
          <div className="work-said">
            <Said editor={editor} hint={hint} />
            {turn && <span>{say('edit.playing', { turn })}</span>}
            <KitTrouble player={player} />
            <span className="ms-auto flex flex-none items-center gap-2 max-sm:max-w-full max-sm:overflow-x-auto">
              <Scopes editor={editor} scope={scope} setScope={setScope} />
              {!locked && <MarkedBar editor={editor} />}
            </span>
          </div>
          <div className="work-tools">
            <Transport
              player={player}
              {...(target && {
                voices: [
                  { value: MINE, label: say('beat.voice.mine') },
                  { value: TARGET, label: say('beat.voice.target') },
                  { value: 'turn', label: say('beat.voice.turn') },
                ],
              })}
            />
            {!locked && <EditBar editor={editor} />}
          </div>
        </footer>
      </DropRoom>
      <aside className="workbench-panel">
        <TabGroup selectedIndex={panel} onChange={setPanel}>
          {halves && (
            <Choice
              label={say('edit.beside')}
              value={onSheet ? 'beat' : 'task'}
              options={[
                { value: 'task', label: halves[0] },
                { value: 'beat', label: halves[1] },
              ]}
              onChange={(half) => setPanel(half === 'task' ? 0 : panels.length)}
            />
          )}
          <TabList className="panel-tabs" aria-label={say('edit.beside')}>
            {[...panels.map(({ name, label }) => label ?? name), ...PANELS.map((name) => say(`beat.panel.${name}`))].map((name, i) => {
              const elsewhere = halves !== undefined && i >= panels.length !== onSheet;
              return (
                <Tab key={name} className="panel-tab" hidden={elsewhere} disabled={elsewhere}>
                  {name}
                </Tab>
              );
            })}
          </TabList>
          <TabPanels className="panel-room">
            {panels.map(({ name, content }) => (
              <TabPanel key={name} unmount={false} tabIndex={-1} className="flex flex-col gap-3">
                {content}
              </TabPanel>
            ))}
            <TabPanel tabIndex={-1}>
              <Later>
                <HitRoom editor={editor} locked={locked} />
              </Later>
            </TabPanel>
            <TabPanel tabIndex={-1}>
              <Later>
                <RowRoom editor={editor} player={player} locked={locked} dropped={sound} taken={() => setSound(null)} />
              </Later>
            </TabPanel>
            <TabPanel tabIndex={-1}>
              <Later>
                <div className="flex flex-col gap-3">
                  <FormPanel editor={editor} locked={locked} />
                  {!locked && <TypeBlock editor={editor} pasted={typed} counting={counting} />}
                </div>
              </Later>
            </TabPanel>
            <TabPanel tabIndex={-1}>
              <Later>
                <MixPanel editor={editor} player={player} locked={locked} />
              </Later>
            </TabPanel>
            <TabPanel unmount={false} tabIndex={-1}>
              {(files.wanted || panel === steps) && (
                <Later>
                  <StepsPanel
                    editor={editor}
                    counting={counting}
                    locked={locked}
                    shown={panel === steps}
                    reveal={() => setPanel(steps)}
                    ready={files.deliver}
                  >
                    {states}
                  </StepsPanel>
                </Later>
              )}
            </TabPanel>
          </TabPanels>
        </TabGroup>
        {foot && <div className="panel-foot">{foot}</div>}
      </aside>
    </div>
  );
}

/** Pixels of a line of the staff, with its card. */
const STAFF = 190;
/** Pixels that the card around the sheet takes, and the button under the last row. */
const CARD = 18;
const ADD_ROW = 30;

/** Gives the focus to what comes in a moment, with a panel that is loaded for instance. */
function focusWhenThere(css: string): void {
  const focus = () => {
    const found = document.querySelector<HTMLElement>(css);
    found?.focus();
    found?.scrollIntoView({ block: 'nearest' });
    return found !== null;
  };
  if (focus()) return;
  const watching = new MutationObserver(() => focus() && watching.disconnect());
  watching.observe(document.body, { childList: true, subtree: true });
}

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

/** What is played: the whole form, the section that is shown, or the bars that are marked. */
function Scopes({ editor, scope, setScope }: { editor: Editor; scope: Scope; setScope: (scope: Scope) => void }) {
  const say = useSay();
  const range = useSyncExternalStore(editor.subscribe, () => editor.state.range);
  useSyncExternalStore(editor.subscribe, () => editor.state.section);
  const pattern = useSyncExternalStore(editor.store.subscribe, () => editor.store.pattern);
  const several = pattern.sections.length > 1;
  const repeats = (pattern.order ?? []).some(({ times }) => times > 1);
  const options = [
    { value: 'form' as const, label: several || repeats ? say('edit.scope.all') : say('edit.scope.everything') },
    ...(several || repeats || scope === 'section' ? [{ value: 'section' as const, label: editor.section.name }] : []),
    ...(range || scope === 'marked' ? [{ value: 'marked' as const, label: say('edit.scope.marked') }] : []),
  ];
  if (options.length < 2) return null;
  return <Choice label={say('edit.scope.what')} value={scope} options={options} onChange={setScope} />;
}

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

/** What was done last, or what to do first: in a quiet line, and told to those who listen. */
function Said({ editor, hint }: { editor: Editor; hint: string }) {
  const said = useSyncExternalStore(editor.subscribe, () => editor.state.said);
  const empty = useSyncExternalStore(editor.store.subscribe, () => hitCount(editor.store.pattern) === 0);
  return (
    <p role="status" className="truncate">
      {said || (empty ? hint : '')}
    </p>
  );
}

/** A panel that comes later; one that could not be fetched takes nothing else with it. */
function Later({ children }: { children: ReactNode }) {
  const say = useSay();
  return (
    <Boundary>
      <Suspense fallback={<Waiting what={say('edit.panel.waiting')} />}>{children}</Suspense>
    </Boundary>
  );
}

/** A pattern or file that comes from outside before the panel is there that takes it waits for that panel. */
function useFilesWait(editor: Editor, locked: boolean) {
  const [wanted, setWanted] = useState(false);
  const waiting = useRef<(() => void) | null>(null);
  const want = useCallback(() => setWanted(true), []);
  useEffect(() => {
    if (locked || editor.onPattern) return;
    const hold = (deliver: () => void) => {
      waiting.current = deliver;
      want();
    };
    editor.onPattern = (text) => hold(() => editor.onPattern?.(text));
    editor.onFile = (file) => hold(() => editor.onFile?.(file));
  }, [editor, locked, want]);
  const deliver = useCallback(() => {
    waiting.current?.();
    waiting.current = null;
  }, []);
  return { wanted, want, deliver };
}

/** Loads the panels behind the sheet, so that they are there without a connection too. */
function usePanels(done: () => void) {
  useEffect(() => {
    const timer = setTimeout(() => {
      for (const load of [loadFields, HitBar.load, MixStrip.load, ...Object.values(PANEL)]) void load().catch(() => {});
      done();
    }, BEHIND);
    return () => clearTimeout(timer);
  }, [done]);
}
/** Milliseconds after which the sheet is there and the connection free. */
const BEHIND = 1500;

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
