import { useSyncExternalStore } from 'react';
import { barsSet } from '../../music/form';
import { useSay } from '../../words/words';
import type { Editor } from '../Editor';

/** How many bars the section has; bars are added and taken away at its end. */
export function BarsField({ editor }: { editor: Editor }) {
  const say = useSay();
  useSyncExternalStore(editor.subscribe, () => editor.state.section);
  const { section } = editor;
  const set = (bars: number) => {
    const before = section.rows.reduce((sum, row) => sum + row.hits.length, 0);
    editor.mark(null);
    editor.store.change(say('panels.bars.make', { count: bars }), (pattern) => barsSet(pattern, editor.index, bars, editor.music.barTicks));
    const lost = before - editor.section.rows.reduce((sum, row) => sum + row.hits.length, 0);
    editor.say(lost > 0 ? say('panels.bars.lost', { count: lost }) : say('panels.bars.now', { count: bars }));
  };
  return (
    <label className="flex w-16 flex-col">
      {say('edit.sign.Bars')}
      <select className="field mt-1" value={section.bars} onChange={(event) => set(Number(event.target.value))}>
        {Array.from({ length: editor.catalogue.limits.bars }, (_, i) => i + 1).map((bars) => (
          <option key={bars} value={bars}>
            {bars}
          </option>
        ))}
      </select>
    </label>
  );
}
