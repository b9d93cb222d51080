import { type Key, say } from '../words/words';

const NAMES: Record<string, Key> = {
  Ctrl: 'frame.key.ctrl',
  Shift: 'frame.key.shift',
  Enter: 'frame.key.enter',
  Space: 'frame.key.space',
  Arrows: 'frame.key.arrows',
};

/** Keys as they are printed on a keyboard of the reader's language: "Ctrl + Z" is "Strg + Z" in German. */
export const keyNames = (keys: string): string =>
  keys
    .split(' ')
    .map((one) => (NAMES[one] ? say(NAMES[one]) : one))
    .join(' ');
