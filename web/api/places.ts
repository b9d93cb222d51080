/** What the parts of a document are called by people. */
const NAMES: Record<string, string> = {
  parts: 'part',
  sections: 'section',
  rows: 'row',
  hits: 'hit',
  targets: 'target',
  requirements: 'rule',
  order: 'place in the order',
  pins: 'note',
  start: 'what students begin with',
  bpm: 'number of the tempo',
  at: 'place',
};
const PATH = /^[a-zA-Z]+(?:\[\d+\])?(?:\.[a-zA-Z]+(?:\[\d+\])?)*(?=: )/;

/** A refusal that names its place by a path, with the place as people say it: "Part 1, row 2, hit 3: …". */
export function inWords(refusal: string): string {
  const path = PATH.exec(refusal)?.[0];
  if (!path || (!path.includes('.') && !path.includes('[') && !NAMES[path])) return refusal;
  const words = path.split('.').map((step) => {
    const [, name = step, index] = /^([a-zA-Z]+)(?:\[(\d+)\])?$/.exec(step) ?? [];
    const said = NAMES[name] ?? name.replace(/[A-Z]/g, (letter) => ` ${letter.toLowerCase()}`);
    return index === undefined ? said : `${said} ${Number(index) + 1}`;
  });
  const place = words.join(', ');
  return `${place.charAt(0).toUpperCase()}${place.slice(1)}${refusal.slice(path.length)}`;
}
