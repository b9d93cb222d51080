import { describe, expect, it } from 'vitest';
import { saidAt } from './saidAt';

const words = (...said: string[]) => new Map(said.map((say, i) => [240 * i, say]));
const STEPS = words('step 1', 'step 2', 'step 3', 'step 4', 'step 5');
const SYLLABLES = words('beat 1', 'beat 1 e', 'beat 1 &', 'beat 1 a', 'beat 2');

describe('a place that has no word in the header', () => {
  it.each([
    [STEPS, 240, 'step 2'],
    [STEPS, 360, 'step 2½'],
    [STEPS, 320, 'step 1 trip'],
    [STEPS, 640, 'step 1 let'],
    [STEPS, 960, 'step 5'],
    [STEPS, 1280, 'step 5 trip'],
    [SYLLABLES, 120, 'beat 1 ta'],
    [SYLLABLES, 600, 'beat 1 & ta'],
    [SYLLABLES, 60, 'just after beat 1'],
    [words('1.1', '1.1.2', '1.1.3'), 360, '1.1.2½'],
    [new Map<number, string>(), 100, ''],
  ])('is said as the class counts', (map, at, said) => expect(saidAt(map, at)).toBe(said));
});
