import { useSyncExternalStore } from 'react';
import type { Shape } from '../../music/shapes';
import { type Key, useSay } from '../../words/words';
import type { Editor } from '../Editor';
import { Block, Small } from '../panels/parts';

const ACCENTS = [
  [2, 'panels.accent.2'],
  [3, 'panels.accent.3'],
  [4, 'panels.accent.4'],
] as const;
const WAYS: { label: Key; shape: Shape; title: Key }[] = [
  { label: 'panels.way.alternate', shape: 'alternate', title: 'panels.way.alternate.title' },
  { label: 'panels.way.louder', shape: 'louder', title: 'panels.way.louder.title' },
  { label: 'panels.way.softer', shape: 'softer', title: 'panels.way.softer.title' },
];

/** Accents in turn, and louder or softer on the way: for what is marked, each row by itself, or the row of the cursor. */
export function ShapeBlock({ editor, locked }: { editor: Editor; locked: boolean }) {
  const say = useSay();
  const marked = useSyncExternalStore(editor.subscribe, () => editor.state.range !== null);
  return (
    <Block title={marked ? say('panels.shape.marked') : say('panels.shape.row')}>
      <span className="text-sm">{say('panels.shape.accentEvery')}</span>
      <span className="joined">
        {ACCENTS.map(([every, label]) => (
          <Small
            key={every}
            disabled={locked}
            label={say('panels.shape.accentHit', { which: say(label) })}
            onClick={() => editor.shapeBy({ every }, say('panels.shape.accentHit', { which: say(label) }))}
          >
            {say(label)}
          </Small>
        ))}
      </span>
      <span className="joined">
        {WAYS.map(({ label, shape, title }) => (
          <Small key={label} disabled={locked} title={say(title)} label={say(title)} onClick={() => editor.shapeBy(shape, say(title))}>
            {say(label)}
          </Small>
        ))}
      </span>
    </Block>
  );
}
