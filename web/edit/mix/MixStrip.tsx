import { useSyncExternalStore } from 'react';
import type { Row } from '../../api/types';
import { keyOfRow } from '../../sound/Ears';
import type { Player } from '../../sound/Player';
import { useSay } from '../../words/words';
import type { Editor } from '../Editor';
import { MixKeys } from './MixKeys';
import { Mound } from './Mound';
import './mix.css';

/** The mix of all rows side by side, where height is left under the sheet. */
export default function MixStrip({ editor, player, locked }: { editor: Editor; player: Player; locked: boolean }) {
  const say = useSay();
  const rows = useSyncExternalStore(editor.store.subscribe, () => editor.section.rows);
  useSyncExternalStore(editor.subscribe, () => editor.state.section);
  return (
    <section aria-label={say('panels.balance')} className="mix-strip card arrive">
      {editor.order.map((index) => {
        const row = rows[index] as Row;
        const key = keyOfRow(rows, index);
        const name = editor.words.name(index);
        return (
          <span key={key} className="flex flex-col">
            <span className="flex items-center gap-1 text-sm">
              <span className="me-auto max-w-24 truncate first-letter:uppercase">{name}</span>
              <MixKeys editor={editor} player={player} row={row} index={index} locked={locked} />
            </span>
            <Mound editor={editor} row={row} index={index} locked={locked} width={132} height={56} />
          </span>
        );
      })}
    </section>
  );
}
