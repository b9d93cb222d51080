import type { Requirement } from '../api/types';

/** A blank in a sentence. */
export type Blank =
  | { key: string; type: 'number'; label: string; low: number; high: number }
  | { key: string; type: 'instrument'; label: string; all?: boolean }
  | { key: string; type: 'instruments'; label: string; none?: string }
  | { key: string; type: 'per' }
  | { key: string; type: 'bar'; index: 0 | 1; label: string };

type Kind = { kind: string; menu: string; sentence: (string | Blank)[]; usual: Omit<Requirement, 'kind'> };

const number = (key: string, label: string, low: number, high: number): Blank => ({ key, type: 'number', label, low, high });

/** What a teacher can ask for, as sentences with blanks; docs/requirements.md describes every kind. */
export const ASKS: Kind[] = [
  {
    kind: 'tempo-between',
    menu: 'a tempo',
    sentence: [
      'The tempo lies between',
      number('low', 'lowest', 1, 1600),
      'and',
      number('high', 'highest', 1, 1600),
      'quarter notes a minute.',
    ],
    usual: { low: 60, high: 120 },
  },
  { kind: 'contains', menu: 'strokes that must be there', sentence: ['Everything on the frame is there.'], usual: {} },
  { kind: 'keep-clear', menu: 'places that must stay clear', sentence: ['Everything on the frame stays clear.'], usual: {} },
  {
    kind: 'hits-between',
    menu: 'a number of hits',
    sentence: [
      { key: 'instrument', type: 'instrument', label: 'instrument', all: true },
      'has',
      number('low', 'least', 0, 100_000),
      'to',
      number('high', 'most', 0, 100_000),
      'hits',
      { key: 'per', type: 'per' },
    ],
    usual: { instrument: 'all', low: 4, high: 16, per: 'bar' },
  },
  {
    kind: 'uses',
    menu: 'instruments that are heard',
    sentence: ['These are all heard:', { key: 'instruments', type: 'instruments', label: 'instruments' }],
    usual: { instruments: ['kick', 'snare'] },
  },
  {
    kind: 'only-uses',
    menu: 'no other instruments',
    sentence: ['Nothing is heard but', { key: 'instruments', type: 'instruments', label: 'instruments' }],
    usual: { instruments: ['kick', 'snare'] },
  },
  {
    kind: 'instruments-at-least',
    menu: 'several instruments',
    sentence: ['At least', number('number', 'instruments', 1, 48), 'instruments are heard.'],
    usual: { number: 3 },
  },
  {
    kind: 'levels-at-least',
    menu: 'loud and soft',
    sentence: [
      { key: 'instrument', type: 'instrument', label: 'instrument' },
      'has at least',
      number('number', 'levels', 1, 4),
      'of ghost, soft, firm and accent.',
    ],
    usual: { instrument: 'snare', number: 2 },
  },
  {
    kind: 'bars-differ',
    menu: 'bars that differ',
    sentence: [
      'Bars',
      { key: 'bars', type: 'bar', index: 0, label: 'first bar' },
      'and',
      { key: 'bars', type: 'bar', index: 1, label: 'second bar' },
      'differ by',
      number('low', 'least', 0, 100_000),
      'to',
      number('high', 'most', 0, 100_000),
      'hits.',
    ],
    usual: { bars: [1, 2], low: 1, high: 4 },
  },
  {
    kind: 'fill-at-end',
    menu: 'a fill at the end',
    sentence: [
      'The last',
      number('beats', 'beats', 1, 64),
      'beats hold a fill of at least',
      number('least', 'hits', 1, 1000),
      'hits on',
      { key: 'instruments', type: 'instruments', label: 'instruments', none: 'any instrument' },
    ],
    usual: { beats: 1, least: 4, instruments: [] },
  },
  {
    kind: 'starts-with',
    menu: 'a first downbeat',
    sentence: [{ key: 'instrument', type: 'instrument', label: 'instrument' }, 'stands on the first downbeat.'],
    usual: { instrument: 'kick' },
  },
  {
    kind: 'swing-between',
    menu: 'a swing',
    sentence: ['The swing lies between', number('low', 'lowest', 50, 75), 'and', number('high', 'highest', 50, 75), 'percent.'],
    usual: { low: 55, high: 67 },
  },
  {
    kind: 'fullness-at-most',
    menu: 'room between the strokes',
    sentence: [
      'No row fills more than',
      number('percent', 'percent', 0, 100),
      'percent of its sixteenths; left out of this:',
      { key: 'except', type: 'instruments', label: 'instruments left out', none: 'none' },
    ],
    usual: { percent: 50, except: [] },
  },
  {
    kind: 'sections-at-least',
    menu: 'several sections',
    sentence: ['At least', number('number', 'sections', 1, 16), 'different sections are played.'],
    usual: { number: 2 },
  },
  {
    kind: 'bars-total',
    menu: 'a length',
    sentence: ['One pass lasts', number('low', 'fewest', 1, 100_000), 'to', number('high', 'most', 1, 100_000), 'bars.'],
    usual: { low: 2, high: 8 },
  },
  {
    kind: 'note-words',
    menu: 'words about the work',
    sentence: ['The student writes at least', number('least', 'words', 1, 200), 'words about the work.'],
    usual: { least: 5 },
  },
];

export const askOf = (kind: string): Kind | undefined => ASKS.find((one) => one.kind === kind);
