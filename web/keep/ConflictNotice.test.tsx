// @vitest-environment happy-dom
import { act, cleanup, fireEvent, render, screen } from '@testing-library/react';
import { afterEach, expect, it, vi } from 'vitest';
import { ConflictNotice } from './ConflictNotice';
import type { Keeping } from './SaveQueue';

afterEach(cleanup);

it('asks only while two have changed the same, and gives back what was chosen', () => {
  const listeners = new Set<() => void>();
  const queue = {
    keeping: { state: 'saved' } as Keeping<string>,
    subscribe: (listener: () => void) => {
      listeners.add(listener);
      return () => listeners.delete(listener);
    },
  };
  const become = (keeping: Keeping<string>) =>
    act(() => {
      queue.keeping = keeping;
      for (const listener of listeners) listener();
    });
  const settle = vi.fn();
  render(<ConflictNotice queue={queue} mine="Keep mine" other="Take the other" settle={settle} />);
  expect(screen.queryByRole('button')).toBeNull();
  become({ state: 'conflict', sentence: 'This plan was changed in another tab.' } as Keeping<string>);
  expect(screen.getByText('This plan was changed in another tab.')).toBeTruthy();
  fireEvent.click(screen.getByText('Take the other'));
  fireEvent.click(screen.getByText('Keep mine'));
  expect(settle.mock.calls).toEqual([['other'], ['mine']]);
  become({ state: 'saved' } as Keeping<string>);
  expect(screen.queryByRole('button')).toBeNull();
});
