import { lazy, type ReactNode, Suspense, useId, useState, useSyncExternalStore } from 'react';
import type { Music } from '../../api/types';
import type { Player } from '../../sound/Player';
import { Boundary } from '../../ui/Boundary';
import { TempoSign, tempoWords } from '../../ui/NoteValue';
import { Waiting } from '../../ui/states';
import { swingWords } from '../../ui/words';
import { useSay, withWords } from '../../words/words';
import type { Editor } from '../Editor';
import { meterName } from '../meters';
import type { Counting } from '../useMusic';
import { kitLabel } from './kitLabel';
import { setTempo } from './tempo';
import { useOwnKit } from './useOwnKit';
import { useTap } from './useTap';

// Nobody needs these at first: they come behind the sheet.
export const loadFields = () => withWords(import('./fields'), 'panels');
const MeterField = lazy(() => loadFields().then((one) => ({ default: one.MeterField })));
const TempoField = lazy(() => loadFields().then((one) => ({ default: one.TempoField })));
const SwingField = lazy(() => loadFields().then((one) => ({ default: one.SwingField })));
const BarsField = lazy(() => loadFields().then((one) => ({ default: one.BarsField })));
const KitField = lazy(() => loadFields().then((one) => ({ default: one.KitField })));

type Props = { editor: Editor; player: Player; music: Music; counting: Counting; locked: boolean; children?: ReactNode };
type Sign = { name: string; words: string; sign: ReactNode; field: (() => ReactNode) | null };

/**
 * What the head of printed music says, in its signs. Where the task leaves it open, a press unfolds how to change it in a strip under the
 * head; where it does not, it is plain text.
 */
export function HeadSigns({ editor, player, music, counting, locked, children }: Props) {
  const say = useSay();
  const pattern = useSyncExternalStore(editor.store.subscribe, () => editor.store.pattern);
  useSyncExternalStore(editor.subscribe, () => editor.state.section);
  const [open, setOpen] = useState<string | null>(null);
  const strip = useId();
  const { freedom } = editor.allowed;
  const free = (what: boolean) => !locked && (freedom === null || what);
  const tap = useTap(free(Boolean(freedom?.tempo)), (bpm) => setTempo(editor, Math.round(bpm)));
  const { bars } = editor.section;
  const swing = swingWords(pattern.swing);
  const own = useOwnKit(pattern);
  const kit = own?.name ?? kitLabel(editor.catalogue, pattern.kit);
  const signs: Sign[] = [
    {
      name: say('edit.sign.Meter'),
      words: meterName(pattern.meter),
      sign: meterName(pattern.meter),
      field: free(Boolean(freedom?.meter)) ? () => <MeterField editor={editor} counting={counting} /> : null,
    },
    {
      name: say('edit.sign.Tempo'),
      words: tempoWords(pattern.tempo),
      sign: <TempoSign tempo={pattern.tempo} />,
      field: free(Boolean(freedom?.tempo)) ? () => <TempoField editor={editor} tap={tap} /> : null,
    },
    {
      name: say('edit.sign.Swing'),
      words: swing,
      sign: swing,
      field: free(Boolean(freedom?.swing)) ? () => <SwingField editor={editor} music={music} /> : null,
    },
    {
      name: say('edit.sign.Bars'),
      words: say('frame.bars', { count: bars }),
      sign: say('frame.bars', { count: bars }),
      field: free(Boolean(freedom?.form)) ? () => <BarsField editor={editor} /> : null,
    },
    {
      name: say('edit.sign.Kit'),
      words: kit,
      sign: kit,
      field: free(freedom?.kit !== false) ? () => <KitField editor={editor} player={player} /> : null,
    },
  ];
  const shown = signs.find(({ name, field }) => name === open && field);
  return (
    <>
      <div className="flex flex-wrap items-center gap-x-5 gap-y-1">
        {signs.map(({ name, words, sign, field }) =>
          field ? (
            <button
              key={name}
              type="button"
              className="head-sign head-sign-free"
              aria-label={`${name}: ${words}`}
              aria-expanded={open === name}
              aria-controls={strip}
              onClick={() => setOpen(open === name ? null : name)}
            >
              {sign}
            </button>
          ) : (
            <span key={name} className="head-sign">
              {sign}
            </span>
          ),
        )}
        {children}
      </div>
      {/* biome-ignore lint/a11y/noStaticElementInteractions: Escape in any of its fields folds it up */}
      <div id={strip} onKeyDown={(event) => event.key === 'Escape' && setOpen(null)}>
        {shown?.field && (
          <div className="head-strip arrive">
            <Boundary>
              <Suspense fallback={<Waiting what={shown.words} />}>{shown.field()}</Suspense>
            </Boundary>
            <button type="button" className="quiet-link ms-auto self-center text-sm" onClick={() => setOpen(null)}>
              {say('edit.done')}
            </button>
          </div>
        )}
      </div>
    </>
  );
}
