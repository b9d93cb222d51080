// @vitest-environment happy-dom
import { afterEach, beforeEach, expect, test, vi } from 'vitest';
import { setMoving } from '../ui/frames';
import { whenAway } from './away';

beforeEach(() => vi.useFakeTimers({ toFake: ['requestAnimationFrame', 'cancelAnimationFrame', 'performance', 'setTimeout'] }));
afterEach(() => vi.useRealTimers());

test('a page that draws on is not away, one whose computer slept is', () => {
  const tell = vi.fn();
  const end = whenAway(tell);
  setMoving(true);
  vi.advanceTimersByTime(60_000);
  expect(tell).not.toHaveBeenCalled();
  // The clock goes on while nothing is drawn.
  const asleep = performance.now() + 3_600_000;
  vi.spyOn(performance, 'now').mockReturnValue(asleep);
  vi.advanceTimersToNextFrame();
  expect(tell).toHaveBeenCalledTimes(1);
  end();
  setMoving(false);
  vi.restoreAllMocks();
});

test('a page that goes out of sight is away, and nobody is told after the end', () => {
  const tell = vi.fn();
  const end = whenAway(tell);
  const hide = (hidden: boolean) => {
    Object.defineProperty(document, 'hidden', { value: hidden, configurable: true });
    document.dispatchEvent(new Event('visibilitychange'));
  };
  hide(true);
  hide(false);
  expect(tell).toHaveBeenCalledTimes(1);
  end();
  hide(true);
  expect(tell).toHaveBeenCalledTimes(1);
});
