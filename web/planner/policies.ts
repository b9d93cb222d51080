import type { Policy } from '../api/types';

export const ASPECTS = ['placement', 'dynamics', 'feel', 'tempo', 'form'] as const;
export const CREDITS = ['moved', 'other-drum', 'explained'] as const;

/** What holds where a policy says nothing; the core's defaults. */
export const USUAL = {
  grace: 30,
  window: 240,
  step: 0.5,
  points: 20,
  repeat: 'exact' as const,
  credit: { match: 1, moved: 0.5, 'other-drum': 0.5, explained: 0.5 } as Record<string, number>,
  weights: { placement: 70, dynamics: 10, feel: 10, tempo: 5, form: 5 } as Record<string, number>,
};

/** Ways to mark, to start from. */
export const PRESETS: { name: string; says: string; policy: Policy }[] = [
  {
    name: 'As usual',
    says: 'Places first; loudness, swing, tempo and form a little.',
    policy: { grace: USUAL.grace, window: USUAL.window, credit: USUAL.credit, weights: USUAL.weights },
  },
  {
    name: 'Exact copy',
    says: 'Every stroke in its place and as loud as asked; what is near counts little.',
    policy: {
      grace: 15,
      window: 120,
      credit: { match: 1, moved: 0.25, 'other-drum': 0.25, explained: 0.5 },
      weights: { placement: 60, dynamics: 20, feel: 10, tempo: 5, form: 5 },
    },
  },
  {
    name: 'Placement only',
    says: 'Only where the strokes stand; loudness, swing and tempo do not count.',
    policy: { grace: 30, window: 240, credit: USUAL.credit, weights: { placement: 100, dynamics: 0, feel: 0, tempo: 0, form: 0 } },
  },
  {
    name: 'Feel counts',
    says: 'Loud and soft and the swing weigh half; places are taken kindly.',
    policy: {
      grace: 45,
      window: 240,
      credit: { match: 1, moved: 0.75, 'other-drum': 0.5, explained: 0.75 },
      weights: { placement: 45, dynamics: 25, feel: 25, tempo: 5, form: 0 },
    },
  },
];

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
  /** Tried when the dial stands at its usual value. */
  other: number;
};

const weight = (aspect: (typeof ASPECTS)[number], says: string): Dial => ({
  key: `weight ${aspect}`,
  label: aspect.charAt(0).toUpperCase() + aspect.slice(1),
  unit: '',
  says,
  low: 0,
  high: 1000,
  get: (policy) => policy.weights?.[aspect] ?? USUAL.weights[aspect] ?? 0,
  set: (policy, value) => ({ ...policy, weights: { ...USUAL.weights, ...policy.weights, [aspect]: value } }),
  usual: USUAL.weights[aspect] ?? 0,
  other: aspect === 'placement' ? 35 : 30,
});

const credit = (status: (typeof CREDITS)[number], label: string, says: string): Dial => ({
  key: `credit ${status}`,
  label,
  unit: '',
  says,
  low: 0,
  high: 1,
  get: (policy) => policy.credit?.[status] ?? USUAL.credit[status] ?? 0,
  set: (policy, value) => ({ ...policy, credit: { ...USUAL.credit, ...policy.credit, [status]: value } }),
  usual: USUAL.credit[status] ?? 0,
  other: 0,
});

export const DIALS: { title: string; dials: Dial[] }[] = [
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
        unit: 'ticks',
        says: 'within it a stroke is in its place; a sixteenth has 240',
        low: 0,
        high: 3840,
        get: (policy) => policy.grace ?? USUAL.grace,
        set: (policy, value) => ({
          ...policy,
          grace: Math.round(value),
          window: Math.max(Math.round(value), policy.window ?? USUAL.window),
        }),
        usual: USUAL.grace,
        other: 60,
      },
      {
        key: 'window',
        label: 'Window',
        unit: 'ticks',
        says: 'within it a stroke is off its place rather than missing',
        low: 0,
        high: 3840,
        get: (policy) => policy.window ?? USUAL.window,
        set: (policy, value) => ({ ...policy, window: Math.max(Math.round(value), policy.grace ?? USUAL.grace) }),
        usual: USUAL.window,
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
        high: 1000,
        get: (policy) => policy.points ?? USUAL.points,
        set: (policy, value) => ({ ...policy, points: value, step: Math.min(value, policy.step ?? USUAL.step) }),
        usual: USUAL.points,
        other: 10,
      },
      {
        key: 'step',
        label: 'Rounded to',
        unit: '',
        says: 'steps of the mark',
        low: 0.01,
        high: 1000,
        get: (policy) => policy.step ?? USUAL.step,
        set: (policy, value) => ({ ...policy, step: Math.min(value, policy.points ?? USUAL.points) }),
        usual: USUAL.step,
        other: 1,
      },
    ],
  },
];

/** The policy with a dial at another value: its usual one, or where it stands there, one that shows what it does. */
export function turned(policy: Policy, dial: Dial): { policy: Policy; value: number } {
  const value = dial.get(policy) === dial.usual ? dial.other : dial.usual;
  return { policy: dial.set(policy, value), value };
}
