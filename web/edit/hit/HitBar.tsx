import { useEffect, useLayoutEffect, useRef, useState, useSyncExternalStore } from 'react';
import type { Hit } from '../../api/types';
import { lower } from '../../ui/words';
import { useSay } from '../../words/words';
import type { Editor, Place } from '../Editor';
import { levelWords } from '../Words';

const ROLLS = [1, 2, 3, 4];
const ODDS = [100, 75, 50, 25];
/** Pixels by which a press pushes, in ticks. */
const PUSH = 10;

type Where = { left: number; top: number; stem: number; leader: number };

/**
 * What is done to a hit, at the hit: over the counting words of its line, where nothing is pressed to build, with a thin line down to the
 * hit. It goes with the next press elsewhere.
 */
export default function HitBar({ editor, place, byKey }: { editor: Editor; place: Place; byKey: boolean }) {
  const say = useSay();
  useSyncExternalStore(editor.store.subscribe, () => editor.store.pattern);
  const range = useSyncExternalStore(editor.subscribe, () => editor.state.range);
  const bar = useRef<HTMLDivElement>(null);
  const [where, setWhere] = useState<Where | null>(null);
  const hits = editor.targetHits();
  const hit = editor.hit(place);
  // biome-ignore lint/correctness/useExhaustiveDependencies: a hit that was pushed or shaped stands elsewhere
  useLayoutEffect(() => setWhere(bar.current && found(bar.current, place)), [place, hit]);
  const there = where !== null;
  useEffect(() => {
    if (byKey && there) bar.current?.querySelector('button')?.focus();
  }, [byKey, there]);
  if (!hit) return null;
  const every = (of: (one: Hit) => boolean) => hits.length > 0 && hits.every(of);
  const next = (list: number[], now: number) => list[(list.indexOf(now) + 1) % list.length] as number;
  const roll = hit.roll ?? 1;
  const odds = hit.odds ?? 100;
  // A sign is called by its label; words are their own name, and say more on the way.
  const button = (label: string, words: string, act: () => void, pressed?: boolean) => (
    <button
      type="button"
      className="hit-act"
      aria-label={/\p{L}|\d/u.test(words) ? undefined : label}
      title={label}
      aria-pressed={pressed}
      onClick={act}
    >
      {words}
    </button>
  );
  return (
    <>
      <div
        ref={bar}
        role="toolbar"
        aria-label={range ? say('edit.marked', { count: hits.length }) : say('panels.hit', { place: editor.words.spot(place) })}
        className="hit-bar"
        style={where ? { left: where.left, top: where.top } : { visibility: 'hidden' }}
      >
        {editor.catalogue.levels.map(({ name }) => (
          <button
            key={name}
            type="button"
            className="hit-act"
            aria-pressed={every((one) => editor.words.level(one.velocity ?? 90) === name)}
            onClick={() => editor.level(name)}
          >
            {levelWords(name)}
          </button>
        ))}
        {button(
          say('panels.hit.roll', { count: next(ROLLS, roll) }),
          roll > 1 ? `${say('panels.hit.rollWord')} ${roll}` : say('panels.hit.rollWord'),
          () => editor.roll(next(ROLLS, roll)),
          roll > 1,
        )}
        {(['flam', 'drag'] as const).map((one) => (
          <button
            key={one}
            type="button"
            className="hit-act"
            aria-pressed={every(({ ornament }) => ornament === one)}
            onClick={() => editor.ornament(hit.ornament === one ? null : one)}
          >
            {lower(say(`edit.grace.${one}`))}
          </button>
        ))}
        {button(say('panels.hit.earlier'), '◂', () => editor.pushBy(-PUSH))}
        <span className="px-0.5">{say('panels.hit.push')}</span>
        {button(say('panels.hit.later'), '▸', () => editor.pushBy(PUSH))}
        {button(say('panels.hit.odds', { odds: next(ODDS, odds) / 100 }), `${odds} %`, () => editor.odds(next(ODDS, odds)), odds < 100)}
        {button(say('panels.hit.remove'), '✕', () => editor.clear())}
      </div>
      {where && <div aria-hidden="true" className="hit-leader" style={{ left: where.stem, top: where.top + BAR, height: where.leader }} />}
    </>
  );
}

/** Pixels that the bar is high, and from its end to the line of counting words under it. */
const BAR = 34;

/** Where the bar stands in the sheet's box: over its line, as near to its hit as the box allows. */
function found(bar: HTMLElement, { row, at }: Place): Where | null {
  const box = bar.offsetParent?.getBoundingClientRect();
  const cell = bar.offsetParent?.querySelector<HTMLElement>(`[data-cell="${row}-${at}"]`);
  const words = cell?.closest('.sheet-line')?.querySelector('.sheet-words')?.getBoundingClientRect();
  if (!box || !cell || !words) return null;
  const { left, bottom } = cell.getBoundingClientRect();
  const stem = left - box.left + Number(cell.dataset.head ?? cell.offsetWidth / 2);
  const top = words.bottom - box.top - BAR;
  const note = bottom - box.top - 40;
  const most = Math.max(0, box.width - bar.offsetWidth);
  return { left: Math.max(0, Math.min(most, stem - bar.offsetWidth / 2)), top, stem, leader: Math.max(0, note - top - BAR) };
}
