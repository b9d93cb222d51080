import { useQuery } from '@tanstack/react-query';
import { useMemo, useState } from 'react';
import { api, at, reply } from '../api/client';
import type { Catalogue, Policy, Weighed } from '../api/types';
import { tickSeconds } from '../music/schedule';
import { NumberField } from '../ui/NumberField';
import { useSay } from '../words/words';
import { baseOf, type PartPlan } from './plan';
import { type Dial, dialsOf, distanceWords, presetsOf, turned } from './policies';

type Props = { part: PartPlan; changePart: (change: (part: PartPlan) => PartPlan) => void; catalogue: Catalogue };

/** How beats are marked: something to start from, every dial, and what each changes on a beat that is handed in. */
export function MarkingPanel({ part, changePart, catalogue }: Props) {
  const say = useSay();
  const change = (policy: Policy) => changePart((before) => ({ ...before, policy: { ...before.policy, ...policy } }));
  const groups = useMemo(() => dialsOf(catalogue.policy), [catalogue]);
  const all = useMemo(() => groups.flatMap(({ dials }) => dials), [groups]);
  // Distances are said as this part's tempo makes them.
  const tick = tickSeconds(baseOf(part)) * 1000;
  const inUnit = (dial: Dial, value: number) => (dial.isDistance ? Math.round(value * tick) : value);
  const presets = presetsOf(catalogue.policy);
  const trial = useTrial(part, all);
  const current = presets.find(({ policy }) => all.every((dial) => !fits(dial, policy) || dial.get(policy) === dial.get(part.policy)));
  return (
    <section aria-labelledby="policy" className="card flex flex-col gap-3 p-3 text-sm">
      <div>
        <h2 id="policy">{say('plan.marking')}</h2>
        {part.targets.length === 0 && <p className="mt-1 text-faint">{say('plan.marking.noTarget')}</p>}
      </div>
      <fieldset aria-label={say('plan.marking.from')} className="flex flex-wrap items-center gap-1.5">
        <span>{say('plan.marking.from')}</span>
        {presets.map(({ name, says, policy }) => (
          <button
            key={name}
            type="button"
            className="button button-small"
            title={says}
            aria-pressed={name === current?.name}
            onClick={() => change(policy)}
          >
            {name}
          </button>
        ))}
      </fieldset>
      <p className="text-faint">{current?.says ?? say('plan.marking.own')}</p>
      <Trial trial={trial} part={part} points={part.policy.points ?? catalogue.policy.usual.points} />
      {groups.map(({ title, dials }) => (
        <fieldset key={title} className="flex flex-col gap-1.5 border-t border-rule pt-2">
          <legend className="float-left mb-1 font-bold">{title}</legend>
          {dials.map((dial) => (
            <div key={dial.key}>
              <div className="flex items-center gap-2">
                <span className="flex-1">
                  {dial.label}{' '}
                  <span className="text-faint">
                    {dial.says}
                    {dial.isDistance && `: ${distanceWords(dial.get(part.policy))}`}
                  </span>
                </span>
                <NumberField
                  label={dial.label}
                  value={inUnit(dial, dial.get(part.policy))}
                  low={inUnit(dial, dial.low)}
                  high={inUnit(dial, dial.high)}
                  take={(value) => change(dial.set(part.policy, dial.isDistance ? value / tick : value))}
                />
                {dial.isDistance && 'ms'}
              </div>
              <Effect dial={dial} policy={part.policy} trial={trial} inUnit={inUnit} />
            </div>
          ))}
        </fieldset>
      ))}
      <label className="flex items-center gap-1.5">
        <input
          type="checkbox"
          checked={part.policy.repeat === 'tile'}
          onChange={(event) => change({ repeat: event.target.checked ? 'tile' : 'exact' })}
        />
        {say('plan.marking.tile')}
      </label>
      <label className="flex items-center gap-1.5">
        <input
          type="checkbox"
          checked={part.policy.guessing === 'counted'}
          onChange={(event) => change({ guessing: event.target.checked ? 'counted' : 'nothing' })}
        />
        {say('plan.marking.guess')}
      </label>
      <label className="flex items-center gap-1.5">
        <input
          type="checkbox"
          checked={part.policy.sticking === 'compared'}
          onChange={(event) => change({ sticking: event.target.checked ? 'compared' : 'ignored' })}
        />
        {say('plan.marking.sticking')}
      </label>
      <TempoThatCounts
        policy={part.policy}
        change={change}
        limits={catalogue.policy.limits.tempo}
        base={Math.round(60 / (tickSeconds(baseOf(part)) * 960))}
      />
      <Alike policy={part.policy} change={change} catalogue={catalogue} />
    </section>
  );
}

/** Points and steps are the teacher's own in every preset. */
const fits = (dial: Dial, policy: Policy) =>
  (dial.key.startsWith('weight') && policy.weights !== undefined) ||
  (dial.key.startsWith('credit') && policy.credit !== undefined) ||
  dial.key === 'grace' ||
  dial.key === 'window';

type TrialState = {
  attempts: { id: string; name: string }[];
  attempt: string | null;
  setAttempt: (id: string) => void;
  now: Weighed['marks'][number] | null;
  saved: number | null;
  with: (dial: Dial) => number | null;
};

/** What a beat that is handed in would get under the present policy, and with each dial turned. */
function useTrial(part: PartPlan, all: Dial[]): TrialState {
  const list = useQuery({
    queryKey: ['marking', part.id],
    queryFn: () => reply(api.GET('/api/parts/{id}/marking', at({ id: part.id ?? '' }))),
    enabled: part.id !== null && part.attempts > 0 && part.targets.length > 0,
  });
  const [chosen, setChosen] = useState<string | null>(null);
  const attempts = (list.data?.students ?? []).flatMap((student) =>
    student.attempts
      .slice(0, 1)
      .map((attempt) => ({ id: attempt.id, name: student.name, mark: attempt.suggested, said: attempt.said.length })),
  );
  // To begin with one that has something to say.
  const attempt = attempts.find(({ id }) => id === chosen) ?? attempts.find(({ said }) => said > 0) ?? attempts[0] ?? null;
  const policies = [part.policy, ...all.map((dial) => turned(part.policy, dial).policy)];
  const weighed = useQuery({
    queryKey: ['weighed', attempt?.id, policies],
    queryFn: () => reply(api.POST('/api/attempts/{id}/weigh', { ...at({ id: attempt?.id ?? '' }), body: { policies } })),
    enabled: attempt !== null,
    placeholderData: (before) => before,
    staleTime: Number.POSITIVE_INFINITY,
  });
  const marks = weighed.data?.marks ?? [];
  return {
    attempts,
    attempt: attempt?.id ?? null,
    setAttempt: setChosen,
    now: marks[0] ?? null,
    saved: attempt?.mark ?? null,
    with: (dial) => marks[1 + all.indexOf(dial)]?.mark ?? null,
  };
}

function Trial({ trial, part, points }: { trial: TrialState; part: PartPlan; points: number }) {
  const say = useSay();
  if (part.targets.length === 0) return null;
  if (trial.attempts.length === 0) {
    return <p className="text-faint">{say('plan.trial.none')}</p>;
  }
  return (
    <div className="rounded-md bg-wash p-2">
      <label className="block">
        {say('plan.trial.of')}
        <select className="field field-small mt-1" value={trial.attempt ?? ''} onChange={(event) => trial.setAttempt(event.target.value)}>
          {trial.attempts.map(({ id, name }) => (
            <option key={id} value={id}>
              {name}
            </option>
          ))}
        </select>
      </label>
      {trial.now && (
        <div role="status" className="mt-1.5">
          <p>
            <span className="font-head text-xl">{trial.now.mark ?? say('plan.noMark')}</span> {say('plan.trial.points', { points })}
          </p>
          <ul className="text-faint">
            {trial.now.said.slice(0, 3).map((text) => (
              <li key={text}>{text}</li>
            ))}
          </ul>
        </div>
      )}
    </div>
  );
}

type EffectProps = { dial: Dial; policy: Policy; trial: TrialState; inUnit: (dial: Dial, value: number) => number };

function Effect({ dial, policy, trial, inUnit }: EffectProps) {
  const say = useSay();
  const other = trial.with(dial);
  if (trial.now === null || other === null) return null;
  const { value } = turned(policy, dial);
  return (
    <p className="text-faint">
      {say(dial.get(policy) === dial.usual ? 'plan.trial.with' : 'plan.trial.usual', {
        value: `${inUnit(dial, value)} ${dial.unit}`.trim(),
      })}{' '}
      {other === trial.now.mark ? say('plan.trial.same') : <b className="text-ink">{other}</b>}
    </p>
  );
}

/** Which tempo is right: the target's own and what the task leaves open, or a range of the teacher's. */
type TempoProps = { policy: Policy; change: (policy: Policy) => void; limits: number[]; base: number };

function TempoThatCounts({ policy, change, limits, base }: TempoProps) {
  const say = useSay();
  const [lowest = 1, highest = 1] = limits;
  const range = policy.tempo;
  return (
    <div className="flex flex-wrap items-center gap-1.5">
      <label className="flex items-center gap-1.5">
        <input
          type="checkbox"
          checked={Boolean(range)}
          onChange={(event) => change({ tempo: event.target.checked ? { low: base - 4, high: base + 4 } : null })}
        />
        {range ? say('plan.tempo.from') : say('plan.tempo.asSet')}
      </label>
      {range && (
        <>
          <NumberField
            label={say('plan.tempo.low')}
            value={range.low}
            low={lowest}
            high={range.high}
            take={(low) => change({ tempo: { ...range, low } })}
          />
          {say('plan.to')}
          <NumberField
            label={say('plan.tempo.high')}
            value={range.high}
            low={range.low}
            high={highest}
            take={(high) => change({ tempo: { ...range, high } })}
          />
          {say('plan.quarters')}
        </>
      )}
    </div>
  );
}

/** Instruments that count as the same, group by group. */
function Alike({ policy, change, catalogue }: { policy: Policy; change: (policy: Policy) => void; catalogue: Catalogue }) {
  const say = useSay();
  const groups = policy.alike ?? [];
  const label = (name: string) => catalogue.instruments.find((one) => one.name === name)?.label ?? name;
  const [first, setFirst] = useState('');
  const add = (second: string) => {
    const group = groups.findIndex((names) => names.includes(first));
    change({ alike: group < 0 ? [...groups, [first, second]] : groups.map((names, i) => (i === group ? [...names, second] : names)) });
    setFirst('');
  };
  const taken = groups.flat();
  return (
    <fieldset className="flex flex-col gap-1.5 border-t border-rule pt-2">
      <legend className="float-left mb-1 font-bold">{say('plan.alike')}</legend>
      {groups.map((names) => (
        <p key={names.join()} className="flex items-center gap-2">
          <span className="flex-1">{names.map(label).join(' = ')}</span>
          <button
            type="button"
            className="button button-small"
            aria-label={say('plan.alike.apart', { names: names.map(label).join(', ') })}
            onClick={() => change({ alike: groups.filter((group) => group !== names) })}
          >
            {say('plan.rules.remove')}
          </button>
        </p>
      ))}
      <p className="flex flex-wrap items-center gap-1.5">
        <select
          aria-label={say('plan.alike.one')}
          className="field field-small w-32"
          value={first}
          onChange={(event) => setFirst(event.target.value)}
        >
          <option value="">{say('plan.alike.oneHint')}</option>
          {catalogue.instruments.map((one) => (
            <option key={one.name} value={one.name}>
              {one.label}
            </option>
          ))}
        </select>
        {say('plan.alike.is')}
        <select
          aria-label={say('plan.alike.another')}
          className="field field-small w-32"
          value=""
          disabled={first === ''}
          onChange={(event) => event.target.value !== '' && add(event.target.value)}
        >
          <option value="">{say('plan.alike.anotherHint')}</option>
          {catalogue.instruments
            .filter((one) => one.name !== first && !taken.includes(one.name))
            .map((one) => (
              <option key={one.name} value={one.name}>
                {one.label}
              </option>
            ))}
        </select>
      </p>
    </fieldset>
  );
}
