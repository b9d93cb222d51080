import type { Catalogue, Help } from '../api/types';
import { NumberField } from '../ui/NumberField';
import { type Key, useSay } from '../words/words';
import type { PartPlan } from './plan';

const QUESTIONS: [NonNullable<Help['ask']>, Key][] = [
  ['nothing', 'plan.ask.nothing'],
  ['count', 'plan.ask.count'],
  ['rows', 'plan.ask.rows'],
  ['bars', 'plan.ask.bars'],
  ['places', 'plan.ask.places'],
];

/** What a student may ask before handing in, and how often; and how a target that is only heard may be played. */
type Props = { part: PartPlan; change: (help: Partial<Help>) => void; catalogue: Catalogue };

export function HelpFields({ part, change, catalogue }: Props) {
  const say = useSay();
  const help = { ...catalogue.help, ...part.help };
  const ask = help.ask ?? 'nothing';
  const [, most = 0] = catalogue.limits.times;
  return (
    <fieldset className="flex flex-col gap-1.5 text-sm">
      <legend className="mb-1">{say('plan.help')}</legend>
      {part.targets.length > 0 && (
        <label className="block">
          {say('plan.help.ask')}
          <select className="field field-small mt-1" value={ask} onChange={(event) => change({ ask: event.target.value as typeof ask })}>
            {QUESTIONS.map(([value, words]) => (
              <option key={value} value={value}>
                {say(words)}
              </option>
            ))}
          </select>
        </label>
      )}
      {part.targets.length > 0 && ask !== 'nothing' && (
        <Limit
          label={say('plan.ask.times')}
          limit={say('plan.ask.limit')}
          most={most}
          value={help.times ?? null}
          take={(times) => change({ times })}
        />
      )}
      {part.view === 'heard' && (
        <>
          <Limit
            label={say('plan.listen.times')}
            limit={say('plan.listen.limit')}
            most={most}
            value={help.hearings ?? null}
            take={(hearings) => change({ hearings })}
          />
          <label className="flex items-center gap-1.5">
            <input type="checkbox" checked={help.byBar ?? false} onChange={(event) => change({ byBar: event.target.checked })} />
            {say('plan.help.byBar')}
          </label>
          <label className="flex items-center gap-1.5">
            <input type="checkbox" checked={help.slower ?? false} onChange={(event) => change({ slower: event.target.checked })} />
            {say('plan.help.slower')}
          </label>
        </>
      )}
      <label className="flex items-center gap-1.5">
        <input type="checkbox" checked={help.suggested ?? false} onChange={(event) => change({ suggested: event.target.checked })} />
        {say('plan.help.suggested')}
      </label>
      {part.targets.length > 0 && (
        <label className="flex items-center gap-1.5">
          <input type="checkbox" checked={help.few ?? false} onChange={(event) => change({ few: event.target.checked })} />
          {say('plan.help.few')}
        </label>
      )}
      {part.asks.length > 0 && (
        <label className="flex items-center gap-1.5">
          <input type="checkbox" checked={help.ticks ?? false} onChange={(event) => change({ ticks: event.target.checked })} />
          {say('plan.help.ticks')}
        </label>
      )}
    </fieldset>
  );
}

function Limit({
  label,
  limit,
  most,
  value,
  take,
}: {
  label: string;
  limit: string;
  most: number;
  value: number | null;
  take: (value: number | null) => void;
}) {
  const say = useSay();
  return (
    <div className="flex flex-wrap items-center gap-1.5">
      <label className="flex items-center gap-1.5">
        <input type="checkbox" aria-label={limit} checked={value !== null} onChange={(event) => take(event.target.checked ? 3 : null)} />
        {value === null ? say('plan.help.free') : say('plan.help.atMost')}
      </label>
      {value !== null && (
        <>
          <NumberField label={label} value={value} low={1} high={most} take={(number) => take(Math.round(number))} />{' '}
          {say('plan.help.times')}
        </>
      )}
    </div>
  );
}
