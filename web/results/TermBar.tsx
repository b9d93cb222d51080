import type { Aspects } from '../api/types';
import { ASPECT_NAMES } from '../compared/names';
import { Choice } from '../ui/Choice';
import type { Only } from './states';

export type Shown = 'mark' | keyof Aspects;
/** What of the table is looked at. */
export type TermView = {
  shown: Shown;
  attempt: 'last' | 'best';
  only: Only;
  sort: 'name' | 'sum' | 'missing';
  withMissing: boolean;
  /** Also what counts for nothing. */
  all: boolean;
};

export const EVERYTHING: TermView = { shown: 'mark', attempt: 'last', only: 'all', sort: 'name', withMissing: false, all: true };

type Props = { view: TermView; change: (some: Partial<TermView>) => void; hidden: number };

/** @param hidden how many columns count for nothing */
export function TermBar({ view, change, hidden }: Props) {
  return (
    <div className="mb-2 flex flex-wrap items-center gap-x-4 gap-y-2 text-sm print:hidden">
      <Choice<Shown>
        label="What is shown"
        value={view.shown}
        options={[
          { value: 'mark', label: 'Mark' },
          ...(Object.keys(ASPECT_NAMES) as (keyof Aspects)[]).map((name) => ({ value: name, label: ASPECT_NAMES[name] })),
        ]}
        onChange={(shown) => change({ shown })}
      />
      <Choice
        label="Which attempt counts"
        value={view.attempt}
        options={[
          { value: 'last', label: 'last' },
          { value: 'best', label: 'best' },
        ]}
        onChange={(attempt) => change({ attempt })}
      />
      <label>
        Show{' '}
        <select className="field field-small w-auto!" value={view.only} onChange={(event) => change({ only: event.target.value as Only })}>
          <option value="all">everybody</option>
          <option value="missing">who misses something</option>
          <option value="late">who was late</option>
          <option value="to-mark">who waits for a mark</option>
        </select>
      </label>
      <label>
        by{' '}
        <select
          className="field field-small w-auto!"
          value={view.sort}
          onChange={(event) => change({ sort: event.target.value as TermView['sort'] })}
        >
          <option value="name">name</option>
          <option value="sum">sum, lowest first</option>
          <option value="missing">missing, most first</option>
        </select>
      </label>
      <label className="flex items-center gap-1.5">
        <input type="checkbox" checked={view.withMissing} onChange={(event) => change({ withMissing: event.target.checked })} />
        missing counts as 0
      </label>
      {hidden > 0 && (
        <label className="flex items-center gap-1.5">
          <input type="checkbox" checked={!view.all} onChange={(event) => change({ all: !event.target.checked })} />
          hide what counts 0 ({hidden})
        </label>
      )}
    </div>
  );
}
