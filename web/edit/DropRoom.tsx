import { type DragEvent, type ReactNode, useState } from 'react';
import { useSay } from '../words/words';
import type { Editor } from './Editor';

/** The sheet's room takes a file that is dropped on it. */
export function DropRoom({ editor, locked, children }: { editor: Editor; locked: boolean; children: ReactNode }) {
  const say = useSay();
  const [over, setOver] = useState(false);
  const holds = (event: DragEvent) => !locked && event.dataTransfer.types.includes('Files');
  return (
    // biome-ignore lint/a11y/noStaticElementInteractions: the same is a button under Steps
    <div
      className="workbench-main relative"
      onDragOver={(event) => {
        if (!holds(event)) return;
        event.preventDefault();
        setOver(true);
      }}
      onDragLeave={(event) => {
        if (!event.currentTarget.contains(event.relatedTarget as Node | null)) setOver(false);
      }}
      onDrop={(event) => {
        setOver(false);
        if (!holds(event)) return;
        event.preventDefault();
        const [file, ...more] = event.dataTransfer.files;
        if (file) editor.onFile?.(file);
        if (more.length > 0) editor.say(say('edit.drop.one'));
      }}
    >
      {children}
      {over && <div className="drop-here">{say('edit.drop.here')}</div>}
    </div>
  );
}
