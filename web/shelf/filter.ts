import type { Shelf, ShelfItem } from '../api/types';
import { say } from '../words/words';

/** What of the Shelf is looked at. where: "", "mine", "school" or "ready" for those that ship; lesson: its key, or "" for all. */
export type Wanted = {
  kind: 'pattern' | 'task';
  where: '' | 'mine' | 'school' | 'ready';
  lesson: string;
  level: number | null;
  text: string;
};

export const EVERYTHING: Wanted = { kind: 'pattern', where: '', lesson: '', level: null, text: '' };

/** Things that stand together, under a heading. */
export type Group = { name: string; teaches: string; items: ShelfItem[] };

/** What is looked for, in the order of the Shelf: own things, those of others, then lesson by lesson. */
export function groupsOf(shelf: Shelf, wanted: Wanted, own: string): Group[] {
  const found = shelf.items.filter((item) => fits(item, wanted, shelf));
  const groups: Group[] = [
    { name: own, teaches: '', items: found.filter(({ mine }) => mine) },
    { name: say('shelf.sharedWith'), teaches: '', items: found.filter(({ mine, owner }) => !mine && owner !== '') },
    ...shelf.lessons.map(({ key, name, teaches }) => ({ name, teaches, items: found.filter(({ lesson }) => lesson === key) })),
  ];
  return groups.filter(({ items }) => items.length > 0);
}

function fits(item: ShelfItem, { kind, where, lesson, level, text }: Wanted, shelf: Shelf): boolean {
  if (item.kind !== kind || (level !== null && item.level !== level)) return false;
  if (lesson !== '' && item.lesson !== lesson) return false;
  const place = item.mine ? 'mine' : item.owner !== '' ? 'school' : 'ready';
  if (where !== '' && where !== place) return false;
  const words = plain(text).split(/\s+/).filter(Boolean);
  const said = plain(wordsOf(item, shelf));
  return words.every((word) => said.includes(word));
}

/** All that a thing can be found by: its words, its lesson, "4/4", "96", its class of swing. */
function wordsOf({ title, listen, tags, lesson, owner, glimpse }: ShelfItem, shelf: Shelf): string {
  const { meter, tempo, swing } = glimpse;
  const taught = shelf.lessons.find(({ key }) => key === lesson)?.name ?? '';
  const swung = swing.percent > 50 ? 'swung shuffle' : 'straight';
  return [title, listen, ...tags, taught, owner, `${meter.count}/${meter.unit}`, String(tempo.bpm), swung].join(' ');
}

/** Without accents and capitals. */
const plain = (text: string): string => text.normalize('NFD').replace(/\p{M}/gu, '').toLowerCase();
