import { expect, it } from 'vitest';
import type { Music } from '../api/types';
import { counted } from './counted';

const words = Array.from({ length: 32 }, (_, step) => ({ at: step * 240, word: 'e', say: `step ${step}`, weight: 0 }));
const music = { barTicks: 3840, beatTicks: 960, words } as unknown as Music;
const read = (count: 'class' | 'steps' | 'bar-beat') => counted(music, count).words.map(({ word }) => word);

it('goes on through bar two, or names bar and beat, and leaves what is said', () => {
  expect(read('steps').slice(14, 18)).toEqual(['15', '16', '17', '18']);
  expect(read('steps').at(-1)).toBe('32');
  expect(read('bar-beat').slice(16, 21)).toEqual(['2.1', '', '', '', '2.2']);
  expect(counted(music, 'steps').words[17]?.say).toBe('step 17');
  expect(counted(music, 'class')).toBe(music);
});
