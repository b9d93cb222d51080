import { useState, useSyncExternalStore } from 'react';
import { api, reply } from '../../api/client';
import {
  allRepeated,
  barInserted,
  barRemoved,
  barRepeated,
  barRepeatedToEnd,
  barsExchanged,
  orderOf,
  sectionRemoved,
  sectionRenamed,
} from '../../music/form';
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
      <BarBlock editor={editor} open={open} locked={locked} />
      {open && (
        <>
          <SectionBlock key={editor.section.name} editor={editor} />
          <OrderBlock editor={editor} order={orderOf(pattern)} />
        </>
      )}
    </section>
  );
}

/** What can be done with the bar where the cursor is. */
function BarBlock({ editor, open, locked }: { editor: Editor; open: boolean; locked: boolean }) {
  const say = useSay();
  const { barTicks } = editor.music;
  const { bars } = editor.section;
  const { cursor, range } = editor.state;
  const bar = Math.min(Math.floor((range?.from ?? cursor.at) / barTicks), bars - 1);
  const full = bars >= editor.catalogue.limits.bars;
  const at = editor.index;
  const change = (name: string, edit: Parameters<typeof editor.store.change>[1]) => {
    editor.store.change(name, edit);
    editor.mark(null);
    editor.say(name);
  };
  return (
    <Block title={say('panels.form.bar', { bar: bar + 1, bars, name: editor.section.name })}>
      <Small
        disabled={locked || (bar === bars - 1 && (!open || full))}
        onClick={() => change(say('edit.bar.repeat', { bar: bar + 1 }), (one) => barRepeated(one, at, bar, bar + 1, barTicks))}
      >
        {say('panels.form.repeat')}
      </Small>
      <Small
        disabled={locked || bar === bars - 1}
        onClick={() => change(say('panels.form.toEnd', { bar: bar + 1 }), (one) => barRepeatedToEnd(one, at, bar, barTicks))}
      >
        {say('panels.form.toEndWord')}
      </Small>
      {open && (
        <>
          <Small
            disabled={bars * 2 > editor.catalogue.limits.bars}
            onClick={() => change(say('panels.form.all'), (one) => allRepeated(one, at, barTicks))}
          >
            {say('panels.form.allWord')}
          </Small>
          <Small
            disabled={full}
            onClick={() => change(say('panels.form.before', { bar: bar + 1 }), (one) => barInserted(one, at, bar, barTicks))}
          >
            {say('panels.form.beforeWord')}
          </Small>
          <Small
            disabled={full}
            onClick={() => change(say('panels.form.after', { bar: bar + 1 }), (one) => barInserted(one, at, bar + 1, barTicks))}
          >
            {say('panels.form.afterWord')}
          </Small>
          <Small
            disabled={bars === 1}
            onClick={() => change(say('panels.form.remove', { bar: bar + 1 }), (one) => barRemoved(one, at, bar, barTicks))}
          >
            {say('panels.form.removeWord')}
          </Small>
        </>
      )}
      {bars > 1 && (
        <label className="flex items-center gap-1.5 text-sm">
          {say('panels.form.swapWith')}
          <select
            className="field field-small w-auto"
            value=""
            disabled={locked}
            onChange={(event) => {
              const other = Number(event.target.value);
              change(say('panels.form.swap', { bar: bar + 1, other: other + 1 }), (one) => barsExchanged(one, at, bar, other, barTicks));
            }}
          >
            <option value="">…</option>
            {Array.from({ length: bars }, (_, other) => other)
              .filter((other) => other !== bar)
              .map((other) => (
                <option key={other} value={other}>
                  {other + 1}
                </option>
              ))}
          </select>
        </label>
      )}
    </Block>
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
      <Small onClick={() => rescale('double')} title={say('panels.form.doubleTitle')}>
        {say('panels.form.doubleWord')}
      </Small>
      <Small onClick={() => rescale('half')} title={say('panels.form.halfTitle')}>
        {say('panels.form.halfWord')}
      </Small>
    </Block>
  );
}
