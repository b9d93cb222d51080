/**
 * @param order the instruments from top to bottom, null where rows stay as the beat has them
 * @returns the rows' places, as they are drawn from top to bottom; two rows of one instrument stay in their order
 */
export function rowOrder(rows: readonly { instrument: string }[], order: readonly string[] | null): number[] {
  const places = rows.map((_, index) => index);
  if (order === null) return places;
  const height = new Map(order.map((name, index) => [name, index]));
  const of = (row: number) => height.get(rows[row]?.instrument ?? '') ?? order.length;
  return places.sort((a, b) => of(a) - of(b));
}

/** The same rows, as they are drawn. */
export const inOrder = <T extends { instrument: string }>(rows: readonly T[], order: readonly string[] | null): T[] =>
  rowOrder(rows, order).flatMap((row) => rows[row] ?? []);
