import { lazy, type ReactNode, useEffect, useRef, useState, useSyncExternalStore } from 'react';
import type { Player } from '../sound/Player';
import { useSay } from '../words/words';
import type { Opened } from './Cursor';
import type { Editor } from './Editor';
import { Later } from './Later';
import { ROOM } from './roomsBehind';
import type { Counting } from './useMusic';

const [HitRoom, RowRoom, AddRow] = [lazy(ROOM.hit), lazy(ROOM.row), lazy(ROOM.add)];
const [TypeBlock, FilesRoom] = [lazy(ROOM.type), lazy(ROOM.files)];

type Props = {
  editor: Editor;
  player: Player;
  counting: Counting;
  locked: boolean;
  /** The panel behind it, by name. */
  back: string;
  /** Whether files are to be read by now, and what to tell once they are. */
  files: { wanted: boolean; deliver: () => void };
};

/** What is opened from the sheet: what there is to a hit or a row, and what comes in; and a way back to the panel. */
export default function Rooms({ editor, player, counting, locked, back, files }: Props) {
  const say = useSay();
  const opened = useSyncExternalStore(editor.subscribe, () => editor.state.opened);
  const room = useRef<HTMLDivElement>(null);
  const [typed, setTyped] = useState('');
  const [sound, setSound] = useState<File | null>(null);
  useEffect(() => {
    if (locked) return;
    editor.onTyped = (text) => {
      setTyped(text);
      editor.open('type');
    };
    editor.onSound = (file) => {
      setSound(file);
      editor.open('row');
    };
    return () => {
      editor.onTyped = null;
      editor.onSound = null;
    };
  }, [editor, locked]);
  useEffect(() => {
    if (opened) enter(room.current, opened);
  }, [opened]);
  const close = () => {
    editor.open(null);
    const { row, at } = editor.state.cursor;
    document.querySelector<HTMLElement>(`[data-cell="${row}-${at}"]`)?.focus({ preventScroll: true });
  };
  const inside: Record<Exclude<Opened, 'files' | 'shelf'>, () => ReactNode> = {
    hit: () => <HitRoom editor={editor} locked={locked} />,
    row: () => <RowRoom editor={editor} player={player} locked={locked} dropped={sound} taken={() => setSound(null)} />,
    add: () => <AddRow editor={editor} />,
    type: () => <TypeBlock editor={editor} pasted={typed} counting={counting} />,
  };
  const ofFiles = opened === 'files' || opened === 'shelf';
  return (
    // biome-ignore lint/a11y/noStaticElementInteractions: Escape leaves it from wherever the focus is within
    <div
      ref={room}
      tabIndex={-1}
      className="panel-room"
      hidden={opened === null}
      onKeyDown={(event) => {
        if (event.key === 'Escape' && !event.defaultPrevented) close();
      }}
    >
      <button type="button" className="room-back" onClick={close}>
        {say('edit.back', { panel: back })}
      </button>
      {opened && !ofFiles && <Later>{inside[opened]()}</Later>}
      {(files.wanted || ofFiles) && (
        <Later>
          <FilesRoom editor={editor} counting={counting} locked={locked} ready={files.deliver} />
        </Later>
      )}
    </div>
  );
}

/** The focus goes along: to where one types first, or to the room. */
function enter(room: HTMLElement | null, opened: Opened): void {
  const first = opened === 'add' ? '[data-find-instrument]' : opened === 'type' ? 'textarea' : null;
  const go = () => {
    const found = first ? room?.querySelector<HTMLElement>(first) : room;
    found?.focus({ preventScroll: true });
    return found !== null;
  };
  if (!room || go()) return;
  const watching = new MutationObserver(() => go() && watching.disconnect());
  watching.observe(room, { childList: true, subtree: true });
}
