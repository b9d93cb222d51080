// @vitest-environment happy-dom
import { act, renderHook } from '@testing-library/react';
import { expect, it } from 'vitest';
import { useTask } from './useTask';

it('is busy while it works, gives what the work gives, and keeps the sentence of a failure until the next try', async () => {
  const { result } = renderHook(useTask);
  let finish: (value: string) => void = () => {};
  let given: Promise<string | null> = Promise.resolve(null);
  act(() => {
    given = result.current.run(() => new Promise<string>((resolve) => (finish = resolve)));
  });
  expect([result.current.busy, result.current.error]).toEqual([true, '']);
  await act(async () => finish('done'));
  expect([await given, result.current.busy]).toEqual(['done', false]);
  await act(async () => {
    given = result.current.run(() => Promise.reject(new Error('It is too late.')));
  });
  expect([await given, result.current.busy, result.current.error]).toEqual([null, false, 'It is too late.']);
  act(() => {
    void result.current.run(() => new Promise(() => {}));
  });
  expect(result.current.error).toBe('');
});
