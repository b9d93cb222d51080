import { everyFrame } from '../ui/frames';

/** Milliseconds without a frame after which the computer was asleep. */
const ASLEEP = 5000;

/** Tells that the page went out of sight, or slept: nobody can play to it then. @returns what ends this */
export function whenAway(tell: () => void): () => void {
  const look = () => document.hidden && tell();
  let last = performance.now();
  const end = everyFrame(() => {
    const now = performance.now();
    if (now - last > ASLEEP) tell();
    last = now;
  });
  document.addEventListener('visibilitychange', look);
  return () => {
    document.removeEventListener('visibilitychange', look);
    end();
  };
}
