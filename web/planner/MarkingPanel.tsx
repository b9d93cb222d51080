import { useQuery } from '@tanstack/react-query';
import { useMemo, useState } from 'react';
import { api, at, reply } from '../api/client';
import type { Catalogue, Policy, Weighed } from '../api/types';
import { tickSeconds } from '../music/schedule';
import { NumberField } from '../ui/NumberField';
import { baseOf, type PartPlan } from './plan';
import { type Dial, dialsOf, distanceWords, presetsOf, turned } from './policies';

type Props = { part: PartPlan; changePart: (change: (part: PartPlan) => PartPlan) => void; catalogue: Catalogue };

/** How beats are marked: something to start from, every dial, and what each changes on a beat that is handed in. */
export function MarkingPanel({ part, changePart, catalogue }: Props) {
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
        <h2 id="policy">How it is marked</h2>
        {part.targets.length === 0 && (
          <p className="mt-1 text-faint">This part has no target, so only your rules and your own ear count. Points are set below.</p>
        )}
      </div>
      <fieldset aria-label="Start from" className="flex flex-wrap items-center gap-1.5">
        <span>Start from</span>
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
      <p className="text-faint">{current?.says ?? 'Your own mixture.'}</p>
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
        a shorter target is repeated to the length of the beat
      </label>
      <label className="flex items-center gap-1.5">
        <input
          type="checkbox"
          checked={part.policy.guessing === 'counted'}
          onChange={(event) => change({ guessing: event.target.checked ? 'counted' : 'nothing' })}
        />
        count also what clicking at random would have got right
      </label>
      <label className="flex items-center gap-1.5">
        <input
          type="checkbox"
          checked={part.policy.sticking === 'compared'}
          onChange={(event) => change({ sticking: event.target.checked ? 'compared' : 'ignored' })}
        />
        compare sticking, right and left hand
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
  if (part.targets.length === 0) return null;
  if (trial.attempts.length === 0) {
    return <p className="text-faint">As soon as a beat is handed in, you see here what each of these changes on it.</p>;
  }
  return (
    <div className="rounded-md bg-wash p-2">
      <label className="block">
        Tried on the beat of
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
            <span className="font-head text-xl">{trial.now.mark ?? 'no mark'}</span> of {points} for the copy
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
  const other = trial.with(dial);
  if (trial.now === null || other === null) return null;
  const { value } = turned(policy, dial);
  return (
    <p className="text-faint">
      With {inUnit(dial, value)} {dial.unit} instead{dial.get(policy) === dial.usual ? '' : ', as usual'}:{' '}
      {other === trial.now.mark ? 'the same mark' : <b className="text-ink">{other}</b>}
    </p>
  );
}

/** Which tempo is right: the target's own and what the task leaves open, or a range of the teacher's. */
type TempoProps = { policy: Policy; change: (policy: Policy) => void; limits: number[]; base: number };

function TempoThatCounts({ policy, change, limits, base }: TempoProps) {
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
        {range ? 'a tempo is right from' : 'the tempo is right as the task sets it; name a range of your own'}
      </label>
      {range && (
        <>
          <NumberField
            label="right from"
            value={range.low}
            low={lowest}
            high={range.high}
            take={(low) => change({ tempo: { ...range, low } })}
          />
          to
          <NumberField
            label="right up to"
            value={range.high}
            low={range.low}
            high={highest}
            take={(high) => change({ tempo: { ...range, high } })}
          />
          quarters
        </>
      )}
    </div>
  );
}

/** Instruments that count as the same, group by group. */
function Alike({ policy, change, catalogue }: { policy: Policy; change: (policy: Policy) => void; catalogue: Catalogue }) {
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
      <legend className="float-left mb-1 font-bold">Count as the same</legend>
      {groups.map((names) => (
        <p key={names.join()} className="flex items-center gap-2">
          <span className="flex-1">{names.map(label).join(' = ')}</span>
          <button
            type="button"
            className="button button-small"
            aria-label={`Tell apart again: ${names.map(label).join(', ')}`}
            onClick={() => change({ alike: groups.filter((group) => group !== names) })}
          >
            Remove
          </button>
        </p>
      ))}
      <p className="flex flex-wrap items-center gap-1.5">
        <select
          aria-label="One instrument"
          className="field field-small w-32"
          value={first}
          onChange={(event) => setFirst(event.target.value)}
        >
          <option value="">one …</option>
          {catalogue.instruments.map((one) => (
            <option key={one.name} value={one.name}>
              {one.label}
            </option>
          ))}
        </select>
        is
        <select
          aria-label="Another that counts as the same"
          className="field field-small w-32"
          value=""
          disabled={first === ''}
          onChange={(event) => event.target.value !== '' && add(event.target.value)}
        >
          <option value="">another …</option>
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
