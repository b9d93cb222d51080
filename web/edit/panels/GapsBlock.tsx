import { useEffect, useState } from 'react';
import { api, reply } from '../../api/client';
import type { Row, RowShape } from '../../api/types';
import { plural } from '../../ui/words';
import type { Editor } from '../Editor';
import { Block, Small } from './parts';

/** On demand: the gaps between a row's hits, whether they go round, how even it is, and which bars and halves are alike. */
export function GapsBlock({ editor, row }: { editor: Editor; row: Row }) {
  const [open, setOpen] = useState(false);
  const [shape, setShape] = useState<RowShape | null>(null);
  const [error, setError] = useState('');
  const places = editor.heardPlaces(row).join(' ');
  const { bars } = editor.section;
  const { barTicks } = editor.music;
  useEffect(() => {
    if (!open) return;
    let current = true;
    setError('');
    reply(api.POST('/api/edit/shape', { body: { places: places === '' ? [] : places.split(' ').map(Number), bars, barTicks } }))
      .then((answer) => current && setShape(answer))
      .catch((problem: Error) => current && setError(problem.message));
    return () => {
      current = false;
    };
  }, [open, places, bars, barTicks]);
  const step = editor.step(row);
  const inSteps = (gap: number) => (gap % step === 0 ? gap / step : Math.round((10 * gap) / step) / 10);
  return (
    <Block title="How it is built">
      <Small pressed={open} onClick={() => setOpen(!open)}>
        look at its gaps
      </Small>
      {open && error && <p className="text-sm">{error}</p>}
      {open && shape && !error && (
        <dl className="w-full text-sm" data-gaps>
          {shape.gaps.length === 0 ? (
            <dd>No hits yet, so there are no gaps.</dd>
          ) : (
            <>
              <dt className="text-faint">Steps from hit to hit</dt>
              <dd className="font-head text-lg tracking-wide">{shape.gaps.map(inSteps).join(' ')}</dd>
              <dd>
                {shape.turns > 1 ? `The same series goes round ${shape.turns} times.` : 'No series of gaps returns.'}
                {shape.evenness !== null && ` It is ${Math.round(shape.evenness * 100)} percent even.`}
              </dd>
              <dd>
                {shape.bars.map((group) => `Bars ${group.join(', ')} are alike. `)}
                {shape.halves.length > 0 && `The halves of ${plural(shape.halves.length, 'bar')} are alike: ${shape.halves.join(', ')}.`}
              </dd>
            </>
          )}
        </dl>
      )}
    </Block>
  );
}
