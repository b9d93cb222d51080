import type { Aspects } from '../api/types';
import { ASPECTS } from '../compared/aspects';
import { Choice } from '../ui/Choice';
import { useSay } from '../words/words';
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
  const say = useSay();
  return (
    <div className="mb-2 flex flex-wrap items-center gap-x-4 gap-y-2 text-sm print:hidden">
      <Choice<Shown>
        label={say('term.shown')}
        value={view.shown}
        options={[
          { value: 'mark', label: say('term.mark') },
          ...ASPECTS.map((name) => ({ value: name, label: say(`mark.aspect.${name}`) })),
        ]}
        onChange={(shown) => change({ shown })}
      />
      <Choice
        label={say('term.attempt.which')}
        value={view.attempt}
        options={[
          { value: 'last', label: say('term.attempt.last') },
          { value: 'best', label: say('term.attempt.best') },
        ]}
        onChange={(attempt) => change({ attempt })}
      />
      <label>
        {say('term.show')}{' '}
        <select className="field field-small w-auto!" value={view.only} onChange={(event) => change({ only: event.target.value as Only })}>
          <option value="all">{say('term.only.all')}</option>
          <option value="missing">{say('term.only.missing')}</option>
          <option value="late">{say('term.only.late')}</option>
          <option value="to-mark">{say('term.only.toMark')}</option>
        </select>
      </label>
      <label>
        {say('term.by')}{' '}
        <select
          className="field field-small w-auto!"
          value={view.sort}
          onChange={(event) => change({ sort: event.target.value as TermView['sort'] })}
        >
          <option value="name">{say('term.sort.name')}</option>
          <option value="sum">{say('term.sort.sum')}</option>
          <option value="missing">{say('term.sort.missing')}</option>
        </select>
      </label>
      <label className="flex items-center gap-1.5">
        <input type="checkbox" checked={view.withMissing} onChange={(event) => change({ withMissing: event.target.checked })} />
        {say('term.zero')}
      </label>
      {hidden > 0 && (
        <label className="flex items-center gap-1.5">
          <input type="checkbox" checked={!view.all} onChange={(event) => change({ all: !event.target.checked })} />
          {say('term.hide', { count: hidden })}
        </label>
      )}
    </div>
  );
}
