import { expect, test } from 'vitest';
import type { Shelf, ShelfItem } from '../api/types';
import { tagsOf } from '../keep/KeepOnShelf';
import { EVERYTHING, groupsOf } from './filter';

const glimpse: ShelfItem['glimpse'] = {
  meter: { count: 4, unit: 4, groups: [1, 1, 1, 1] },
  tempo: { bpm: 96, beat: '4' },
  swing: { percent: 50, unit: 16 },
  bars: 1,
  barTicks: 3840,
  groups: [],
  rows: [],
};
const item = (title: string, rest: Partial<ShelfItem> = {}): ShelfItem => ({
  key: title,
  kind: 'pattern',
  title,
  listen: '',
  form: '',
  trains: '',
  introduction: '',
  tags: [],
  level: 1,
  lesson: '',
  owner: '',
  mine: false,
  shared: false,
  sharedWith: [],
  parts: 1,
  version: 0,
  glimpse,
  ...rest,
});
const shelf: Shelf = {
  lessons: [
    { key: 'pulse', name: 'Pulse and frame', teaches: '' },
    { key: 'five', name: 'Five and seven', teaches: '' },
  ],
  courses: [],
  items: [
    item('Mine', { mine: true, owner: 'Odile', tags: ['ferry'] }),
    item('Bertil’s', { owner: 'Bertil' }),
    item('Zoë’s walk', { lesson: 'pulse', listen: 'Listen for the kick.', level: 2 }),
    item('Heron', { lesson: 'five', glimpse: { ...glimpse, meter: { count: 5, unit: 4, groups: [3, 2] } } }),
    item('A task', { kind: 'task', lesson: 'pulse' }),
  ],
};
const titles = (wanted: Partial<typeof EVERYTHING>) =>
  groupsOf(shelf, { ...EVERYTHING, ...wanted }, 'My own').map(({ name, items }) => [name, ...items.map(({ title }) => title)]);

test('own things stand first, then those of others, then lesson by lesson', () => {
  expect(titles({})).toEqual([
    ['My own', 'Mine'],
    ['Shared with you', 'Bertil’s'],
    ['Pulse and frame', 'Zoë’s walk'],
    ['Five and seven', 'Heron'],
  ]);
  expect(titles({ kind: 'task' })).toEqual([['Pulse and frame', 'A task']]);
});

test('all words of a search are found, in words, tags, lesson and meter, without accents', () => {
  expect(titles({ text: 'zoe KICK' })).toEqual([['Pulse and frame', 'Zoë’s walk']]);
  expect(titles({ text: '5/4' })).toEqual([['Five and seven', 'Heron']]);
  expect(titles({ text: 'ferry' })).toEqual([['My own', 'Mine']]);
  expect(titles({ text: 'seven' })).toEqual([['Five and seven', 'Heron']]);
  expect(titles({ text: 'ferry kick' })).toEqual([]);
});

test('where, lesson and level narrow it', () => {
  expect(titles({ where: 'school' })).toEqual([['Shared with you', 'Bertil’s']]);
  expect(titles({ where: 'mine' })).toEqual([['My own', 'Mine']]);
  expect(titles({ where: 'ready', level: 2 })).toEqual([['Pulse and frame', 'Zoë’s walk']]);
  expect(titles({ lesson: 'five' })).toEqual([['Five and seven', 'Heron']]);
});

test('tags are written with commas', () => {
  expect(tagsOf(' ferry, six ,, ferry')).toEqual(['ferry', 'six']);
});
