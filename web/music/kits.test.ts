import { expect, it } from 'vitest';
import { lesson } from '../../tests/web/lesson';
import type { OwnKit } from '../api/types';
import { isPlayedWith, kitOf, ownInPlace, withKit } from './kits';

const harbour: OwnKit = {
  name: 'Harbour',
  base: 'pier',
  pieces: [
    { instrument: 'kick', sound: 'parade/kick', level: 0.9, pan: 0, tune: -2 },
    { instrument: 'crash', sound: null, level: 0.5, pan: 1, tune: 0 },
  ],
};
const piece = { instrument: 'clap', level: 1, pan: 0, tune: 0 };
const beat = lesson({ kick: [{ at: 0 }], snare: [{ at: 960 }] });

it('plays a beat with a kit and leaves its hits alone', () => {
  const played = withKit(beat, harbour);
  expect(played.kit).toBe('pier');
  expect(played.sections[0]?.rows).toEqual([
    { instrument: 'kick', hits: [{ at: 0 }], sound: 'parade/kick', level: 0.9, pan: 0, tune: -2 },
    { instrument: 'snare', hits: [{ at: 960 }], sound: null, level: 1, pan: 0, tune: 0 },
  ]);
  expect([isPlayedWith(beat, harbour), isPlayedWith(played, harbour)]).toEqual([false, true]);
});

it('keeps the sounds of a beat as a kit', () => {
  const kept = kitOf(withKit(beat, harbour), 'Mine');
  expect(kept).toEqual({
    name: 'Mine',
    base: 'pier',
    pieces: [harbour.pieces[0], { instrument: 'snare', sound: null, level: 1, pan: 0, tune: 0 }],
  });
  expect(isPlayedWith(withKit(beat, kept), kept)).toBe(true);
});

it('is not in use where a row has another sound, or there is none', () => {
  const played = withKit(beat, harbour);
  const [section] = played.sections;
  const other = section?.rows.map((row) => ({ ...row, tune: 3 })) ?? [];
  expect(isPlayedWith({ ...played, sections: [{ name: 'A', bars: 1, rows: other }] }, harbour)).toBe(false);
  expect(isPlayedWith({ ...played, sections: [] }, harbour)).toBe(false);
});

it('keeps both of two rows of one instrument, and gives each its piece again', () => {
  const [section] = beat.sections;
  if (!section) throw new Error('no section');
  const two = (sounds: (string | null)[]) => ({
    ...beat,
    sections: [{ ...section, rows: sounds.map((sound) => ({ instrument: 'snare', hits: [], sound })) }],
  });
  const kept = kitOf(two(['pier/snare', 'parade/snare']), 'Two');
  expect(kept.pieces.map(({ sound }) => sound)).toEqual(['pier/snare', 'parade/snare']);
  const played = withKit(two([null, null, null]), kept);
  expect(played.sections[0]?.rows.map(({ sound }) => sound)).toEqual(['pier/snare', 'parade/snare', 'pier/snare']);
  expect([isPlayedWith(played, kept), isPlayedWith(two(['parade/snare', 'pier/snare']), kept)]).toEqual([true, false]);
});

it('knows which sounds of a lent kit are played by one’s own of that name', () => {
  const lent = { ...harbour, pieces: ['tin', 'tin', 'lid', 'parade/kick', null].map((sound) => ({ ...piece, sound })) };
  expect(ownInPlace(lent, ['tin', 'parade/kick 2'])).toEqual(['tin']);
  expect(ownInPlace(lent, [])).toEqual([]);
});
