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
    rows: section.rows.map((row) => ({ ...row, ...pieceFor(kit, row) })),
  }));
  return { ...pattern, kit: kit.base, sections };
}

/** What a row of an instrument takes of a kit. */
export function pieceFor(kit: OwnKit, row: Pick<Row, 'instrument'>): Omit<Piece, 'instrument'> {
  const { instrument: _, ...piece } = kit.pieces.find((one) => one.instrument === row.instrument) ?? { instrument: '', ...USUAL };
  return piece;
}

/** The sounds of a beat as a kit; of two rows of one instrument, those of the first. */
export function kitOf(pattern: Pattern, name: string): OwnKit {
  const pieces: Piece[] = [];
  for (const row of pattern.sections.flatMap(({ rows }) => rows)) {
    if (!pieces.some(({ instrument }) => instrument === row.instrument)) pieces.push({ instrument: row.instrument, ...setOf(row) });
  }
  return { name, base: pattern.kit, pieces };
}

/** Whether a beat is played with a kit as it is; one that has no rows yet is not. */
export function isPlayedWith(pattern: Pattern, kit: OwnKit): boolean {
  const rows = pattern.sections.flatMap((section) => section.rows);
  const same = (row: Row) => {
    const [a, b] = [setOf(row), pieceFor(kit, row)];
    return a.sound === b.sound && a.level === b.level && a.pan === b.pan && a.tune === b.tune;
  };
  return rows.length > 0 && pattern.kit === kit.base && rows.every(same);
}
