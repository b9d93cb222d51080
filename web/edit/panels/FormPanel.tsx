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
import { plural } from '../../ui/words';
import { compute } from '../compute';
import type { Editor } from '../Editor';
import { addSection } from '../SectionTabs';
import { OrderBlock } from './OrderBlock';
import { Block, Small } from './parts';

/** Bars, sections and the order in which they are played. */
export function FormPanel({ editor, locked }: { editor: Editor; locked: boolean }) {
  const pattern = useSyncExternalStore(editor.store.subscribe, () => editor.store.pattern);
  useSyncExternalStore(editor.subscribe, () => editor.state);
  const open = (editor.allowed.freedom?.form ?? true) && !locked;
  return (
    <section aria-labelledby="form" className="card p-3">
      <h2 id="form">Form</h2>
      {!open && !locked && <p className="text-sm text-faint">The task sets the sections and their bars.</p>}
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
    <Block title={`Bar ${bar + 1} of ${bars} in ${editor.section.name}`}>
      <Small
        disabled={locked || (bar === bars - 1 && (!open || full))}
        onClick={() => change(`Repeat bar ${bar + 1}`, (one) => barRepeated(one, at, bar, bar + 1, barTicks))}
      >
        repeat it
      </Small>
      <Small
        disabled={locked || bar === bars - 1}
        onClick={() => change(`Repeat bar ${bar + 1} to the end`, (one) => barRepeatedToEnd(one, at, bar, barTicks))}
      >
        repeat it to the end
      </Small>
      {open && (
        <>
          <Small
            disabled={bars * 2 > editor.catalogue.limits.bars}
            onClick={() => change('Repeat all bars', (one) => allRepeated(one, at, barTicks))}
          >
            repeat all bars
          </Small>
          <Small disabled={full} onClick={() => change(`Insert a bar before ${bar + 1}`, (one) => barInserted(one, at, bar, barTicks))}>
            insert a bar before
          </Small>
          <Small disabled={full} onClick={() => change(`Insert a bar after ${bar + 1}`, (one) => barInserted(one, at, bar + 1, barTicks))}>
            insert a bar after
          </Small>
          <Small disabled={bars === 1} onClick={() => change(`Remove bar ${bar + 1}`, (one) => barRemoved(one, at, bar, barTicks))}>
            remove it
          </Small>
        </>
      )}
      {bars > 1 && (
        <label className="flex items-center gap-1.5 text-sm">
          exchange with bar
          <select
            className="field field-small w-auto"
            value=""
            disabled={locked}
            onChange={(event) => {
              const other = Number(event.target.value);
              change(`Exchange bars ${bar + 1} and ${other + 1}`, (one) => barsExchanged(one, at, bar, other, barTicks));
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
  const { section } = editor;
  const [name, setName] = useState(section.name);
  const { sections } = editor.store.pattern;
  const full = sections.length >= editor.catalogue.limits.sections;
  const rename = () => {
    const wanted = name.trim();
    if (wanted === section.name) return;
    if (wanted === '' || sections.some((one) => one.name === wanted)) {
      editor.say(wanted === '' ? 'A section needs a name' : `There is another section ${wanted}; give each its own name`);
      setName(section.name);
      return;
    }
    editor.store.change(`Call it ${wanted}`, (pattern) => sectionRenamed(pattern, editor.index, wanted));
  };
  const remove = () => {
    editor.store.change(`Remove section ${section.name}`, (pattern) => sectionRemoved(pattern, editor.index));
    editor.show(editor.index);
    editor.go({ row: 0, at: 0 });
    editor.say(`Section ${section.name} is removed; undo brings it back`);
  };
  const rescale = (to: 'double' | 'half') =>
    void compute(editor, to === 'double' ? 'Double length' : 'Half length', (pattern) =>
      reply(api.POST('/api/edit/rescale', { body: { pattern, section: editor.index, to } })),
    );
  return (
    <Block title={`Section ${section.name}, ${plural(section.bars, 'bar')}`}>
      <label className="flex items-center gap-1.5 text-sm">
        Its name
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
        make a variation
      </Small>
      <Small disabled={full} onClick={() => addSection(editor, false)}>
        add an empty section
      </Small>
      <Small disabled={sections.length === 1} onClick={remove}>
        remove this section
      </Small>
      <Small onClick={() => rescale('double')} title="Every hit at twice its distance, in twice the bars">
        double length
      </Small>
      <Small onClick={() => rescale('half')} title="Every hit at half its distance, in half the bars">
        half length
      </Small>
    </Block>
  );
}
