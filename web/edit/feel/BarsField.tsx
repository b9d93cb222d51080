import { useSyncExternalStore } from 'react';
import { barsSet } from '../../music/form';
import { plural } from '../../ui/words';
import type { Editor } from '../Editor';

/** How many bars the section has; bars are added and taken away at its end. */
export function BarsField({ editor }: { editor: Editor }) {
  useSyncExternalStore(editor.subscribe, () => editor.state.section);
  const { section } = editor;
  const set = (bars: number) => {
    const before = section.rows.reduce((sum, row) => sum + row.hits.length, 0);
    editor.mark(null);
    editor.store.change(`Make it ${plural(bars, 'bar')}`, (pattern) => barsSet(pattern, editor.index, bars, editor.music.barTicks));
    const lost = before - editor.section.rows.reduce((sum, row) => sum + row.hits.length, 0);
    editor.say(lost > 0 ? `${plural(lost, 'hit')} went with the bars; undo brings them back` : `${plural(bars, 'bar')} now`);
  };
  return (
    <label className="flex w-16 flex-col">
      Bars
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
