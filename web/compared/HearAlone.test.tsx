// @vitest-environment happy-dom
import { fireEvent, render, screen } from '@testing-library/react';
import { expect, it } from 'vitest';
import { catalogue, lesson } from '../../tests/web/lesson';
import { ALL, flipped } from '../sound/Ears';
import type { Player } from '../sound/Player';
import { HearAlone } from './HearAlone';

it('lets one drum of both beats be heard alone, and all again', () => {
  const listeners = new Set<() => void>();
  let state = { ears: ALL };
  const set = (ears: typeof ALL) => {
    state = { ears };
    for (const listener of listeners) listener();
  };
  const player = {
    get state() {
      return state;
    },
    subscribe: (listener: () => void) => {
      listeners.add(listener);
      return () => listeners.delete(listener);
    },
    hearAll: () => set(ALL),
    alone: (key: string) => set({ ...state.ears, alone: flipped(state.ears.alone, key) }),
  } as unknown as Player;
  render(<HearAlone player={player} beats={[lesson({ kick: [] }), lesson({ snare: [] })]} catalogue={catalogue} />);
  const select = screen.getByLabelText<HTMLSelectElement>('Hear');
  expect([...select.options].map((one) => one.text)).toEqual(['all of it', 'Kick alone', 'Snare alone']);
  fireEvent.change(select, { target: { value: 'kick' } });
  fireEvent.change(select, { target: { value: 'snare' } });
  expect(state.ears.alone).toEqual([JSON.stringify(['snare', 0])]);
  expect(select.value).toBe('snare');
  fireEvent.change(select, { target: { value: '' } });
  expect(state.ears).toEqual(ALL);
});
