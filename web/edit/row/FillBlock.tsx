import { useEffect, useState } from 'react';
import type { Row } from '../../api/types';
import { filled } from '../../music/range';
import { everyNth, spread } from '../../music/shapes';
import { type Key, say, useSay } from '../../words/words';
import type { Editor } from '../Editor';
import { Block, Small } from '../panels/parts';
import { levelWords } from '../Words';

/** Ticks of the note values that a row is filled with. */
const VALUES: Record<string, number> = { eighths: 480, sixteenths: 240, triplets: 320 };

type Props = { editor: Editor; row: Row; index: number };

/** Fills a row in the words of music, by every n-th step, or spread evenly, at a chosen level; shown on the sheet before it is taken. */
export function FillBlock({ editor, row, index }: Props) {
  const say = useSay();
  const [whole, setWhole] = useState(true);
  const [chosen, setChosen] = useState<string | null>(null);
  const [{ count, start }, setSteps] = useState({ count: 3, start: 0 });
  const [{ every, first }, setBars] = useState({ every: 4, first: 0 });
  const [level, setLevel] = useState('firm');
  const [places, setPlaces] = useState<number[] | null>(null);
  const { barTicks, fills } = editor.music;
  const { bars } = editor.section;
  const bar = Math.floor(editor.state.cursor.at / barTicks);
  const [from, to] = whole || chosen === 'bars' ? [0, editor.length] : [bar * barTicks, (bar + 1) * barTicks];
  const step = editor.step(row);
  const steps = Math.floor((to - from) / step);

  useEffect(() => {
    if (chosen === null) {
      setPlaces(null);
      return;
    }
    const inSteps = chosen === 'spread' ? spread : chosen === 'every' ? everyNth : null;
    if (inSteps) {
      setPlaces(inSteps(Math.min(count, steps), steps, Math.min(start, steps - 1)).map((place) => from + place * step));
      return;
    }
    if (chosen === 'bars') {
      const at = everyNth(Math.min(every, bars), bars, Math.min(first, bars - 1));
      setPlaces(at.map((one) => one * barTicks));
      return;
    }
    const inBar = fills.find((fill) => fill.name === chosen)?.places ?? [];
    const starts = Array.from({ length: (to - from) / barTicks }, (_, i) => from + i * barTicks);
    setPlaces(starts.flatMap((one) => inBar.map((at) => one + at)));
  }, [chosen, count, start, every, first, bars, from, to, step, steps, fills, barTicks]);

  useEffect(() => {
    editor.preview(places && [{ row: index, places }]);
    return () => editor.preview(null);
  }, [editor, index, places]);

  const labelOf = () => {
    if (chosen === 'spread') return say('panels.fill.spread', { count });
    if (chosen === 'bars') return say('panels.fill.everyBar', { count: every });
    return chosen === 'every' ? say('panels.fill.everyN', { count }) : say('panels.fill.step', { fill: fillWords(chosen ?? '') });
  };
  const take = () => {
    if (!places) return;
    const label = labelOf();
    const velocity = editor.catalogue.levels.find(({ name }) => name === level)?.entry ?? 90;
    editor.store.change(`${label}, ${editor.words.name(index)}`, (pattern) =>
      filled(pattern, editor.index, index, places, from, to, velocity),
    );
    // What the row was filled with is what a hand paints along it.
    const ticks = chosen === 'every' ? count * step : chosen === 'beats' ? editor.music.beatTicks : VALUES[chosen ?? ''];
    if (ticks) editor.paintBy(index, ticks);
    editor.say(say('panels.fill.done', { label, count: places.length }));
    setChosen(null);
  };
  return (
    <Block title={say('panels.fill')}>
      {fills.map((fill) => (
        <Small key={fill.name} pressed={chosen === fill.name} onClick={() => setChosen(chosen === fill.name ? null : fill.name)}>
          {fillWords(fill.name)}
        </Small>
      ))}
      <Small pressed={chosen === 'spread'} onClick={() => setChosen(chosen === 'spread' ? null : 'spread')}>
        {say('panels.fill.evenly')}
      </Small>
      <Small pressed={chosen === 'every'} onClick={() => setChosen(chosen === 'every' ? null : 'every')}>
        {say('panels.fill.nth')}
      </Small>
      {bars > 1 && (
        <Small pressed={chosen === 'bars'} onClick={() => setChosen(chosen === 'bars' ? null : 'bars')}>
          {say('panels.fill.nthBar')}
        </Small>
      )}
      {chosen !== null && (
        <div className="w-full rounded-md border border-dashed border-target p-2 text-sm">
          {(chosen === 'spread' || chosen === 'every') && (
            <p className="mb-2 flex items-center gap-2">
              <Count
                label={chosen === 'spread' ? say('panels.fill.hits') : say('panels.fill.every')}
                value={Math.min(count, steps)}
                low={1}
                high={steps}
                set={(value) => setSteps({ count: value, start })}
              />
              <Count
                label={say('panels.fill.from')}
                value={Math.min(start, steps - 1) + 1}
                low={1}
                high={steps}
                set={(value) => setSteps({ count, start: value - 1 })}
              />
            </p>
          )}
          {chosen === 'bars' && (
            <p className="mb-2 flex items-center gap-2">
              <Count
                label={say('panels.fill.every')}
                value={Math.min(every, bars)}
                low={1}
                high={bars}
                set={(value) => setBars({ every: value, first })}
              />
              <Count
                label={say('panels.fill.fromBar')}
                value={Math.min(first, bars - 1) + 1}
                low={1}
                high={bars}
                set={(value) => setBars({ every, first: value - 1 })}
              />
            </p>
          )}
          <p className="joined mb-2">
            {editor.catalogue.levels.map(({ name }) => (
              <Small key={name} pressed={level === name} onClick={() => setLevel(name)}>
                {levelWords(name)}
              </Small>
            ))}
          </p>
          {bars > 1 && chosen !== 'bars' && (
            <p className="mb-2 flex gap-1.5">
              <Small pressed={!whole} onClick={() => setWhole(false)}>
                {say('panels.fill.inBar', { bar: bar + 1 })}
              </Small>
              <Small pressed={whole} onClick={() => setWhole(true)}>
                {say('panels.fill.inAll')}
              </Small>
            </p>
          )}
          <p className="flex gap-1.5">
            <button type="button" className="button button-small button-main" disabled={!places} onClick={take}>
              {say('panels.use')}
            </button>
            <Small onClick={() => setChosen(null)}>{say('panels.cancel')}</Small>
          </p>
        </div>
      )}
    </Block>
  );
}

type CountProps = { label: string; value: number; low: number; high: number; set: (value: number) => void };

/** A way to fill a row, as musicians call it. */
const fillWords = (name: string): string => say(`panels.filling.${name}` as Key);

/** A number that is shown on the sheet while it is typed; emptied, it stays empty until another one is typed. */
export function Count({ label, value, low, high, set }: CountProps) {
  const [typed, setTyped] = useState<string | null>(null);
  return (
    <label className="flex items-center gap-1.5">
      {label}
      <input
        type="number"
        className="field field-small w-16"
        min={low}
        max={high}
        value={typed ?? value}
        onChange={(event) => {
          const next = event.target.valueAsNumber;
          setTyped(event.target.value);
          if (next >= low && next <= high) set(Math.round(next));
        }}
        placeholder={String(value)}
        onBlur={() => setTyped((now) => (now === '' ? '' : null))}
      />
    </label>
  );
}
