import type { Catalogue, Freedom, Hit, Music, Pattern } from '../../web/api/types';
import { Editor } from '../../web/edit/Editor';
import { PatternStore } from '../../web/music/PatternStore';

/** What the tests of the browser part build on: small patterns, a catalogue, the music of 4/4, and an editor that hears and says. */

export const BAR = 3840;

export function lesson(rows: Record<string, Hit[]>, bars = 1): Pattern {
  return {
    format: 'pulsanda-pattern',
    version: 1,
    title: 'Lesson',
    meter: { count: 4, unit: 4, groups: [1, 1, 1, 1] },
    tempo: { bpm: 96, beat: '4' },
    swing: { percent: 50, unit: 16 },
    kit: 'boathouse',
    sections: [{ name: 'A', bars, rows: Object.entries(rows).map(([instrument, hits]) => ({ instrument, hits })) }],
    order: [{ section: 'A', times: 1 }],
  };
}

/** Ticks of a row's hits. */
export const places = (pattern: Pattern, row = 0, section = 0): number[] =>
  pattern.sections[section]?.rows[row]?.hits.map((hit) => hit.at) ?? [];

export const catalogue = {
  instruments: [
    { name: 'kick', label: 'Kick', family: 'drums' },
    { name: 'snare', label: 'Snare', family: 'drums' },
    { name: 'closed-hat', label: 'Closed hi-hat', family: 'cymbals' },
    { name: 'china', label: 'China', family: 'cymbals' },
  ],
  levels: [
    { name: 'ghost', lowest: 1, entry: 28 },
    { name: 'soft', lowest: 40, entry: 60 },
    { name: 'firm', lowest: 75, entry: 90 },
    { name: 'accent', lowest: 105, entry: 118 },
  ],
  kits: [],
  sound: { exponent: 1.6 },
  limits: { hits: 4096, rows: 32, bars: 16, sections: 16, order: 64 },
} as unknown as Catalogue;

export const music: Music = {
  barTicks: BAR,
  beatTicks: 960,
  groove: [
    [0, 0],
    [BAR, BAR],
  ],
  words: [0, 960, 1920, 2880].map((at, i) => ({ at, word: `${i + 1}`, say: `beat ${i + 1}`, weight: i === 0 ? 3 : 1 })),
  fills: [],
  order: null,
  values: false,
};

export function editorOf(pattern: Pattern, freedom: Freedom | null = null, offered: string[] = []) {
  const store = new PatternStore(pattern);
  const heard: string[] = [];
  const player = {
    state: { playing: false, ears: { silenced: [], alone: [] } },
    silence() {},
    alone() {},
    audition: async (name: string) => void heard.push(name),
  };
  const editor = new Editor(store, catalogue, music, player as unknown as Editor['player'], freedom, offered);
  return { editor, store, heard };
}

/** A browser's storage, in memory. */
export function storage(): Pick<Storage, 'getItem' | 'setItem' | 'removeItem'> {
  const kept = new Map<string, string>();
  return {
    getItem: (key) => kept.get(key) ?? null,
    setItem: (key, value) => void kept.set(key, value),
    removeItem: (key) => void kept.delete(key),
  };
}
