import { formOf, type OrderEntry } from '../../music/form';
import { useSay } from '../../words/words';
import type { Editor } from '../Editor';
import { Small } from './parts';

const MOST_TIMES = 99;

/** In which order the sections are played, and how often each. */
export function OrderBlock({ editor, order }: { editor: Editor; order: OrderEntry[] }) {
  const say = useSay();
  const { sections } = editor.store.pattern;
  const bars = formOf(editor.store.pattern).reduce((sum, section) => sum + section.bars, 0);
  const set = (name: string, next: OrderEntry[]) => editor.store.change(name, (pattern) => ({ ...pattern, order: next }));
  const times = (index: number, by: number) =>
    set(
      say('panels.order.change'),
      order.map((entry, i) => (i === index ? { ...entry, times: entry.times + by } : entry)),
    );
  const move = (index: number, by: number) => {
    const next = [...order];
    const [entry] = next.splice(index, 1);
    if (entry) next.splice(index + by, 0, entry);
    set(say('panels.order.change'), next);
  };
  return (
    <fieldset className="mt-3 min-w-0">
      <legend className="mb-1 text-sm text-faint">{say('panels.order', { count: bars })}</legend>
      <ol className="flex flex-col gap-1">
        {order.map((entry, index) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: the same section may stand in the order several times
          <li key={index} className="flex items-center gap-1">
            <span className="min-w-0 flex-1 truncate font-head font-bold">
              {entry.section} <span className="font-text font-normal">{entry.times > 1 && `× ${entry.times}`}</span>
            </span>
            <Small label={say('panels.order.less', { name: entry.section })} disabled={entry.times === 1} onClick={() => times(index, -1)}>
              −
            </Small>
            <Small
              label={say('panels.order.more', { name: entry.section })}
              disabled={entry.times >= MOST_TIMES}
              onClick={() => times(index, 1)}
            >
              +
            </Small>
            <Small label={say('panels.order.up', { name: entry.section })} disabled={index === 0} onClick={() => move(index, -1)}>
              {say('panels.row.up')}
            </Small>
            <Small
              label={say('panels.order.down', { name: entry.section })}
              disabled={index === order.length - 1}
              onClick={() => move(index, 1)}
            >
              {say('panels.row.down')}
            </Small>
            <Small
              label={say('panels.order.out', { name: entry.section })}
              disabled={order.length === 1}
              onClick={() =>
                set(
                  say('panels.order.change'),
                  order.filter((_, i) => i !== index),
                )
              }
            >
              {say('panels.order.outWord')}
            </Small>
          </li>
        ))}
      </ol>
      <div className="mt-1.5 flex flex-wrap gap-1.5">
        {sections.map(({ name }) => (
          <Small
            key={name}
            disabled={order.length >= editor.catalogue.limits.order}
            onClick={() => set(say('panels.order.play', { name }), [...order, { section: name, times: 1 }])}
          >
            {say('panels.order.then', { name })}
          </Small>
        ))}
      </div>
    </fieldset>
  );
}
