import type { Catalogue, Help } from '../api/types';
import { NumberField } from '../ui/NumberField';
import type { PartPlan } from './plan';

const QUESTIONS: [NonNullable<Help['ask']>, string][] = [
  ['nothing', 'nothing'],
  ['count', 'how many strokes are right'],
  ['rows', 'which rows are right'],
  ['bars', 'which bars are right'],
  ['places', 'which places differ'],
];

/** What a student may ask before handing in, and how often; and how a target that is only heard may be played. */
type Props = { part: PartPlan; change: (help: Partial<Help>) => void; catalogue: Catalogue };

export function HelpFields({ part, change, catalogue }: Props) {
  const help = { ...catalogue.help, ...part.help };
  const ask = help.ask ?? 'nothing';
  const [, most = 0] = catalogue.limits.times;
  return (
    <fieldset className="flex flex-col gap-1.5 text-sm">
      <legend className="mb-1">What they may ask and see</legend>
      {part.targets.length > 0 && (
        <label className="block">
          they may ask
          <select className="field field-small mt-1" value={ask} onChange={(event) => change({ ask: event.target.value as typeof ask })}>
            {QUESTIONS.map(([value, words]) => (
              <option key={value} value={value}>
                {words}
              </option>
            ))}
          </select>
        </label>
      )}
      {part.targets.length > 0 && ask !== 'nothing' && (
        <Limit label="times they may ask" words="may ask" most={most} value={help.times ?? null} take={(times) => change({ times })} />
      )}
      {part.view === 'heard' && (
        <>
          <Limit
            label="times they may listen"
            words="may listen"
            most={most}
            value={help.hearings ?? null}
            take={(hearings) => change({ hearings })}
          />
          <label className="flex items-center gap-1.5">
            <input type="checkbox" checked={help.byBar ?? false} onChange={(event) => change({ byBar: event.target.checked })} />
            also bar by bar
          </label>
          <label className="flex items-center gap-1.5">
            <input type="checkbox" checked={help.slower ?? false} onChange={(event) => change({ slower: event.target.checked })} />
            also slower
          </label>
        </>
      )}
      <label className="flex items-center gap-1.5">
        <input type="checkbox" checked={help.suggested ?? false} onChange={(event) => change({ suggested: event.target.checked })} />
        with your feedback they see the suggested mark too
      </label>
      {part.targets.length > 0 && (
        <label className="flex items-center gap-1.5">
          <input type="checkbox" checked={help.few ?? false} onChange={(event) => change({ few: event.target.checked })} />
          for beginners: only the first two comments at once
        </label>
      )}
      {part.asks.length > 0 && (
        <label className="flex items-center gap-1.5">
          <input type="checkbox" checked={help.ticks ?? false} onChange={(event) => change({ ticks: event.target.checked })} />
          what you ask for ticks itself while they work
        </label>
      )}
    </fieldset>
  );
}

function Limit({
  label,
  words,
  most,
  value,
  take,
}: {
  label: string;
  words: string;
  most: number;
  value: number | null;
  take: (value: number | null) => void;
}) {
  return (
    <div className="flex flex-wrap items-center gap-1.5">
      <label className="flex items-center gap-1.5">
        <input
          type="checkbox"
          aria-label={`limit how often they ${words}`}
          checked={value !== null}
          onChange={(event) => take(event.target.checked ? 3 : null)}
        />
        {value === null ? `as often as they like; limit it` : 'at most'}
      </label>
      {value !== null && (
        <>
          <NumberField label={label} value={value} low={1} high={most} take={(number) => take(Math.round(number))} /> times
        </>
      )}
    </div>
  );
}
