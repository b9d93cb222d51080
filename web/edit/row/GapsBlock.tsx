import { useEffect, useState } from 'react';
import { api, reply } from '../../api/client';
import type { Row, RowShape } from '../../api/types';
import { useSay } from '../../words/words';
import type { Editor } from '../Editor';
import { Block, Small } from '../panels/parts';

/** On demand: the gaps between a row's hits, whether they go round, how even it is, and which bars and halves are alike. */
export function GapsBlock({ editor, row }: { editor: Editor; row: Row }) {
  const say = useSay();
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
    <Block title={say('panels.gaps')}>
      <Small pressed={open} onClick={() => setOpen(!open)}>
        {say('panels.gaps.look')}
      </Small>
      {open && error && <p className="text-sm">{error}</p>}
      {open && shape && !error && (
        <dl className="w-full text-sm" data-gaps>
          {shape.gaps.length === 0 ? (
            <dd>{say('panels.gaps.none')}</dd>
          ) : (
            <>
              <dt className="text-faint">{say('panels.gaps.steps')}</dt>
              <dd className="font-head text-lg tracking-wide">{shape.gaps.map(inSteps).join(' ')}</dd>
              <dd>
                {shape.turns > 1 ? say('panels.gaps.turns', { count: shape.turns }) : say('panels.gaps.noTurns')}
                {shape.evenness !== null && ` ${say('panels.gaps.even', { percent: Math.round(shape.evenness * 100) })}`}
              </dd>
              <dd>
                {shape.bars.map((group) => `${say('panels.gaps.bars', { bars: group.join(', ') })} `)}
                {shape.halves.length > 0 && say('panels.gaps.halves', { halves: shape.halves.join(', ') })}
              </dd>
            </>
          )}
        </dl>
      )}
    </Block>
  );
}
