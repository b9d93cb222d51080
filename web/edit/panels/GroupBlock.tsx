import { useSyncExternalStore } from 'react';
import type { Editor } from '../Editor';
import { Block, Small, TINTS } from './parts';

const MOST_NAME = 24;

/** Folds the row at the cursor, or the rows that are marked, to one thin line; names and tints the groups that there are. */
export function GroupBlock({ editor, index }: { editor: Editor; index: number }) {
  useSyncExternalStore(editor.folds.subscribe, () => editor.folds.state);
  const { range } = useSyncExternalStore(editor.subscribe, () => editor.state);
  const { rows } = editor.section;
  const groups = editor.folds.of(rows);
  const indices = range?.rows ?? [index];
  const several = indices.length > 1;
  const fold = () => {
    const names = indices.map((row) => editor.words.name(row)).join(', ');
    const name = names.charAt(0).toUpperCase() + names.slice(1);
    editor.folds.fold(rows, indices, name.length > MOST_NAME ? `${indices.length} rows` : name);
    editor.mark(null);
    editor.settle();
    editor.say(`${name} folded to one line`);
  };
  return (
    <Block title="Groups of rows, for your eyes only">
      <Small onClick={fold}>{several ? `fold the ${indices.length} marked rows` : 'fold this row'}</Small>
      {!several && <p className="text-xs text-faint">Mark several rows to fold them together.</p>}
      {groups.map((group, i) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: a group has no name that stays
        <div key={i} className="flex w-full flex-wrap items-center gap-1.5 border-t border-rule pt-1.5">
          <input
            aria-label={`Name of the group ${group.name}`}
            className="field field-small w-full"
            maxLength={MOST_NAME}
            value={group.name}
            onChange={(event) => editor.folds.change(i, { name: event.target.value })}
          />
          <select
            aria-label={`Tint of ${group.name}`}
            className="field field-small w-20"
            value={group.tint ?? ''}
            onChange={(event) => editor.folds.change(i, { tint: event.target.value || null })}
          >
            <option value="">no tint</option>
            {TINTS.map((tint) => (
              <option key={tint}>{tint}</option>
            ))}
          </select>
          <Small
            label={group.folded ? `Open ${group.name}` : `Fold ${group.name}`}
            onClick={() => {
              editor.folds.change(i, { folded: !group.folded });
              editor.settle();
            }}
          >
            {group.folded ? 'open' : 'fold'}
          </Small>
          <Small label={`Let go of the group ${group.name}`} onClick={() => editor.folds.part(i)}>
            let go
          </Small>
        </div>
      ))}
    </Block>
  );
}
