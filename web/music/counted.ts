import type { Music } from '../api/types';

/** How the counting line is written: as the class counts, in steps that go on through all bars, or as bar and beat. */
export const COUNTS = ['class', 'steps', 'bar-beat'] as const;
export type Count = (typeof COUNTS)[number];

const STEP = 240;

/** The counting words as one person likes to read them; what is said of a place stays as the class counts. */
export function counted(music: Music, count: Count): Music {
  if (count === 'class') return music;
  const { barTicks, beatTicks } = music;
  const word = (at: number): string => {
    if (count === 'steps') return at % STEP === 0 ? String(at / STEP + 1) : '';
    const inBar = at % barTicks;
    return inBar % beatTicks === 0 ? `${Math.floor(at / barTicks) + 1}.${inBar / beatTicks + 1}` : '';
  };
  return { ...music, words: music.words.map((one) => ({ ...one, word: word(one.at) })) };
}
