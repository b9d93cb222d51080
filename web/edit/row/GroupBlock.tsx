import { useSyncExternalStore } from 'react';
import { useSay } from '../../words/words';
import type { Editor } from '../Editor';
import { Block, Small, TINTS } from '../panels/parts';

const MOST_NAME = 24;

/** Folds the row at the cursor, or the rows that are marked, to one thin line; names and tints the groups that there are. */
export function GroupBlock({ editor, index }: { editor: Editor; index: number }) {
  const say = useSay();
  useSyncExternalStore(editor.folds.subscribe, () => editor.folds.state);
  const { range } = useSyncExternalStore(editor.subscribe, () => editor.state);
  const { rows } = editor.section;
  const groups = editor.folds.of(rows);
  const indices = range?.rows ?? [index];
  const several = indices.length > 1;
  const fold = () => {
    const names = indices.map((row) => editor.words.name(row)).join(', ');
    const name = names.charAt(0).toUpperCase() + names.slice(1);
    editor.folds.fold(rows, indices, name.length > MOST_NAME ? say('panels.group.rows', { count: indices.length }) : name);
    editor.mark(null);
    editor.settle();
    editor.say(say('panels.group.folded', { name }));
  };
  return (
    <Block title={say('panels.group')}>
      <Small onClick={fold}>{several ? say('panels.group.foldMany', { count: indices.length }) : say('panels.group.foldOne')}</Small>
      {!several && <p className="text-xs text-faint">{say('panels.group.hint')}</p>}
      {groups.map((group, i) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: a group has no name that stays
        <div key={i} className="flex w-full flex-wrap items-center gap-1.5 border-t border-rule pt-1.5">
          <input
            aria-label={say('panels.group.name', { name: group.name })}
            className="field field-small w-full"
            maxLength={MOST_NAME}
            value={group.name}
            onChange={(event) => editor.folds.change(i, { name: event.target.value })}
          />
          <select
            aria-label={say('panels.group.tint', { name: group.name })}
            className="field field-small w-20"
            value={group.tint ?? ''}
            onChange={(event) => editor.folds.change(i, { tint: event.target.value || null })}
          >
            <option value="">{say('panels.group.noTint')}</option>
            {TINTS.map((tint) => (
              <option key={tint} value={tint}>
                {say(`panels.tint.${tint}`)}
              </option>
            ))}
          </select>
          <Small
            label={group.folded ? say('edit.fold.open', { name: group.name }) : say('edit.fold.fold', { name: group.name })}
            onClick={() => {
              editor.folds.change(i, { folded: !group.folded });
              editor.settle();
            }}
          >
            {say(group.folded ? 'panels.group.open' : 'panels.group.fold')}
          </Small>
          <Small label={say('panels.group.letGo', { name: group.name })} onClick={() => editor.folds.part(i)}>
            {say('panels.group.letGoWord')}
          </Small>
        </div>
      ))}
    </Block>
  );
}
