import type { Catalogue, Result } from '../api/types';

/** The names of the rows that are right: every stroke is matched, and no statement says anything of them. */
export function rightRows(
  { pairs, statements }: Pick<Result, 'pairs' | 'statements'>,
  catalogue: Pick<Catalogue, 'instruments'>,
): string[] {
  const wrong = new Set(statements.flatMap(({ instruments }) => instruments));
  const matched = new Set<string>();
  for (const { instrument, played, status } of pairs) {
    if (status === 'match') matched.add(instrument);
    else wrong.add(instrument).add(played ?? instrument);
  }
  return catalogue.instruments.filter(({ name }) => matched.has(name) && !wrong.has(name)).map(({ label }) => label);
}
