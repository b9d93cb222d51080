import { describe, expect, it } from 'vitest';
import { catalogue } from '../../tests/web/catalogue';
import type { Policy } from '../api/types';
import { dialsOf, distanceWords, presetsOf, turned } from './policies';

const USUAL = catalogue.policy.usual;
const ALL = dialsOf(catalogue.policy).flatMap(({ dials }) => dials);
const dial = (key: string) => {
  const found = ALL.find((one) => one.key === key);
  if (!found) throw new Error(`There is no dial ${key}.`);
  return found;
};

describe('a dial', () => {
  it.each(ALL.map((one) => [one.key, one] as const))('%s stands at its usual value where the policy says nothing', (_, one) => {
    expect(one.get({})).toBe(one.usual);
    expect(one.usual).toBeGreaterThanOrEqual(one.low);
    expect(one.usual).toBeLessThanOrEqual(one.high);
  });

  it.each(ALL.map((one) => [one.key, one] as const))('%s is read as it was set, and leaves the others alone', (_, one) => {
    const set = one.set({}, one.other);
    expect(one.get(set)).toBe(one.other);
    const linked: Record<string, string[]> = { grace: ['window'], window: ['grace'], points: ['step'], step: ['points'] };
    for (const other of ALL) {
      if (other.key !== one.key && !linked[one.key]?.includes(other.key)) expect(other.get(set), other.key).toBe(other.usual);
    }
  });

  it('tries another value where it stands as usual, and the usual one where it does not', () => {
    const grace = dial('grace');
    expect(turned({}, grace).value).toBe(60);
    expect(turned({ grace: 100 }, grace)).toEqual({ value: USUAL.grace, policy: { grace: USUAL.grace, window: USUAL.window } });
  });

  it('keeps the window at least as wide as the grace', () => {
    const both: Policy = dial('grace').set({ window: 240 }, 500);
    expect(both).toEqual({ grace: 500, window: 500 });
    expect(dial('window').set(both, 100)).toEqual({ grace: 500, window: 500 });
  });

  it('keeps the step within the points', () => {
    expect(dial('points').set({ step: 5 }, 2)).toEqual({ points: 2, step: 2 });
    expect(dial('step').set({ points: 2 }, 5)).toEqual({ points: 2, step: 2 });
  });
});

describe('a mixture to start from', () => {
  it.each(presetsOf(catalogue.policy).map(({ name, policy }) => [name, policy] as const))(
    '%s leaves points and steps as they are',
    (_, policy) => {
      expect(policy).not.toHaveProperty('points');
      expect(policy).not.toHaveProperty('step');
      expect(policy.window ?? 0).toBeGreaterThanOrEqual(policy.grace ?? 0);
      expect(Object.values(policy.weights ?? {}).reduce((sum, one) => sum + one, 0)).toBe(100);
    },
  );
});

it('says distances in note values', () => {
  expect([15, 30, 60, 120, 240].map(distanceWords)).toEqual([
    'a sixteenth part of a sixteenth',
    'an eighth of a sixteenth',
    'a quarter of a sixteenth',
    'half a sixteenth',
    'a sixteenth',
  ]);
  expect([45, 480, 500, 0].map(distanceWords)).toEqual(['19 % of a sixteenth', '2 sixteenths', '2.08 sixteenths', 'nothing']);
});
