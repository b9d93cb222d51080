import { Combobox, ComboboxInput, ComboboxOption, ComboboxOptions } from '@headlessui/react';
import { useQuery } from '@tanstack/react-query';
import { useEffect, useState } from 'react';
import type { Instrument } from '../../api/types';
import { isPlayedWith, pieceFor } from '../../music/kits';
import { rowAdded, rowChanged } from '../../music/rows';
import { playerFor } from '../../sound/usePlayer';
import { lower } from '../../ui/words';
import { type Key, useSay } from '../../words/words';
import type { Editor } from '../Editor';
import { keptKits } from '../feel/useOwnKit';

/** Adds a row: found by typing, or by family. */
export function AddRow({ editor }: { editor: Editor }) {
  const say = useSay();
  const { data } = useQuery(keptKits);
  const add = (instrument: Instrument) => {
    const { limits } = editor.catalogue;
    if (editor.section.rows.length >= limits.rows) return editor.say(say('panels.row.full', { limit: limits.rows }));
    const kit = data?.kits.find((one) => isPlayedWith(editor.store.pattern, one));
    const row = editor.section.rows.length;
    editor.store.change(say('panels.row.addOf', { name: lower(instrument.label) }), (pattern) => {
      const added = rowAdded(pattern, editor.index, instrument.name);
      // Where all is played with a kit of one's own, so is this.
      const above = editor.section.rows.filter((one) => one.instrument === instrument.name).length;
      return kit ? rowChanged(added, editor.index, row, pieceFor(kit, instrument.name, above)) : added;
    });
    editor.go({ row, at: 0 });
    // It is in sight, wherever the sheet was.
    requestAnimationFrame(() => document.querySelector(`[role=grid] [data-cell="${row}-0"]`)?.scrollIntoView({ block: 'nearest' }));
    editor.say(say('panels.row.added', { name: instrument.label }));
  };
  return (
    <section aria-labelledby="add-row" className="card p-3">
      <h2 id="add-row" className="mb-1">
        {say('panels.row.add')}
      </h2>
      <InstrumentFinder editor={editor} label={say('panels.row.find')} adding take={add} />
    </section>
  );
}

/** Another instrument for a row; its hits stay. */
export function ChangeInstrument({ editor, index }: { editor: Editor; index: number }) {
  const say = useSay();
  return (
    <div className="mt-3">
      <p className="mb-1 text-sm text-faint">{say('panels.row.change')}</p>
      <InstrumentFinder
        editor={editor}
        label={say('panels.row.other')}
        take={(instrument) => {
          editor.store.change(say('panels.row.becomes', { row: editor.words.name(index), name: lower(instrument.label) }), (pattern) =>
            rowChanged(pattern, editor.index, index, { instrument: instrument.name }),
          );
          editor.say(say('panels.row.isNow', { name: lower(instrument.label) }));
        }}
      />
    </div>
  );
}

const FAMILIES: Record<string, Key> = {
  drums: 'panels.family.drums',
  hands: 'panels.family.hands',
  cymbals: 'panels.family.cymbals',
  toms: 'panels.family.toms',
  shakers: 'panels.family.shakers',
  bells: 'panels.family.bells',
  whistles: 'panels.family.whistles',
};

type FinderProps = { editor: Editor; label: string; adding?: boolean; take: (instrument: Instrument) => void };

function InstrumentFinder({ editor, label, adding, take }: FinderProps) {
  const say = useSay();
  const [typed, setTyped] = useState('');
  const familyWords = (one: Instrument) => say(FAMILIES[one.family] ?? 'panels.family.drums');
  const words = typed.toLowerCase().split(/\s+/).filter(Boolean);
  const found = editor.catalogue.instruments.filter((one) =>
    words.every((word) => `${one.label} ${familyWords(one)}`.toLowerCase().includes(word)),
  );
  const families = [...new Set(found.map(familyWords))];
  return (
    <Combobox<Instrument | null>
      value={null}
      immediate
      onChange={(instrument) => {
        setTyped('');
        if (instrument) take(instrument);
      }}
    >
      <ComboboxInput
        className="field field-small"
        aria-label={label}
        data-find-instrument={adding || undefined}
        placeholder={say('panels.row.findHint')}
        displayValue={() => typed}
        onChange={(event) => setTyped(event.target.value)}
        autoComplete="off"
      />
      <ComboboxOptions modal={false} className="mt-1 max-h-56 overflow-y-auto rounded-md border border-rule bg-paper text-sm">
        {found.length === 0 && <p className="px-2 py-1">{say('panels.row.notFound')}</p>}
        {families.map((family) => (
          // biome-ignore lint/a11y/useSemanticElements: a listbox holds groups, not fieldsets
          <div key={family} role="group" aria-label={family}>
            <p aria-hidden="true" className="px-2 pt-1.5 text-xs text-faint">
              {family}
            </p>
            {found
              .filter((one) => familyWords(one) === family)
              .map((one) => {
                const not = editor.allowed.whyNot(one.name);
                return (
                  <ComboboxOption
                    key={one.name}
                    value={one}
                    disabled={not !== null}
                    className="cursor-pointer px-2 py-1 data-disabled:cursor-not-allowed data-disabled:text-faint data-focus:bg-wash"
                  >
                    {({ focus }) => (
                      <>
                        <Heard focus={focus} name={one.name} editor={editor} />
                        {one.label}
                        {not && <span className="block text-xs">{not}</span>}
                      </>
                    )}
                  </ComboboxOption>
                );
              })}
          </div>
        ))}
      </ComboboxOptions>
    </Combobox>
  );
}

/** An instrument is heard while one moves through the list, softly where something plays. */
function Heard({ focus, name, editor }: { focus: boolean; name: string; editor: Editor }) {
  useEffect(() => {
    if (focus) void playerFor(editor.catalogue).audition(name);
  }, [focus, name, editor]);
  return null;
}
