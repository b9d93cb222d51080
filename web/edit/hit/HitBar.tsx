import { useSyncExternalStore } from 'react';
import type { Hit } from '../../api/types';
import { lower } from '../../ui/words';
import { useSay } from '../../words/words';
import { Act, AtLine } from '../AtLine';
import type { Editor, Place } from '../Editor';
import { levelWords } from '../Words';

const ROLLS = [1, 2, 3, 4];
const ODDS = [100, 75, 50, 25];
/** Pixels by which a press pushes, in ticks. */
const PUSH = 10;

type Props = { editor: Editor; place: Place; byKey: boolean; more: (() => void) | null };

/** What is done to a hit, at the hit. */
export default function HitBar({ editor, place, byKey, more }: Props) {
  const say = useSay();
  useSyncExternalStore(editor.store.subscribe, () => editor.store.pattern);
  const range = useSyncExternalStore(editor.subscribe, () => editor.state.range);
  const hits = editor.targetHits();
  const hit = editor.hit(place);
  if (!hit) return null;
  const every = (of: (one: Hit) => boolean) => hits.length > 0 && hits.every(of);
  const next = (list: number[], now: number) => list[(list.indexOf(now) + 1) % list.length] as number;
  const roll = hit.roll ?? 1;
  const odds = hit.odds ?? 100;
  const rollWord = say('panels.hit.rollWord');
  return (
    <AtLine
      label={range ? say('edit.marked', { count: hits.length }) : say('panels.hit', { place: editor.words.spot(place) })}
      css={`[data-cell="${place.row}-${place.at}"]`}
      moves={hit}
      byKey={byKey}
    >
      {editor.catalogue.levels.map(({ name }) => (
        <Act
          key={name}
          words={levelWords(name)}
          pressed={every((one) => editor.words.level(one.velocity ?? 90) === name)}
          act={() => editor.level(name)}
        />
      ))}
      <Act
        words={roll > 1 ? `${rollWord} ${roll}` : rollWord}
        label={say('panels.hit.roll', { count: next(ROLLS, roll) })}
        pressed={roll > 1}
        act={() => editor.roll(next(ROLLS, roll))}
      />
      {(['flam', 'drag'] as const).map((one) => (
        <Act
          key={one}
          words={lower(say(`edit.grace.${one}`))}
          pressed={every(({ ornament }) => ornament === one)}
          act={() => editor.ornament(hit.ornament === one ? null : one)}
        />
      ))}
      <Act words="◂" label={say('panels.hit.earlier')} act={() => editor.pushBy(-PUSH)} />
      <span className="px-0.5">{say('panels.hit.push')}</span>
      <Act words="▸" label={say('panels.hit.later')} act={() => editor.pushBy(PUSH)} />
      <Act
        words={`${odds} %`}
        label={say('panels.hit.odds', { odds: next(ODDS, odds) / 100 })}
        pressed={odds < 100}
        act={() => editor.odds(next(ODDS, odds))}
      />
      {more && <Act words="…" label={say('panels.hit.more')} more act={more} />}
      <Act words="✕" label={say('panels.hit.remove')} act={() => editor.clear()} />
    </AtLine>
  );
}
