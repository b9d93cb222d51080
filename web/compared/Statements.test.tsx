// @vitest-environment happy-dom
import { cleanup, fireEvent, render, screen } from '@testing-library/react';
import { afterEach, expect, it, vi } from 'vitest';
import type { Statement } from '../api/types';
import { Statements } from './Statements';

afterEach(cleanup);

const statement = (n: number, gain: number | null = null): Statement => ({
  kind: 'hit-missing',
  scope: 'stroke',
  instruments: ['snare'],
  bars: [n],
  ticks: null,
  strokes: 1,
  place: '',
  hint: '',
  text: `Sentence ${n}.`,
  gain,
});

it('says what to do first, and what each would win back', () => {
  render(<Statements statements={[statement(1, 3.46), statement(2, 0.01)]} chosen={null} choose={() => {}} />);
  expect(screen.getByRole('button', { name: /Sentence 1/ }).textContent).toBe('Sentence 1.+3.5');
  expect(screen.getByText('Do this first').parentElement?.textContent).toContain('Sentence 1.');
  expect(screen.getByRole('button', { name: /Sentence 2/ }).textContent).toBe('Sentence 2.');
});

it('says first which rows are right', () => {
  render(<Statements statements={[statement(1)]} right={['Kick', 'Ride']} chosen={null} choose={() => {}} />);
  expect(screen.getByText('Correct: kick and ride.').nextElementSibling?.textContent).toContain('Sentence 1.');
});

it('shows eight, and tells the rest by bar in one line that unfolds', () => {
  const choose = vi.fn();
  render(<Statements statements={Array.from({ length: 11 }, (_, i) => statement(i + 1))} chosen={null} choose={choose} />);
  expect(screen.getByText('3 more, in bars 9, 10 and 11')).toBeTruthy();
  fireEvent.click(screen.getByRole('button', { name: 'Sentence 10.' }));
  expect(choose).toHaveBeenCalledWith(9);
});

it('lets the chosen place be heard in the target and in the beat', () => {
  const hear = vi.fn();
  const voices = [{ label: 'Target', hear: () => hear('target') }];
  const { rerender } = render(<Statements statements={[statement(1)]} chosen={null} choose={() => {}} voices={voices} />);
  expect(screen.queryByRole('button', { name: '▸ Target' })).toBeNull();
  rerender(<Statements statements={[statement(1)]} chosen={0} choose={() => {}} voices={voices} />);
  fireEvent.click(screen.getByRole('button', { name: '▸ Target' }));
  expect(hear).toHaveBeenCalledWith('target');
});

it('says so where nothing differs', () => {
  render(<Statements statements={[]} chosen={null} choose={() => {}} />);
  expect(screen.getByText('Everything is correct.')).toBeTruthy();
});

it('says how to get the first one right, and the one that is chosen', () => {
  const statements = [1, 2, 3].map((n) => ({ ...statement(n), hint: `Try ${n}.` }));
  const { rerender } = render(<Statements statements={statements} chosen={null} choose={() => {}} />);
  expect(screen.queryAllByText(/^Try/).map((one) => one.textContent)).toEqual(['Try 1.']);
  rerender(<Statements statements={statements} chosen={2} choose={() => {}} />);
  expect(screen.queryAllByText(/^Try/).map((one) => one.textContent)).toEqual(['Try 1.', 'Try 3.']);
});
