import { expect, it } from 'vitest';
import type { Result } from '../api/types';
import { rightRows } from './right';

const catalogue = { instruments: ['kick', 'snare', 'closed-hat'].map((name) => ({ name, label: name.toUpperCase() })) } as Parameters<
  typeof rightRows
>[1];
const pair = (instrument: string, status: string, played?: string) =>
  ({ instrument, status, target: 0, submission: 0, ...(played && { played }) }) as Result['pairs'][number];
const of = (pairs: Result['pairs'], ...said: string[][]) =>
  rightRows({ pairs, statements: said.map((instruments) => ({ instruments })) as Result['statements'] }, catalogue);

it('names rows on which everything is matched, in the order of the instruments', () => {
  expect(of([pair('closed-hat', 'match'), pair('kick', 'match'), pair('snare', 'missing')], ['snare'])).toEqual(['KICK', 'CLOSED-HAT']);
});

it('names no row of which something is said, or that took the strokes of another', () => {
  expect(of([pair('kick', 'match'), pair('snare', 'match')], ['kick'])).toEqual(['SNARE']);
  expect(of([pair('kick', 'match'), pair('snare', 'moved', 'kick')], ['snare'])).toEqual([]);
});

it('names no row without strokes', () => {
  expect(of([])).toEqual([]);
});
