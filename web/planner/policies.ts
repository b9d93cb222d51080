import type { Catalogue, Policy } from '../api/types';

export const ASPECTS = ['placement', 'dynamics', 'feel', 'tempo', 'form'] as const;
export const CREDITS = ['moved', 'other-drum', 'explained'] as const;

/** What holds where a policy says nothing, and how far it can be turned; the core's own. */
export type Settings = Catalogue['policy'];
type Preset = Settings['presets'][number];

const WORDS: Record<Preset['key'], [string, string]> = {
  usual: ['As usual', 'Where the hits stand; loudness, swing, tempo and form can take a little away.'],
  copy: ['Exact copy', 'Every hit in its place and at its loudness; near misses count little.'],
  placement: ['Placement only', 'Only where the hits stand.'],
  dynamics: ['Loud and soft', 'For tasks about accents and ghost notes: loudness can take away more than half.'],
  swing: ['Swing', 'For tasks about swing: a straight beat gets less than half.'],
  meter: ['Meter and length', 'For tasks about meter: another meter takes away four tenths.'],
};

/** Ways to mark, to start from. Points and steps stay the teacher's own. */
export const presetsOf = ({ presets }: Settings): { name: string; says: string; policy: Policy }[] =>
  presets.map(({ key, policy: { grace, window, credit, weights } }) => {
    const [name, says] = WORDS[key];
    return { name, says, policy: { grace, window, credit, weights } };
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
  const weight = (aspect: (typeof ASPECTS)[number], says: string): Dial => ({
    key: `weight ${aspect}`,
    label: aspect.charAt(0).toUpperCase() + aspect.slice(1),
    unit: '',
    says,
    ...within(limits.weights),
    get: (policy) => policy.weights?.[aspect] ?? usual.weights[aspect] ?? 0,
    set: (policy, value) => ({ ...policy, weights: { ...usual.weights, ...policy.weights, [aspect]: value } }),
    usual: usual.weights[aspect] ?? 0,
    other: aspect === 'placement' ? 35 : 30,
  });
  const credit = (status: (typeof CREDITS)[number], label: string, says: string): Dial => ({
    key: `credit ${status}`,
    label,
    unit: '',
    says,
    ...within(limits.credit),
    get: (policy) => policy.credit?.[status] ?? usual.credit[status] ?? 0,
    set: (policy, value) => ({ ...policy, credit: { ...usual.credit, ...policy.credit, [status]: value } }),
    usual: usual.credit[status] ?? 0,
    other: 0,
  });
  return [
    {
      title: 'How much each aspect weighs',
      dials: [
        weight('placement', 'where the strokes stand'),
        weight('dynamics', 'loud and soft'),
        weight('feel', 'the swing'),
        weight('tempo', 'how fast'),
        weight('form', 'meter and length'),
      ],
    },
    {
      title: 'What a stroke still counts, 0 to 1',
      dials: [
        credit('moved', 'A little off', 'within the window'),
        credit('other-drum', 'On another drum', 'at the right time'),
        credit('explained', 'Part of one mistake', 'such as a whole row that is late'),
      ],
    },
    {
      title: 'How near is near enough',
      dials: [
        {
          key: 'grace',
          label: 'Grace',
          unit: 'ms',
          isDistance: true,
          says: 'within it a stroke is in its place',
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
          label: 'Window',
          unit: 'ms',
          isDistance: true,
          says: 'within it a stroke is off its place rather than missing',
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
      title: 'The mark',
      dials: [
        {
          key: 'points',
          label: 'Points',
          unit: '',
          says: 'the highest mark for the copy',
          low: 1,
          high: limits.points[1] ?? 0,
          get: (policy) => policy.points ?? usual.points,
          set: (policy, value) => ({ ...policy, points: value, step: Math.min(value, policy.step ?? usual.step) }),
          usual: usual.points,
          other: 10,
        },
        {
          key: 'step',
          label: 'Rounded to',
          unit: '',
          says: 'steps of the mark',
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
  if (named) return named[1];
  return sixteenths < 1 ? `${Math.round(100 * sixteenths)} % of a sixteenth` : `${Math.round(100 * sixteenths) / 100} sixteenths`;
}

const SIXTEENTH = 240;
const SHARES: [number, string][] = [
  [0, 'nothing'],
  [0.0625, 'a sixteenth part of a sixteenth'],
  [0.125, 'an eighth of a sixteenth'],
  [0.25, 'a quarter of a sixteenth'],
  [0.5, 'half a sixteenth'],
  [1, 'a sixteenth'],
];
