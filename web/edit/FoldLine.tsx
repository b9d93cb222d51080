import { useSyncExternalStore } from 'react';
import { type Geometry, lineWidth, noteX, type SheetLine } from '../sheet/geometry';
import { useSay } from '../words/words';
import type { Editor } from './Editor';
import type { Group } from './Folds';

type Props = { editor: Editor; group: Group; index: number; line: SheetLine; g: Geometry };

/** A group of rows as one thin line: its name opens and folds it; folded, small strokes show where its hits are. */
export function FoldLine({ editor, group, index, line, g }: Props) {
  const say = useSay();
  const rows = useSyncExternalStore(editor.store.subscribe, () => editor.section.rows);
  const own = group.rows.flatMap((row) => rows[row] ?? []);
  const places = new Set(own.flatMap((row) => editor.heardPlaces(row)).filter((at) => at >= line.from && at < line.to));
  return (
    // biome-ignore lint/a11y/useSemanticElements: part of the grid of cells that a table cannot be
    // biome-ignore lint/a11y/useFocusableInteractive: its button takes the focus
    <div role="row" className="fold-line" data-tint={group.tint ?? undefined}>
      {/* biome-ignore lint/a11y/useSemanticElements: part of the grid of cells that a table cannot be */}
      {/* biome-ignore lint/a11y/useFocusableInteractive: its button takes the focus */}
      <div role="rowheader" className="sheet-name fold-name">
        <button
          type="button"
          className="fold-open"
          aria-expanded={!group.folded}
          aria-label={`${group.name}: ${say('edit.rows', { count: group.rows.length })}`}
          title={group.folded ? say('edit.fold.open', { name: group.name }) : say('edit.fold.fold', { name: group.name })}
          onClick={() => {
            editor.folds.change(index, { folded: !group.folded });
            editor.settle();
            editor.say(group.folded ? say('edit.fold.isOpen', { name: group.name }) : say('edit.fold.isFolded', { name: group.name }));
          }}
        >
          <span aria-hidden="true">{group.folded ? '▸' : '▾'}</span> {group.name}
        </button>
      </div>
      {group.folded && (
        <svg aria-hidden="true" width={lineWidth(line, g)}>
          <line className="fold-staff" x1={0} x2={lineWidth(line, g)} y1="50%" y2="50%" />
          {[...places].map((at) => (
            <line key={at} x1={noteX(at, line, g)} x2={noteX(at, line, g)} y1="20%" y2="80%" />
          ))}
        </svg>
      )}
    </div>
  );
}
