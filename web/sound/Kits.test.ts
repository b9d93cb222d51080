import { expect, it } from 'vitest';
import type { Catalogue } from '../api/types';
import { builtKit, pieceOf, pieceWords, playedBy } from './Kits';

const catalogue = {
  instruments: [
    { name: 'shaker', label: 'Shaker' },
    { name: 'closed-hat', label: 'Closed hi-hat' },
  ],
  kits: [
    { name: 'boathouse', url: null, played: {} },
    { name: 'parade', url: '/parade', played: { shaker: 'closed-hat' } },
    { name: 'beacon', url: '/beacon', played: {} },
  ],
} as unknown as Catalogue;

it('says who plays what a kit has not, and which kit plays for one that is not built', () => {
  expect(playedBy(catalogue, 'parade', 'shaker')).toBe('closed hi-hat');
  expect(playedBy(catalogue, 'parade', 'closed-hat')).toBeNull();
  expect(builtKit(catalogue, 'boathouse')?.name).toBe('beacon');
  expect(playedBy(catalogue, 'boathouse', 'shaker')).toBeNull();
});

it('knows a piece of a kit from an own sound', () => {
  expect(pieceOf('parade/shaker')).toEqual({ kit: 'parade', instrument: 'shaker' });
  expect(pieceOf('My shaker')).toBeNull();
  expect(pieceOf(null)).toBeNull();
  expect(pieceWords({ ...catalogue, kits: [{ name: 'parade', label: 'parade' }] } as unknown as Catalogue, 'parade/shaker')).toBe(
    'shaker of parade',
  );
});
