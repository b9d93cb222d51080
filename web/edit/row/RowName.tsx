import { useSyncExternalStore } from 'react';
import type { Instrument } from '../../api/types';
import { hears, keyOfRow } from '../../sound/Ears';
import { pieceWords, playedBy } from '../../sound/Kits';
import type { Player } from '../../sound/Player';
import { useSay } from '../../words/words';
import type { Editor } from '../Editor';

type Props = {
  instrument: Instrument;
  index: number;
  editor: Editor;
  player: Player;
  /** Whether what there is to the row opens beside the sheet. */
  opens: boolean;
};

/** Sounds its row, and is bold where the cursor is; with Shift it marks the row. What there is to the row opens beside it. */
export function RowName({ instrument, index, editor, player, opens }: Props) {
  const say = useSay();
  const current = useSyncExternalStore(editor.subscribe, () => editor.state.cursor.row === index);
  const muted = useSyncExternalStore(editor.store.subscribe, () => editor.section.rows[index]?.muted ?? false);
  const key = useSyncExternalStore(editor.store.subscribe, () => keyOfRow(editor.section.rows, index));
  const heard = useSyncExternalStore(player.subscribe, () => hears(player.state.ears, key));
  const kit = useSyncExternalStore(editor.store.subscribe, () => editor.store.pattern.kit);
  const sound = useSyncExternalStore(editor.store.subscribe, () => editor.section.rows[index]?.sound ?? null);
  const missing = useSyncExternalStore(player.kits.subscribe, () => sound !== null && player.kits.own.isMissing('', sound));
  const relative = playedBy(editor.catalogue, kit, instrument.name);
  const piece = sound === null ? null : pieceWords(editor.catalogue, sound);
  const plays =
    piece ??
    (sound !== null && !missing
      ? `“${sound}”`
      : missing
        ? say('edit.row.notHere', { sound: sound ?? '' })
        : relative && say('edit.row.as', { relative }));
  const open = () => {
    editor.point({ row: index, at: editor.state.cursor.at });
    editor.open('row');
  };
  return (
    <>
      <button
        type="button"
        className="row-name"
        aria-current={current ? 'true' : undefined}
        data-muted={muted || !heard}
        title={muted ? say('edit.row.mutedIn', { name: instrument.label }) : say('edit.row.hear', { name: instrument.label })}
        onClick={(event) => {
          void player.audition(instrument.name, 90, editor.section.rows[index]);
          editor.point({ row: index, at: editor.state.cursor.at });
          if (event.shiftKey) editor.markRow(index);
        }}
        onContextMenu={(event) => {
          if (!opens) return;
          event.preventDefault();
          open();
        }}
      >
        {instrument.label}
        {plays && <span className="row-muted">{plays}</span>}
        {muted ? (
          <span className="row-muted">{say('edit.row.muted')}</span>
        ) : (
          !heard && <span className="row-muted">{say('edit.row.notHeard')}</span>
        )}
      </button>
      {opens && (
        <button
          type="button"
          className="row-open"
          data-row-open={index}
          title={say('edit.row.open', { name: instrument.label })}
          aria-label={say('edit.row.open', { name: instrument.label })}
          tabIndex={current ? 0 : -1}
          onClick={open}
        >
          ⋯
        </button>
      )}
    </>
  );
}
