// @vitest-environment happy-dom
import { act, cleanup, render, screen } from '@testing-library/react';
import { afterEach, expect, it } from 'vitest';
import { soon } from './soon';

afterEach(cleanup);

it('leaves its place empty where it cannot be fetched, and asks anew the next time', async () => {
  const asked: boolean[] = [];
  let connected = false;
  const Part = soon<{ name: string }>(
    () => {
      asked.push(connected);
      return connected ? Promise.resolve({ default: ({ name }) => <p>{name}</p> }) : Promise.reject(new Error('offline'));
    },
    <i>room</i>,
  );
  const shown = async (name: string) => {
    cleanup();
    await act(async () => void render(<Part name={name} />));
  };
  await shown('one');
  expect(screen.getByText('room')).toBeTruthy();
  connected = true;
  await shown('two');
  expect(screen.getByText('two')).toBeTruthy();
  await shown('three');
  expect(screen.getByText('three')).toBeTruthy();
  expect(asked).toEqual([false, true]);
});
