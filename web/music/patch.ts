import type { Pattern, Row } from '../api/types';
import type { Step } from './PatternStore';

/**
 * A step as it is kept: only what it changed. Patterns share what is alike, so rows are told apart by identity; where the form of
 * the sections changed, they are kept whole.
 */
export type Patch = {
  name: string;
  before: Part;
  after: Part;
};
type Part = { rest: Partial<Pattern>; sections: Pattern['sections'] | null; rows: { section: number; row: number; value: Row }[] };

export function patchOf({ name, before, after }: Step): Patch {
  const keys = [...new Set([...Object.keys(before), ...Object.keys(after)])].filter((key) => key !== 'sections') as (keyof Pattern)[];
  const different = keys.filter((key) => before[key] !== after[key]);
  const rest = (pattern: Pattern) => Object.fromEntries(different.map((key) => [key, pattern[key]])) as Partial<Pattern>;
  const sameForm =
    before.sections.length === after.sections.length &&
    before.sections.every((one, i) => {
      const other = after.sections[i];
      return other && one.name === other.name && one.bars === other.bars && one.rows.length === other.rows.length;
    });
  const changedRows = (pattern: Pattern, other: Pattern) =>
    pattern.sections.flatMap((one, section) =>
      one.rows.flatMap((value, row) => (other.sections[section]?.rows[row] === value ? [] : [{ section, row, value }])),
    );
  const part = (pattern: Pattern, other: Pattern): Part => ({
    rest: rest(pattern),
    sections: sameForm ? null : pattern.sections,
    rows: sameForm ? changedRows(pattern, other) : [],
  });
  return { name, before: part(before, after), after: part(after, before) };
}

function applied(pattern: Pattern, part: Part): Pattern {
  const sections =
    part.sections ??
    pattern.sections.map((section, s) => {
      const rows = part.rows.filter((one) => one.section === s);
      return rows.length === 0
        ? section
        : { ...section, rows: section.rows.map((row, r) => rows.find((one) => one.row === r)?.value ?? row) };
    });
  return { ...pattern, ...part.rest, sections };
}

/** The steps again, from the pattern as it is now: those done lead to it, those undone lead on from it. */
export function stepsFrom(now: Pattern, done: Patch[], undone: Patch[]): { done: Step[]; undone: Step[] } {
  const before: Step[] = [];
  let pattern = now;
  for (const patch of [...done].reverse()) {
    const earlier = applied(pattern, patch.before);
    before.push({ name: patch.name, before: earlier, after: pattern });
    pattern = earlier;
  }
  const later: Step[] = [];
  pattern = now;
  for (const patch of [...undone].reverse()) {
    const next = applied(pattern, patch.after);
    later.push({ name: patch.name, before: pattern, after: next });
    pattern = next;
  }
  return { done: before.reverse(), undone: later.reverse() };
}
