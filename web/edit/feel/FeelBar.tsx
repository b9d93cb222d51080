import { useSyncExternalStore } from 'react';
import type { Music } from '../../api/types';
import { tempoWords } from '../../ui/words';
import type { Editor } from '../Editor';
import { meterName } from '../meters';
import type { Counting } from '../useMusic';
import { BarsField } from './BarsField';
import { MeterField } from './MeterField';
import { SwingField } from './SwingField';
import { TempoField } from './TempoField';

type Props = { editor: Editor; music: Music; counting: Counting; locked: boolean };

/** Meter, tempo and swing: to be set where the task leaves them open, in words where it does not. */
export function FeelBar({ editor, music, counting, locked }: Props) {
  const pattern = useSyncExternalStore(editor.store.subscribe, () => editor.store.pattern);
  const { freedom } = editor.allowed;
  const open = (what: boolean | undefined) => !locked && (freedom === null || Boolean(what));
  const swing = pattern.swing ?? { percent: 50, unit: 16 };
  const fixed = [
    !open(freedom?.meter) && meterName(pattern.meter),
    !open(Boolean(freedom?.tempo)) && tempoWords(pattern.tempo),
    !open(freedom?.swing) && swing.percent > 50 && `swing ${swing.percent} of ${swing.unit === 8 ? 'eighths' : 'sixteenths'}`,
  ].filter(Boolean);
  return (
    <div className="mb-2 flex flex-wrap items-end gap-x-5 gap-y-2 text-sm">
      {open(freedom?.meter) && <MeterField editor={editor} counting={counting} />}
      {open(Boolean(freedom?.tempo)) && <TempoField editor={editor} />}
      {open(freedom?.swing) && <SwingField editor={editor} music={music} />}
      {open(freedom?.form) && <BarsField editor={editor} />}
      {fixed.length > 0 && <p className="self-center text-faint">{fixed.join(' · ')}</p>}
    </div>
  );
}
