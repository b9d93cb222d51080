import { keep, kept } from '../ui/storage';

/** Places on the keyboard for two hands, from the strongest fingers out: what is written on a key does not matter. */
export const PLACES = [
  'KeyF',
  'KeyJ',
  'KeyD',
  'KeyK',
  'KeyS',
  'KeyL',
  'KeyA',
  'Semicolon',
  'KeyR',
  'KeyU',
  'KeyE',
  'KeyI',
  'KeyW',
  'KeyO',
  'KeyG',
  'KeyH',
];
/** What a key strikes by itself, and with Shift. */
export const USUAL = 90;
export const HARD = 118;

/** Which key strikes which row, by the rows' names: chosen ones first, the others in the order in which fingers reach them. */
export function keysOf(rows: readonly string[], chosen: Readonly<Record<string, string>> = chosenKeys()): Map<string, string> {
  const keys = new Map<string, string>();
  const taken = new Set<string>();
  for (const row of rows) {
    const key = chosen[row];
    if (!key || taken.has(key)) continue;
    keys.set(row, key);
    taken.add(key);
  }
  const free = PLACES.filter((place) => !taken.has(place));
  for (const row of rows) {
    const place = keys.has(row) ? undefined : free.shift();
    if (place) keys.set(row, place);
  }
  return keys;
}

export const chosenKeys = (): Record<string, string> => kept<Record<string, string>>('setting', 'pad keys') ?? {};

/** From now on this key strikes this row; another row that had it takes one that is free. */
export function chooseKey(row: string, code: string): void {
  const others = Object.entries(chosenKeys()).filter(([name, key]) => name !== row && key !== code);
  keep('setting', 'pad keys', { ...Object.fromEntries(others), [row]: code });
}

/** What is written on a key, as far as its place tells: F for KeyF, 1 for Digit1. */
export const keyLabel = (code: string): string => code.replace(/^(Key|Digit)/, '').replace('Semicolon', ';');
