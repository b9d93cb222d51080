import { type Key, say } from '../words/words';

/** What the parts of a document are called by people. */
const NAMES: Record<string, Key> = {
  parts: 'beat.at.part',
  sections: 'beat.at.section',
  rows: 'beat.at.row',
  hits: 'beat.at.hit',
  targets: 'beat.at.target',
  requirements: 'beat.at.rule',
  order: 'beat.at.order',
  pins: 'beat.at.note',
  start: 'beat.at.start',
  bpm: 'beat.at.bpm',
  at: 'beat.at.place',
};
const PATH = /^[a-zA-Z]+(?:\[\d+\])?(?:\.[a-zA-Z]+(?:\[\d+\])?)*(?=: )/;

/** A refusal that names its place by a path, with the place as people say it: "Part 1, row 2, hit 3: …". */
export function inWords(refusal: string): string {
  const path = PATH.exec(refusal)?.[0];
  if (!path || (!path.includes('.') && !path.includes('[') && !NAMES[path])) return refusal;
  const words = path.split('.').map((step) => {
    const [, name = step, index] = /^([a-zA-Z]+)(?:\[(\d+)\])?$/.exec(step) ?? [];
    const known = NAMES[name];
    const said = known ? say(known) : name.replace(/[A-Z]/g, (letter) => ` ${letter.toLowerCase()}`);
    return index === undefined ? said : `${said} ${Number(index) + 1}`;
  });
  const place = words.join(', ');
  return `${place.charAt(0).toUpperCase()}${place.slice(1)}${refusal.slice(path.length)}`;
}
