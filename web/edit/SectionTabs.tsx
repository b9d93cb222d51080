import { useSyncExternalStore } from 'react';
import { sectionAdded } from '../music/form';
import { say, useSay } from '../words/words';
import type { Editor } from './Editor';

/** The sections of the form, one of them on the sheet; none where there is only one and no other can be made. */
export function SectionTabs({ editor, locked }: { editor: Editor; locked: boolean }) {
  const say = useSay();
  const pattern = useSyncExternalStore(editor.store.subscribe, () => editor.store.pattern);
  useSyncExternalStore(editor.subscribe, () => editor.state.section);
  const open = (editor.allowed.freedom?.form ?? true) && !locked;
  const full = pattern.sections.length >= editor.catalogue.limits.sections;
  if (pattern.sections.length < 2 && !open) return null;
  return (
    <div className="flex flex-wrap items-center gap-1.5">
      {(pattern.sections.length > 1 ? pattern.sections : []).map((section, index) => (
        <button
          key={section.name}
          type="button"
          className="section-tab"
          aria-current={index === editor.index ? 'true' : undefined}
          onClick={() => editor.show(index)}
        >
          <span className="font-head font-bold">{section.name}</span>{' '}
          <span className="text-xs">{say('frame.bars', { count: section.bars })}</span>
        </button>
      ))}
      {open && (
        <button type="button" className="button button-small" disabled={full} onClick={() => addSection(editor, true)}>
          {say('edit.section.variation')}
        </button>
      )}
    </div>
  );
}

/** A variation of the section that is shown, or an empty one, and goes there. */
export function addSection(editor: Editor, copy: boolean): void {
  editor.store.change(copy ? say('edit.section.variationOf', { name: editor.section.name }) : say('edit.section.add'), (pattern) =>
    sectionAdded(pattern, editor.index, copy),
  );
  editor.show(editor.index + 1);
  editor.say(say('edit.section.added', { name: editor.section.name }));
}
