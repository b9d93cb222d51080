import { useSyncExternalStore } from 'react';
import type { Pattern } from '../../api/types';
import { barInserted, barRemoved, barRepeated, barsExchanged } from '../../music/form';
import { useSay } from '../../words/words';
import { Act, AtLine } from '../AtLine';
import type { Editor } from '../Editor';
import { barCss } from './AtBars';

type Props = { editor: Editor; bar: number; loop: (() => void) | null };

/** What is done to bars, at the number that was pressed: to all that are marked. */
export default function BarsBar({ editor, bar, loop }: Props) {
  const say = useSay();
  useSyncExternalStore(editor.store.subscribe, () => editor.store.pattern);
  useSyncExternalStore(editor.subscribe, () => editor.state.range);
  const marked = editor.markedBars();
  const { barTicks } = editor.music;
  const { bars } = editor.section;
  const most = editor.catalogue.limits.bars;
  const at = editor.index;
  if (!marked) return null;
  const first = marked.from / barTicks;
  const count = marked.to / barTicks - first;
  const last = first + count - 1;
  const which = { count, first: first + 1, last: last + 1 };
  const open = editor.allowed.freedom?.form ?? true;
  const grows = open && last + count < most;
  const change = (name: string, edit: (pattern: Pattern) => Pattern, marks: [number, number] | null) => {
    editor.store.change(name, edit);
    if (marks) editor.markBars(...marks);
    else editor.mark(null);
    editor.openBars(marks ? marks[0] : null);
    editor.say(name);
  };
  /** The marked bars written over those from `to` on, in turn, up to `end`. */
  const written = (pattern: Pattern, to: number, end: number) => {
    let result = pattern;
    for (let one = to; one < end; one++) result = barRepeated(result, at, first + ((one - to) % count), one, barTicks);
    return result;
  };
  const inserted = (pattern: Pattern, before: number, times: number) => {
    let result = pattern;
    for (let one = 0; one < times; one++) result = barInserted(result, at, before, barTicks);
    return result;
  };
  return (
    <AtLine label={say('panels.bars', which)} css={barCss(bar)} moves={`${first} ${count} ${bars}`} byKey={false}>
      <Act
        words={say('panels.bars.repeat')}
        label={say('panels.bars.repeatStep', which)}
        disabled={last + count >= bars && !grows}
        act={() =>
          change(say('panels.bars.repeatStep', which), (one) => written(one, last + 1, last + 1 + count), [last + 1, last + count])
        }
      />
      <Act
        words={say('panels.bars.toEnd')}
        label={say('panels.bars.toEndStep', which)}
        disabled={last === bars - 1}
        act={() => change(say('panels.bars.toEndStep', which), (one) => written(one, last + 1, bars), [first, last])}
      />
      <Act words={say('panels.move.copy')} label={say('panels.bars.copy')} act={() => editor.copy()} />
      <Act words={say('panels.bars.clear')} label={say('panels.bars.clearStep', which)} act={() => editor.clear()} />
      {open && (
        <>
          <Act
            words={say('panels.bars.vary')}
            label={say('panels.bars.varyStep', which)}
            disabled={bars + count > most}
            act={() =>
              change(say('panels.bars.varyStep', which), (one) => written(inserted(one, last + 1, count), last + 1, last + 1 + count), [
                last + 1,
                last + count,
              ])
            }
          />
          <Act
            words={say('panels.bars.before')}
            label={say('panels.form.before', { bar: first + 1 })}
            disabled={bars >= most}
            act={() => change(say('panels.form.before', { bar: first + 1 }), (one) => inserted(one, first, 1), [first, first])}
          />
          <Act
            words={say('panels.bars.after')}
            label={say('panels.form.after', { bar: last + 1 })}
            disabled={bars >= most}
            act={() => change(say('panels.form.after', { bar: last + 1 }), (one) => inserted(one, last + 1, 1), [last + 1, last + 1])}
          />
          <Act
            words={say('panels.row.removeWord')}
            label={say('panels.bars.remove', which)}
            disabled={count >= bars}
            act={() =>
              change(
                say('panels.bars.remove', which),
                (one) => {
                  let result = one;
                  for (let gone = 0; gone < count; gone++) result = barRemoved(result, at, first, barTicks);
                  return result;
                },
                null,
              )
            }
          />
        </>
      )}
      {bars > 1 && count === 1 && (
        <select
          aria-label={say('panels.form.swapWith')}
          className="hit-act bg-ink"
          value=""
          onChange={({ target }) => {
            const other = Number(target.value);
            const step = say('panels.form.swap', { bar: first + 1, other: other + 1 });
            change(step, (one) => barsExchanged(one, at, first, other, barTicks), [other, other]);
          }}
        >
          <option value="">{say('panels.bars.swap')}</option>
          {Array.from({ length: bars }, (_, other) => other)
            .filter((other) => other !== first)
            .map((other) => (
              <option key={other} value={other}>
                {say('beat.sheet.bar', { number: other + 1 })}
              </option>
            ))}
        </select>
      )}
      {loop && <Act words={say('panels.bars.loop')} label={say('panels.bars.loopAbout', which)} act={loop} />}
    </AtLine>
  );
}
