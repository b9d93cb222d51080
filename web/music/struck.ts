import type { Hit, Pattern } from '../api/types';

const isStruck = (hit: Hit): hit is Hit & { struck: number } => typeof hit.struck === 'number';

/** How much of a beat was drummed in: its hits that the student did not begin with, and those of them that a hand struck. */
export function drummedIn(pattern: Pattern, given: Pattern): { hits: number; struck: number } {
  const there = new Set<string>();
  eachHit(given, (place) => there.add(place));
  const told = { hits: 0, struck: 0 };
  eachHit(pattern, (place, hit) => {
    if (isStruck(hit)) told.struck++;
    if (isStruck(hit) || !there.has(place)) told.hits++;
  });
  return told;
}

/**
 * The pattern after a change, where only as many hits count as struck as did before: those that stand where they stood, then those that
 * were moved. What was copied, pasted or taken from elsewhere was struck once, or by somebody else.
 */
export function withoutCopies(before: Pattern, after: Pattern): Pattern {
  if (!after.sections.some(({ rows }) => rows.some(({ hits }) => hits.some(isStruck)))) return after;
  const left = new Map<string, number>();
  const there = new Set<string>();
  eachHit(before, (place, hit, instrument) => {
    if (!isStruck(hit)) return;
    const key = `${instrument} ${hit.struck}`;
    left.set(key, (left.get(key) ?? 0) + 1);
    there.add(`${place} ${hit.struck}`);
  });
  const copies = new Set<Hit>();
  const claim = (hit: Hit & { struck: number }, instrument: string) => {
    const key = `${instrument} ${hit.struck}`;
    const count = left.get(key) ?? 0;
    if (count === 0) copies.add(hit);
    left.set(key, Math.max(0, count - 1));
  };
  for (const stayed of [true, false]) {
    eachHit(after, (place, hit, instrument) => {
      if (isStruck(hit) && there.has(`${place} ${hit.struck}`) === stayed) claim(hit, instrument);
    });
  }
  if (copies.size === 0) return after;
  return {
    ...after,
    sections: after.sections.map((section) => ({
      ...section,
      rows: section.rows.map((row) =>
        row.hits.some((hit) => copies.has(hit)) ? { ...row, hits: row.hits.map((hit) => (copies.has(hit) ? clicked(hit) : hit)) } : row,
      ),
    })),
  };
}

function clicked({ struck: _, ...hit }: Hit): Hit {
  return hit;
}

function eachHit(pattern: Pattern, of: (place: string, hit: Hit, instrument: string) => void): void {
  for (const section of pattern.sections) {
    for (const { instrument, hits } of section.rows) {
      for (const hit of hits) of(`${section.name} ${instrument} ${hit.at}`, hit, instrument);
    }
  }
}
