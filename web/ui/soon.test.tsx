// @vitest-environment happy-dom
import { act, cleanup, render, screen } from '@testing-library/react';
import { useLayoutEffect } from 'react';
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

type Module = { default: () => React.JSX.Element };
let come = () => {};
/** A module that comes when the test says so, within that moment. */
class Later extends Promise<Module> {
  // biome-ignore lint/suspicious/noThenProperty: the moment at which it comes is what is tested
  override then(done: never): never {
    come = () => (done as (one: Module) => void)({ default: () => <p>there</p> });
    return this as never;
  }
}
const Late = soon(() => new Later(() => {}));

/** A page that is drawn, and into which the part comes before effects have run. */
function Page() {
  useLayoutEffect(() => come(), []);
  return <Late />;
}

it('is shown where it comes between being drawn and being asked for', async () => {
  void Late.load();
  await act(async () => void render(<Page />));
  expect(screen.getByText('there')).toBeTruthy();
});
