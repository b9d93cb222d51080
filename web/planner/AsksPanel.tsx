import type { Blank, Catalogue, Requirement } from '../api/types';
import { NumberField } from '../ui/NumberField';
import { lower } from '../ui/words';
import { useSay } from '../words/words';
import { isFrame, newFrame, newKey, type PartPlan, type PlannedAsk } from './plan';

type Props = {
  part: PartPlan;
  changePart: (change: (part: PartPlan) => PartPlan) => void;
  catalogue: Catalogue;
  /** Shows the sheet of a frame. */
  open: (sheet: string) => void;
};

/** What the part asks for beside its targets, in sentences with blanks. */
export function AsksPanel({ part, changePart, catalogue, open }: Props) {
  const say = useSay();
  const ruleOf = (kind: string) => catalogue.rules.find((rule) => rule.kind === kind);
  const points = part.asks.reduce((sum, { data }) => sum + (data.points ?? 1), 0);
  const add = (kind: string) => {
    const ask: PlannedAsk = { key: newKey(), data: { kind, points: 1, ...ruleOf(kind)?.usual } };
    changePart((before) => ({ ...before, asks: [...before.asks, isFrame(ask.data) ? { ...ask, frame: newFrame(before) } : ask] }));
    if (isFrame(ask.data)) open(ask.key);
  };
  const change = (key: string, data: Partial<Requirement>) =>
    changePart((before) => ({
      ...before,
      asks: before.asks.map((ask) => (ask.key === key ? { ...ask, data: { ...ask.data, ...data } } : ask)),
    }));
  const remove = (key: string) => changePart((before) => ({ ...before, asks: before.asks.filter((ask) => ask.key !== key) }));
  return (
    <section aria-labelledby="asks" className="card flex flex-col gap-3 p-3 text-sm">
      <div>
        <h2 id="asks">{say('plan.rules')}</h2>
        <p className="text-faint">
          {part.asks.length === 0 ? say('plan.rules.none') : say('plan.rules.sum', { count: part.asks.length, points })}
        </p>
      </div>
      <ul className="flex flex-col gap-2">
        {part.asks.map((ask) => (
          <li key={ask.key} className="rounded-md border border-rule p-2">
            <p className="flex flex-wrap items-center gap-x-1.5 gap-y-1">
              {(ruleOf(ask.data.kind)?.sentence ?? []).map((piece) =>
                typeof piece === 'string' ? (
                  <span key={piece}>{piece}</span>
                ) : (
                  <BlankField
                    key={piece.key}
                    blank={piece}
                    data={ask.data}
                    change={(data) => change(ask.key, data)}
                    catalogue={catalogue}
                  />
                ),
              )}
            </p>
            <p className="mt-1.5 flex flex-wrap items-center gap-1.5 text-faint">
              <NumberField
                label={say('plan.rules.points')}
                value={ask.data.points ?? 1}
                low={0}
                high={1000}
                take={(value) => change(ask.key, { points: value })}
              />
              {say('plan.rules.point', { count: ask.data.points ?? 1 })}
              {ask.frame && (
                <button type="button" className="button button-small text-ink" onClick={() => open(ask.key)}>
                  {say('plan.rules.draw')}
                </button>
              )}
              <button
                type="button"
                className="button button-small ms-auto text-ink"
                aria-label={say('plan.rules.removeOf', { name: ruleOf(ask.data.kind)?.menu ?? '' })}
                onClick={() => remove(ask.key)}
              >
                {say('plan.rules.remove')}
              </button>
            </p>
          </li>
        ))}
      </ul>
      <label className="block">
        {say('plan.rules.ask')}
        <select
          className="field field-small mt-1"
          value=""
          disabled={part.asks.length >= catalogue.limits.rules}
          onChange={(event) => event.target.value !== '' && add(event.target.value)}
        >
          <option value="">{say('plan.rules.choose')}</option>
          {catalogue.rules.map(({ kind, menu }) => (
            <option key={kind} value={kind}>
              {menu}
            </option>
          ))}
        </select>
      </label>
    </section>
  );
}

type FieldProps = { blank: Blank; data: Requirement; change: (data: Partial<Requirement>) => void; catalogue: Catalogue };

function BlankField({ blank, data, change, catalogue }: FieldProps) {
  const say = useSay();
  const values = data as Record<string, unknown>;
  const value = values[blank.key];
  switch (blank.type) {
    case 'number':
    case 'whole': {
      const from = blank.from === undefined ? undefined : values[blank.from];
      // The lower end never passes the upper one.
      const upTo = blank.key === 'low' ? values.high : undefined;
      return (
        <NumberField
          label={blank.label}
          value={Number(value)}
          low={typeof from === 'number' ? from : (blank.low ?? 0)}
          high={typeof upTo === 'number' ? upTo : (blank.high ?? 0)}
          take={(number) => change({ [blank.key]: blank.type === 'whole' ? Math.round(number) : number })}
        />
      );
    }
    case 'bars': {
      const [a, b] = value as [number, number];
      const set = (bars: [number, number]) => bars[0] !== bars[1] && change({ bars: bars.map(Math.round) });
      return (
        <>
          <NumberField label={say('plan.rules.firstBar')} value={a} low={1} high={256} take={(bar) => set([bar, b])} />
          {say('plan.rules.and')}
          <NumberField label={say('plan.rules.secondBar')} value={b} low={1} high={256} take={(bar) => set([a, bar])} />
        </>
      );
    }
    case 'choice':
      return (
        <select
          aria-label={blank.label}
          className="field field-small w-auto"
          value={String(value)}
          onChange={(event) => change({ [blank.key]: event.target.value })}
        >
          {Object.entries(blank.options ?? {}).map(([option, words]) => (
            <option key={option} value={option}>
              {words}
            </option>
          ))}
        </select>
      );
    case 'frame':
      return null;
    case 'instrument':
      return (
        <select
          aria-label={blank.label}
          className="field field-small w-auto max-w-40"
          value={String(value)}
          onChange={(event) => change({ [blank.key]: event.target.value })}
        >
          {blank.all && <option value="all">{blank.all}</option>}
          {catalogue.instruments.map((one) => (
            <option key={one.name} value={one.name}>
              {one.label}
            </option>
          ))}
        </select>
      );
    default:
      return <Instruments blank={blank} names={value as string[]} take={(names) => change({ [blank.key]: names })} catalogue={catalogue} />;
  }
}

type ListProps = { blank: Blank; names: string[]; take: (names: string[]) => void; catalogue: Catalogue };

/** Several instruments, each taken away by a press; at least one where an empty list would mean nothing. */
function Instruments({ blank, names, take, catalogue }: ListProps) {
  const say = useSay();
  const label = (name: string) => catalogue.instruments.find((one) => one.name === name)?.label ?? name;
  return (
    <>
      {names.length === 0 && <span>{blank.none}</span>}
      {names.map((name) => (
        <button
          key={name}
          type="button"
          className="button button-small"
          disabled={names.length === 1 && blank.none === undefined}
          aria-label={say('plan.rules.without', { name: lower(label(name)) })}
          onClick={() => take(names.filter((one) => one !== name))}
        >
          {label(name)} ×
        </button>
      ))}
      <select
        aria-label={say('plan.rules.addTo', { what: blank.label })}
        className="field field-small w-24"
        value=""
        onChange={(event) => event.target.value !== '' && take([...names, event.target.value])}
      >
        <option value="">{say('plan.rules.add')}</option>
        {catalogue.instruments
          .filter((one) => !names.includes(one.name))
          .map((one) => (
            <option key={one.name} value={one.name}>
              {one.label}
            </option>
          ))}
      </select>
    </>
  );
}
