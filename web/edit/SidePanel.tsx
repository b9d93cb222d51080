import { Tab, TabGroup, TabList, TabPanel, TabPanels } from '@headlessui/react';
import { lazy, type ReactNode, useCallback, useEffect, useRef, useState, useSyncExternalStore } from 'react';
import { hitCount } from '../music/pattern';
import type { Player } from '../sound/Player';
import { Choice } from '../ui/Choice';
import { soon } from '../ui/soon';
import { useSay, withWords } from '../words/words';
import { BarsBar } from './bars/AtBars';
import type { Editor } from './Editor';
import { loadFields } from './feel/HeadSigns';
import { HitBar } from './hit/AtHit';
import { Later } from './Later';
import { ROOM } from './roomsBehind';
import type { Counting } from './useMusic';

const PANEL = {
  form: () => withWords(import('./panels/FormPanel'), 'panels').then((one) => ({ default: one.FormPanel })),
  mix: () => withWords(import('./mix/MixPanel'), 'panels').then((one) => ({ default: one.MixPanel })),
  history: () => withWords(import('./panels/HistoryPanel'), 'panels').then((one) => ({ default: one.HistoryPanel })),
};
const [FormPanel, MixPanel, HistoryPanel] = [lazy(PANEL.form), lazy(PANEL.mix), lazy(PANEL.history)];

const Rooms = soon(() => import('./Rooms'));

export type SidePanelProps = {
  editor: Editor;
  player: Player;
  counting: Counting;
  locked: boolean;
  /** The first panels beside the sheet. */
  panels: { name: string; label?: string; content: ReactNode }[];
  /** Which panel is shown, where the place around keeps it. */
  panel?: number | undefined;
  setPanel?: ((panel: number) => void) | undefined;
  /** Names for the first panels and for those of every sheet, where one of the two is shown at a time. */
  halves?: [string, string] | undefined;
  /** In the panel of history: earlier states of the draft. */
  states?: ReactNode;
  /** Under the panels, always in sight: what saves, publishes or hands in. */
  foot?: ReactNode;
};

const PANELS = ['Mix', 'Form', 'History'] as const;

/** Beside the sheet: its panels; over them, for as long as it is open, what there is to a hit, a row or what comes in. */
export function SidePanel(props: SidePanelProps) {
  const say = useSay();
  const { editor, player, counting, locked, panels, halves, states, foot = null } = props;
  const [own, setOwn] = useState(0);
  const panel = props.panel ?? own;
  const setPanel = props.setPanel ?? setOwn;
  const onSheet = panel >= panels.length;
  const opened = useSyncExternalStore(editor.subscribe, () => editor.state.opened);
  const files = useFilesWait(editor, locked);
  useBehind(files.want);
  // On a phone it is a sheet from below: up where nothing is built yet, so that the task is read first.
  const [up, setUp] = useState(() => hitCount(editor.store.pattern) === 0);
  useEffect(() => {
    if (hitCount(editor.store.pattern) > 0) return;
    // Who has begun to build has read it.
    const end = editor.store.subscribe(() => {
      end();
      setUp(false);
    });
    return end;
  }, [editor]);
  const shown = up || opened !== null;
  const dock = useDock();
  const names = [...panels.map(({ name, label }) => label ?? name), ...PANELS.map((name) => say(`beat.panel.${name}`))];
  return (
    <aside ref={dock} className="workbench-panel" data-up={shown} data-first={panel === 0 && opened === null}>
      <TabGroup selectedIndex={panel} onChange={setPanel}>
        {halves && (
          // biome-ignore lint/a11y/noStaticElementInteractions lint/a11y/useKeyWithClickEvents: the half that is chosen, too, goes back
          <div onClick={() => editor.open(null)}>
            <Choice
              label={say('edit.beside')}
              value={onSheet ? 'beat' : 'task'}
              options={[
                { value: 'task', label: halves[0] },
                { value: 'beat', label: halves[1] },
              ]}
              onChange={(half) => setPanel(half === 'task' ? 0 : panels.length)}
            />
          </div>
        )}
        <TabList className="panel-tabs" aria-label={say('edit.beside')} data-behind={opened !== null}>
          {names.map((name, i) => {
            const elsewhere = halves !== undefined && i >= panels.length !== onSheet;
            return (
              <Tab
                key={name}
                className="panel-tab"
                hidden={elsewhere}
                disabled={elsewhere}
                onClick={() => {
                  setUp(!(up && panel === i && opened === null));
                  editor.open(null);
                }}
              >
                {name}
              </Tab>
            );
          })}
          <button
            type="button"
            className="dock-close"
            aria-label={say('edit.close')}
            onClick={() => {
              setUp(false);
              editor.open(null);
            }}
          >
            ✕
          </button>
        </TabList>
        <Rooms editor={editor} player={player} counting={counting} locked={locked} back={names[panel] ?? ''} files={files} />
        <TabPanels className="panel-room" hidden={opened !== null}>
          {panels.map(({ name, content }) => (
            <TabPanel key={name} unmount={false} tabIndex={-1} className="flex flex-col gap-3">
              {content}
            </TabPanel>
          ))}
          <TabPanel tabIndex={-1}>
            <Later>
              <MixPanel editor={editor} player={player} locked={locked} />
            </Later>
          </TabPanel>
          <TabPanel tabIndex={-1}>
            <Later>
              <FormPanel editor={editor} locked={locked} />
            </Later>
          </TabPanel>
          <TabPanel tabIndex={-1}>
            <Later>
              <HistoryPanel editor={editor} locked={locked}>
                {states}
              </HistoryPanel>
            </Later>
          </TabPanel>
        </TabPanels>
      </TabGroup>
      {foot && <div className="panel-foot">{foot}</div>}
    </aside>
  );
}

/** Tells the page how high the panel is, where it lies over its lower end. */
function useDock() {
  const ref = useRef<HTMLElement>(null);
  useEffect(() => {
    const element = ref.current;
    if (!element) return;
    const observer = new ResizeObserver(() => element.parentElement?.style.setProperty('--dock', `${element.offsetHeight}px`));
    observer.observe(element);
    return () => observer.disconnect();
  }, []);
  return ref;
}

/** Loads what is beside the sheet behind it, so that it is there without a connection too. */
function useBehind(done: () => void): void {
  useEffect(() => {
    const timer = setTimeout(() => {
      for (const load of [loadFields, HitBar.load, BarsBar.load, ...Object.values(ROOM), ...Object.values(PANEL)])
        void load().catch(() => {});
      done();
    }, BEHIND);
    return () => clearTimeout(timer);
  }, [done]);
}
/** Milliseconds after which the sheet is there and the connection free. */
const BEHIND = 1500;

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
