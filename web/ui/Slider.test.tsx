// @vitest-environment happy-dom
import { cleanup, fireEvent, render, screen } from '@testing-library/react';
import { useState } from 'react';
import { afterEach, expect, test } from 'vitest';
import { Slider } from './Slider';

afterEach(cleanup);

const values: number[] = [];
function Page({ from }: { from: number }) {
  const [value, setValue] = useState(from);
  const take = (next: number) => {
    values.push(next);
    setValue(next);
  };
  return <Slider label="Level" className="" low={0} high={1.5} step={0.05} fine={0.01} usual={1} value={value} take={take} />;
}

function slider(from: number): HTMLInputElement {
  values.length = 0;
  render(<Page from={from} />);
  return screen.getByRole('slider') as HTMLInputElement;
}

const drag = (one: HTMLInputElement, to: number) => fireEvent.change(one, { target: { value: String(to) } });

test('keys go by steps, with Shift finely, and end where it ends', () => {
  const one = slider(1.4);
  for (const shiftKey of [false, true]) fireEvent.keyDown(one, { key: 'ArrowUp', shiftKey });
  for (let i = 0; i < 3; i++) fireEvent.keyDown(one, { key: 'ArrowRight', shiftKey: true });
  for (let i = 0; i < 2; i++) fireEvent.keyDown(one, { key: 'ArrowUp' });
  fireEvent.keyDown(one, { key: 'ArrowLeft' });
  expect(values).toEqual([1.45, 1.46, 1.47, 1.48, 1.49, 1.5, 1.5, 1.45]);
});

test('a hand goes by steps; with Shift five times as slowly, from where it was', () => {
  const one = slider(0.5);
  fireEvent.pointerDown(one);
  drag(one, 0.57);
  fireEvent.pointerMove(one, { shiftKey: true });
  drag(one, 0.58);
  drag(one, 0.68);
  drag(one, 0.78);
  fireEvent.pointerUp(one);
  fireEvent.pointerDown(one);
  drag(one, 0.81);
  expect(values).toEqual([0.55, 0.55, 0.57, 0.59, 0.8]);
});

test('a double press brings back what is usual', () => {
  const one = slider(0.3);
  fireEvent.doubleClick(one);
  expect(values).toEqual([1]);
});
