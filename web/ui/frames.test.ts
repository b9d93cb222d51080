import { afterEach, expect, test, vi } from 'vitest';

// Nothing moves yet, whatever ran before.
vi.resetModules();
const { everyFrame, setMoving } = await import('./frames');

const asked: (() => void)[] = [];
vi.stubGlobal('requestAnimationFrame', (draw: () => void) => asked.push(draw));
const pass = () => asked.splice(0).forEach((draw) => void draw());

afterEach(() => {
  setMoving(false);
  pass();
});

test('nothing is drawn on a page that stands still', () => {
  everyFrame(vi.fn());
  setMoving(false);
  expect(asked).toHaveLength(0);
});

test('what moves is drawn once a frame, and once more when it stops', () => {
  const draw = vi.fn();
  everyFrame(draw);
  setMoving(true);
  setMoving(true);
  expect(asked).toHaveLength(1);
  pass();
  pass();
  expect(draw).toHaveBeenCalledTimes(2);
  setMoving(false);
  pass();
  pass();
  expect(draw).toHaveBeenCalledTimes(3);
  expect(asked).toHaveLength(0);
});

test('what is gone is not drawn any more, and what comes while it moves is', () => {
  const [first, second] = [vi.fn(), vi.fn()];
  const end = everyFrame(first);
  setMoving(true);
  pass();
  end();
  everyFrame(second);
  pass();
  expect(first).toHaveBeenCalledTimes(1);
  expect(second).toHaveBeenCalledTimes(1);
});
