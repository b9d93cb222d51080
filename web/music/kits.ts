import type { OwnKit, Pattern, Row } from '../api/types';

/** Kits that people put together: a pattern holds their pieces in its rows, and never depends on them. */

type Piece = OwnKit['pieces'][number];

const USUAL = { sound: null, level: 1, pan: 0, tune: 0 };

/** What sets the sound of a row. */
const setOf = (row: Row): Omit<Piece, 'instrument'> => ({
  sound: row.sound ?? null,
  level: row.level ?? 1,
  pan: row.pan ?? 0,
  tune: row.tune ?? 0,
});

/** A beat played with a kit: its rows take the pieces, and what it has no piece for is played by its base. */
export function withKit(pattern: Pattern, kit: OwnKit): Pattern {
  const sections = pattern.sections.map((section) => ({
    ...section,
    rows: section.rows.map((row, i) => ({ ...row, ...pieceFor(kit, row.instrument, nth(section.rows, i)) })),
  }));
  return { ...pattern, kit: kit.base, sections };
}

/** How many rows of the same instrument stand above this one in its section. */
const nth = (rows: Row[], index: number) => rows.slice(0, index).filter(({ instrument }) => instrument === rows[index]?.instrument).length;

/** What a row takes of a kit: the second of an instrument its second piece; where there is none, the first. */
export function pieceFor(kit: OwnKit, of: string, count: number): Omit<Piece, 'instrument'> {
  const pieces = kit.pieces.filter(({ instrument }) => instrument === of);
  const { instrument: _, ...piece } = pieces[count] ?? pieces[0] ?? { instrument: '', ...USUAL };
  return piece;
}

/** The sounds of a beat as a kit: as many pieces of an instrument as one of its sections has rows of it. */
export function kitOf(pattern: Pattern, name: string): OwnKit {
  const pieces: Piece[] = [];
  for (const { rows } of pattern.sections) {
    for (const [i, row] of rows.entries()) {
      const known = pieces.filter(({ instrument }) => instrument === row.instrument).length;
      if (nth(rows, i) >= known) pieces.push({ instrument: row.instrument, ...setOf(row) });
    }
  }
  return { name, base: pattern.kit, pieces };
}

/** Sounds of a lent kit under names that one's own sounds have too: those play in their place. */
export function ownInPlace(kit: OwnKit, own: string[]): string[] {
  return [...new Set(kit.pieces.flatMap(({ sound }) => (sound !== null && own.includes(sound) ? [sound] : [])))];
}

/** Whether a beat is played with a kit as it is; one that has no rows yet is not. */
export function isPlayedWith(pattern: Pattern, kit: OwnKit): boolean {
  const same = (row: Row, i: number, rows: Row[]) => {
    const [a, b] = [setOf(row), pieceFor(kit, row.instrument, nth(rows, i))];
    return a.sound === b.sound && a.level === b.level && a.pan === b.pan && a.tune === b.tune;
  };
  const { sections } = pattern;
  return sections.some(({ rows }) => rows.length > 0) && pattern.kit === kit.base && sections.every(({ rows }) => rows.every(same));
}
