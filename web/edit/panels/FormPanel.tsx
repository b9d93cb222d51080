import { useState, useSyncExternalStore } from 'react';
import { api, reply } from '../../api/client';
import { allRepeated, orderOf, sectionRemoved, sectionRenamed } from '../../music/form';
import { useSay } from '../../words/words';
import { compute } from '../compute';
import type { Editor } from '../Editor';
import { addSection } from '../SectionTabs';
import { OrderBlock } from './OrderBlock';
import { Block, Small } from './parts';

/** Bars, sections and the order in which they are played. */
export function FormPanel({ editor, locked }: { editor: Editor; locked: boolean }) {
  const say = useSay();
  const pattern = useSyncExternalStore(editor.store.subscribe, () => editor.store.pattern);
  useSyncExternalStore(editor.subscribe, () => editor.state);
  const open = (editor.allowed.freedom?.form ?? true) && !locked;
  return (
    <section aria-labelledby="form" className="card p-3">
      <h2 id="form">{say('panels.form')}</h2>
      {!open && !locked && <p className="text-sm text-faint">{say('panels.form.fixed')}</p>}
      <p className="text-sm text-faint">{say('panels.form.bars')}</p>
      {open && (
        <>
          <SectionBlock key={editor.section.name} editor={editor} />
          <OrderBlock editor={editor} order={orderOf(pattern)} />
        </>
      )}
    </section>
  );
}

function SectionBlock({ editor }: { editor: Editor }) {
  const say = useSay();
  const { section } = editor;
  const [name, setName] = useState(section.name);
  const { sections } = editor.store.pattern;
  const full = sections.length >= editor.catalogue.limits.sections;
  const rename = () => {
    const wanted = name.trim();
    if (wanted === section.name) return;
    if (wanted === '' || sections.some((one) => one.name === wanted)) {
      editor.say(wanted === '' ? say('panels.form.noName') : say('panels.form.taken', { name: wanted }));
      setName(section.name);
      return;
    }
    editor.store.change(say('panels.form.call', { name: wanted }), (pattern) => sectionRenamed(pattern, editor.index, wanted));
  };
  const remove = () => {
    editor.store.change(say('panels.form.removeSection', { name: section.name }), (pattern) => sectionRemoved(pattern, editor.index));
    editor.show(editor.index);
    editor.go({ row: 0, at: 0 });
    editor.say(say('panels.form.removedSection', { name: section.name }));
  };
  const rescale = (to: 'double' | 'half') =>
    void compute(editor, to === 'double' ? say('panels.form.double') : say('panels.form.half'), (pattern) =>
      reply(api.POST('/api/edit/rescale', { body: { pattern, section: editor.index, to } })),
    );
  return (
    <Block title={say('panels.form.section', { name: section.name, bars: say('frame.bars', { count: section.bars }) })}>
      <label className="flex items-center gap-1.5 text-sm">
        {say('panels.form.name')}
        <input
          className="field field-small w-28"
          maxLength={40}
          value={name}
          onChange={(event) => setName(event.target.value)}
          onBlur={rename}
          onKeyDown={(event) => event.key === 'Enter' && rename()}
        />
      </label>
      <Small disabled={full} onClick={() => addSection(editor, true)}>
        {say('panels.form.variation')}
      </Small>
      <Small disabled={full} onClick={() => addSection(editor, false)}>
        {say('panels.form.addEmpty')}
      </Small>
      <Small disabled={sections.length === 1} onClick={remove}>
        {say('panels.form.removeThis')}
      </Small>
      <Small
        disabled={section.bars * 2 > editor.catalogue.limits.bars}
        onClick={() => {
          editor.store.change(say('panels.form.all'), (pattern) => allRepeated(pattern, editor.index, editor.music.barTicks));
          editor.say(say('panels.form.all'));
        }}
      >
        {say('panels.form.allWord')}
      </Small>
      <Small onClick={() => rescale('double')} title={say('panels.form.doubleTitle')}>
        {say('panels.form.doubleWord')}
      </Small>
      <Small onClick={() => rescale('half')} title={say('panels.form.halfTitle')}>
        {say('panels.form.halfWord')}
      </Small>
    </Block>
  );
}
