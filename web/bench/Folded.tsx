import { useEffect } from 'react';
import { createPortal } from 'react-dom';
import type { Glimpse, Music } from '../api/types';
import type { Editor } from '../edit/Editor';
import { velocityOf } from '../music/pattern';
import { calledInstrument } from '../sheet/called';
import { FirstBar } from '../sheet/FirstBar';

type Props = { editor: Editor; done: () => void };

/** The sheet that was handed in folds to its first bar and goes to the teacher; the beat on the Bench stays where it is. */
export default function Folded({ editor, done }: Props) {
  const sheet = document.querySelector('#sheet')?.getBoundingClientRect();
  const still = window.matchMedia('(prefers-reduced-motion: reduce)').matches;
  useEffect(() => {
    if (still || !sheet) done();
  }, [still, sheet, done]);
  if (still || !sheet) return null;
  const { left, top, width, height } = sheet;
  return createPortal(
    <div aria-hidden="true" className="folded" style={{ left, top, width, height }} onAnimationEnd={done}>
      <FirstBar glimpse={glimpseOf(editor)} />
    </div>,
    document.body,
  );
}

/** The first bar of what is on the sheet. */
function glimpseOf(editor: Editor): Glimpse {
  const { meter, tempo, swing } = editor.store.pattern;
  const { barTicks, words }: Music = editor.music;
  const { bars, rows } = editor.section;
  return {
    meter,
    tempo,
    swing: swing ?? { percent: 50, unit: 16 },
    bars,
    barTicks,
    groups: words.filter(({ at, weight }) => at < barTicks && weight > 1).map(({ at }) => at),
    rows: editor.order.flatMap((index) => {
      const row = rows[index];
      const hits = row?.hits.filter(({ at }) => at < barTicks) ?? [];
      if (!row || hits.length === 0) return [];
      return [
        {
          notehead: calledInstrument(editor.catalogue, row)?.notehead ?? 'oval',
          hits: hits.map((hit) => ({ at: hit.at, velocity: velocityOf(hit) })),
        },
      ];
    }),
  };
}
