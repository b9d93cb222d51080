import type { AttemptToMark, Catalogue, Statement } from '../api/types';
import { lower } from '../ui/words';
import { say } from '../words/words';

/** A phrase with what it leaves open filled in from a statement; what the statement does not know stays as it is, to be typed over. */
export function filled(phrase: string, name: string, statement: Statement | null, catalogue: Catalogue): string {
  const label = (instrument: string) => lower(catalogue.instruments.find((one) => one.name === instrument)?.label ?? instrument);
  const instruments = statement?.instruments.map(label).join(' and ') ?? '';
  return phrase
    .replaceAll('{name}', name)
    .replaceAll('{place}', statement?.place || '{place}')
    .replaceAll('{instrument}', instruments || '{instrument}');
}

/** Those that are meant for comments of this kind first, the others as they come; those for other kinds last. */
export function offered<P extends { kind: string | null }>(phrases: P[], kind: string | null): P[] {
  const rank = (one: P) => (one.kind === kind && kind !== null ? 0 : one.kind === null ? 1 : 2);
  return phrases.toSorted((a, b) => rank(a) - rank(b));
}

/** What a phrase still leaves open in a text, "{place}"; the name stays open where the text goes to several. */
export function blanksIn(text: string, toSeveral: boolean): string[] {
  return ['{name}', '{place}', '{instrument}'].filter((blank) => text.includes(blank) && !(toSeveral && blank === '{name}'));
}

/** A text to one student with the name left open, so that it can go to several. Only the whole word: "Bo" is not in "Both". */
export function opened(text: string, name: string): string {
  const word = name.replace(/[.*+?^${}()|[\]\\]/g, '\\$&');
  return text.replace(new RegExp(`(?<![\\p{L}\\p{M}\\p{N}])${word}(?![\\p{L}\\p{M}\\p{N}])`, 'gu'), '{name}');
}

/** A first draft of an answer: what is good, then one thing to do and how. Always to be changed; never sent by itself. */
export function draftText(data: AttemptToMark): string {
  const { result, checked, before, student } = data;
  const lines: string[] = [];
  const gone = before?.progress.gone ?? [];
  const matched = result?.pairs.filter((pair) => pair.status === 'match').length ?? 0;
  if (result && result.statements.length === 0) lines.push(say('mark.draft.right', { name: student.firstName }));
  else if (result) lines.push(say('mark.draft.some', { name: student.firstName, right: matched, count: result.strokes.target }));
  else if (checked)
    lines.push(say('mark.draft.rules', { name: student.firstName, met: checked.passed, count: checked.passed + checked.failed }));
  if (gone.length > 0) lines.push(say('mark.draft.mended', { count: gone.length }));
  const first = result?.statements[0];
  const unmet = (checked?.results ?? []).find(({ passed }) => !passed);
  if (first) lines.push(first.text, ...(first.hint ? [first.hint] : []));
  else if (unmet) lines.push(unmet.text);
  return lines.join('\n');
}
