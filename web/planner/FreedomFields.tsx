import type { Catalogue, Freedom, Pattern } from '../api/types';
import { instrumentsOf } from '../music/pattern';
import { TempoSign } from '../ui/NoteValue';
import { NumberField } from '../ui/NumberField';
import { lower } from '../ui/words';
import { useSay } from '../words/words';

type Props = { freedom: Freedom; change: (change: Partial<Freedom>) => void; pattern: Pattern; catalogue: Catalogue; locked: boolean };

const OPEN = [
  ['meter', 'plan.open.meter'],
  ['swing', 'plan.open.swing'],
  ['form', 'plan.open.form'],
  ['rows', 'plan.open.rows'],
  ['kit', 'plan.open.kit'],
] as const;

/** What students may choose for themselves. What is not open stays as it is on the sheet. */
export function FreedomFields({ freedom, change, pattern, catalogue, locked }: Props) {
  const say = useSay();
  const label = (name: string) => catalogue.instruments.find((one) => one.name === name)?.label ?? name;
  const required = freedom.required ?? [];
  const toggled = (list: string[], name: string) => (list.includes(name) ? list.filter((one) => one !== name) : [...list, name]);
  return (
    <fieldset disabled={locked} className="text-sm">
      <legend className="mb-1">{say('plan.open')}</legend>
      <div className="grid grid-cols-2 gap-x-3 gap-y-1">
        <TempoRange freedom={freedom} change={change} pattern={pattern} catalogue={catalogue} />
        {OPEN.map(([key, words]) => (
          <label key={key} className="flex items-center gap-1.5">
            <input type="checkbox" checked={freedom[key] ?? key === 'kit'} onChange={(event) => change({ [key]: event.target.checked })} />
            {say(words)}
          </label>
        ))}
      </div>
      <p className="mt-2">{say('plan.open.stay')}</p>
      <div className="flex flex-wrap gap-x-3 gap-y-1">
        {instrumentsOf(pattern).map((name) => (
          <label key={name} className="flex items-center gap-1.5">
            <input type="checkbox" checked={required.includes(name)} onChange={() => change({ required: toggled(required, name) })} />
            {label(name)}
          </label>
        ))}
      </div>
      {freedom.rows && <Forbidden freedom={freedom} change={change} pattern={pattern} catalogue={catalogue} label={label} />}
      <Drummed freedom={freedom} change={change} limits={catalogue.limits.played} />
    </fieldset>
  );
}

function TempoRange({ freedom, change, pattern, catalogue }: Omit<Props, 'locked'>) {
  const say = useSay();
  const { tempo } = freedom;
  const [lowest = 0, highest = 0] = catalogue.limits.tempo;
  const set = (part: Partial<{ low: number; high: number }>) => {
    const next = { low: 60, high: 140, ...tempo, ...part };
    if (next.low >= lowest && next.high <= highest && next.low <= next.high) change({ tempo: next });
  };
  return (
    <div className="col-span-2 flex flex-wrap items-center gap-1.5">
      <label className="flex items-center gap-1.5">
        <input type="checkbox" checked={Boolean(tempo)} onChange={(event) => (event.target.checked ? set({}) : change({ tempo: null }))} />
        {say('plan.open.tempo')}
      </label>
      {tempo ? (
        <span className="flex items-center gap-1">
          <NumberField label={say('plan.open.lowest')} value={tempo.low} low={lowest} high={tempo.high} take={(low) => set({ low })} />
          {say('plan.to')}
          <NumberField label={say('plan.open.highest')} value={tempo.high} low={tempo.low} high={highest} take={(high) => set({ high })} />
          {say('plan.quarters')}
        </span>
      ) : (
        <span className="text-faint">
          <TempoSign tempo={pattern.tempo} />
        </span>
      )}
    </div>
  );
}

/** Milliseconds that a class may be off, to begin with. */
const USUAL_PLAYED = 30;

/** Whether the beat is to be drummed in, and how near to the beat a stroke is in time. */
function Drummed({ freedom, change, limits }: Pick<Props, 'freedom' | 'change'> & { limits: number[] }) {
  const say = useSay();
  const [low = 0, high = 0] = limits;
  const { played } = freedom;
  return (
    <div className="mt-2 flex flex-wrap items-center gap-1.5">
      <label className="flex items-center gap-1.5">
        <input
          type="checkbox"
          checked={typeof played === 'number'}
          onChange={(event) => change({ played: event.target.checked ? USUAL_PLAYED : null })}
        />
        {say('plan.drummed')}
      </label>
      {typeof played === 'number' && (
        <span className="flex items-center gap-1">
          {say('plan.drummed.within')}
          <NumberField
            label={say('plan.drummed.label')}
            value={played}
            low={low}
            high={high}
            take={(next) => change({ played: Math.round(next) })}
          />
          ms
        </span>
      )}
      {typeof played === 'number' && <p className="w-full text-faint">{say('plan.drummed.says')}</p>}
    </div>
  );
}

function Forbidden({ freedom, change, pattern, catalogue, label }: Omit<Props, 'locked'> & { label: (name: string) => string }) {
  const say = useSay();
  const forbidden = freedom.forbidden ?? [];
  const here = instrumentsOf(pattern);
  return (
    <>
      <label className="mt-2 block">
        {say('plan.open.not')}
        <select
          className="field field-small mt-1"
          value=""
          onChange={(event) => event.target.value && change({ forbidden: [...forbidden, event.target.value] })}
        >
          <option value="">{say('plan.open.name')}</option>
          {catalogue.instruments
            .filter((one) => !forbidden.includes(one.name) && !here.includes(one.name))
            .map((one) => (
              <option key={one.name} value={one.name}>
                {one.label}
              </option>
            ))}
        </select>
      </label>
      <div className="mt-1 flex flex-wrap gap-1.5">
        {forbidden.map((name) => (
          <button
            key={name}
            type="button"
            className="button button-small"
            aria-label={say('plan.open.again', { name: lower(label(name)) })}
            onClick={() => change({ forbidden: forbidden.filter((one) => one !== name) })}
          >
            {label(name)} ×
          </button>
        ))}
      </div>
    </>
  );
}
