import type { Catalogue, Policy } from '../api/types';
import { type Key, say } from '../words/words';

export const ASPECTS = ['placement', 'dynamics', 'feel', 'tempo', 'form'] as const;
export const CREDITS = ['moved', 'other-drum', 'explained'] as const;

/** What holds where a policy says nothing, and how far it can be turned; the core's own. */
export type Settings = Catalogue['policy'];

/** Ways to mark, to start from. Points and steps stay the teacher's own. */
export const presetsOf = ({ presets }: Settings): { name: string; says: string; policy: Policy }[] =>
  presets.map(({ key, policy: { grace, window, credit, weights } }) => {
    return { name: say(`plan.preset.${key}`), says: say(`plan.preset.${key}.says`), policy: { grace, window, credit, weights } };
  });

/** One setting that a teacher can turn, how it is said, and another value whose effect shows what it does. */
export type Dial = {
  key: string;
  label: string;
  unit: string;
  says: string;
  low: number;
  high: number;
  get: (policy: Policy) => number;
  set: (policy: Policy, value: number) => Policy;
  usual: number;
  /** Whether it is a distance: kept in ticks, said in milliseconds and note values. */
  isDistance?: boolean;
  /** Tried when the dial stands at its usual value. */
  other: number;
};

/** Every dial, in groups. */
export function dialsOf({ usual, limits }: Settings): { title: string; dials: Dial[] }[] {
  const [lowestGrace = 0, highestGrace = 0] = limits.grace;
  const [lowestWindow = 0, highestWindow = 0] = limits.window;
  const within = (range: number[]) => ({ low: range[0] ?? 0, high: range[1] ?? 0 });
  const weight = (aspect: (typeof ASPECTS)[number]): Dial => ({
    key: `weight ${aspect}`,
    label: say(`plan.weight.${aspect}`),
    unit: '',
    says: say(`plan.weight.${aspect}.says`),
    ...within(limits.weights),
    get: (policy) => policy.weights?.[aspect] ?? usual.weights[aspect] ?? 0,
    set: (policy, value) => ({ ...policy, weights: { ...usual.weights, ...policy.weights, [aspect]: value } }),
    usual: usual.weights[aspect] ?? 0,
    other: aspect === 'placement' ? 35 : 30,
  });
  const credit = (status: (typeof CREDITS)[number]): Dial => ({
    key: `credit ${status}`,
    label: say(`plan.credit.${status}`),
    unit: '',
    says: say(`plan.credit.${status}.says`),
    ...within(limits.credit),
    get: (policy) => policy.credit?.[status] ?? usual.credit[status] ?? 0,
    set: (policy, value) => ({ ...policy, credit: { ...usual.credit, ...policy.credit, [status]: value } }),
    usual: usual.credit[status] ?? 0,
    other: 0,
  });
  return [
    {
      title: say('plan.dial.weights'),
      dials: [weight('placement'), weight('dynamics'), weight('feel'), weight('tempo'), weight('form')],
    },
    {
      title: say('plan.dial.credits'),
      dials: [credit('moved'), credit('other-drum'), credit('explained')],
    },
    {
      title: say('plan.dial.near'),
      dials: [
        {
          key: 'grace',
          label: say('plan.dial.grace'),
          unit: 'ms',
          isDistance: true,
          says: say('plan.dial.grace.says'),
          low: lowestGrace,
          high: highestGrace,
          get: (policy) => policy.grace ?? usual.grace,
          set: (policy, value) => ({
            ...policy,
            grace: Math.round(value),
            window: Math.max(Math.round(value), policy.window ?? usual.window),
          }),
          usual: usual.grace,
          other: 60,
        },
        {
          key: 'window',
          label: say('plan.dial.window'),
          unit: 'ms',
          isDistance: true,
          says: say('plan.dial.window.says'),
          low: lowestWindow,
          high: highestWindow,
          get: (policy) => policy.window ?? usual.window,
          set: (policy, value) => ({ ...policy, window: Math.max(Math.round(value), policy.grace ?? usual.grace) }),
          usual: usual.window,
          other: 120,
        },
      ],
    },
    {
      title: say('plan.dial.mark'),
      dials: [
        {
          key: 'points',
          label: say('plan.dial.points'),
          unit: '',
          says: say('plan.dial.points.says'),
          low: 1,
          high: limits.points[1] ?? 0,
          get: (policy) => policy.points ?? usual.points,
          set: (policy, value) => ({ ...policy, points: value, step: Math.min(value, policy.step ?? usual.step) }),
          usual: usual.points,
          other: 10,
        },
        {
          key: 'step',
          label: say('plan.dial.step'),
          unit: '',
          says: say('plan.dial.step.says'),
          ...within(limits.step),
          get: (policy) => policy.step ?? usual.step,
          set: (policy, value) => ({ ...policy, step: Math.min(value, policy.points ?? usual.points) }),
          usual: usual.step,
          other: 1,
        },
      ],
    },
  ];
}

/** The policy with a dial at another value: its usual one, or where it stands there, one that shows what it does. */
export function turned(policy: Policy, dial: Dial): { policy: Policy; value: number } {
  const value = dial.get(policy) === dial.usual ? dial.other : dial.usual;
  return { policy: dial.set(policy, value), value };
}

/** A distance in ticks as a share of a sixteenth: "an eighth of a sixteenth", "half a sixteenth", "2 sixteenths". */
export function distanceWords(ticks: number): string {
  const sixteenths = ticks / SIXTEENTH;
  const named = SHARES.find(([share]) => Math.abs(share - sixteenths) < 0.005);
  if (named) return say(named[1]);
  return sixteenths < 1
    ? say('plan.share.percent', { percent: Math.round(100 * sixteenths) })
    : say('plan.share.many', { count: Math.round(100 * sixteenths) / 100 });
}

const SIXTEENTH = 240;
const SHARES: [number, Key][] = [
  [0, 'plan.share.none'],
  [0.0625, 'plan.share.16'],
  [0.125, 'plan.share.8'],
  [0.25, 'plan.share.4'],
  [0.5, 'plan.share.2'],
  [1, 'plan.share.1'],
];
