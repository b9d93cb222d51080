import { expect, it } from 'vitest';
import { inOrder, rowOrder } from './order';

const STAFF = ['china', 'closed-hat', 'snare', 'kick'];
const rows = ['kick', 'snare', 'closed-hat', 'snare'].map((instrument) => ({ instrument }));

it('draws rows as the beat has them, or from the top of the staff down', () => {
  expect(rowOrder(rows, null)).toEqual([0, 1, 2, 3]);
  expect(rowOrder(rows, STAFF), 'two snares stay in their order').toEqual([2, 1, 3, 0]);
  expect(inOrder(rows, STAFF).map(({ instrument }) => instrument)).toEqual(['closed-hat', 'snare', 'snare', 'kick']);
});
