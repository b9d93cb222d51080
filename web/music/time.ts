/** Note values in ticks, 960 to a quarter. */

const WHOLE = 3840;

/** Of a tempo's beat: "4", "4.", "8" …; a dot adds half. */
export function beatTicks(beat = '4'): number {
  const plain = WHOLE / Number.parseInt(beat, 10);
  return beat.endsWith('.') ? plain * 1.5 : plain;
}

/** Of the finest grid among rows, a sixteenth at most. */
export function finestOf(rows: { snap?: string }[]): number {
  return Math.min(240, ...rows.map((row) => snapTicks(row.snap)));
}

/** Of a row's grid: "16", "8t" …; t is triplet. */
export function snapTicks(snap = '16'): number {
  const plain = WHOLE / Number.parseInt(snap, 10);
  return snap.endsWith('t') ? (plain * 2) / 3 : plain;
}
