import { useEffect, useSyncExternalStore } from 'react';
import type { Editor } from '../Editor';
import type { Counting } from '../useMusic';
import { FileBlock } from './FileBlock';
import { ShelfBlock } from './ShelfBlock';
import { SoundBlock } from './SoundBlock';

type Props = {
  editor: Editor;
  counting: Counting;
  locked: boolean;
  /** Told once it takes files. */
  ready: () => void;
};

/** Files and the Shelf, out and in. What is dropped, pasted or taken comes in here, whether the room is open or not. */
export function FilesRoom({ editor, counting, locked, ready }: Props) {
  const opened = useSyncExternalStore(editor.subscribe, () => editor.state.opened);
  // After the effects of what is inside, which takes files from then on.
  useEffect(() => ready(), [ready]);
  return (
    <>
      {opened === 'shelf' && <ShelfBlock editor={editor} locked={locked} />}
      <div hidden={opened !== 'files'}>
        <FileBlock editor={editor} counting={counting} locked={locked} shown={opened === 'files'} reveal={() => editor.open('files')} />
      </div>
      {opened === 'files' && <SoundBlock editor={editor} />}
    </>
  );
}
