import type { AssignmentInput, PlannedAssignment } from '../api/types';
import { emptied } from './plan';

/** Changes of a published plan that are not saved yet, kept in this browser so that leaving the page loses nothing. */

const keyOf = (id: string) => `plan ${id} unsaved`;

export function keepUnsaved(id: string, input: string | null): void {
  try {
    if (input) localStorage.setItem(keyOf(id), input);
    else localStorage.removeItem(keyOf(id));
  } catch {
    // Storage is full or not allowed: the plan can still be saved.
  }
}

/** The assignment as it was left; null when nothing was left unsaved. */
export function withUnsaved(answer: PlannedAssignment): PlannedAssignment | null {
  let input: AssignmentInput | null = null;
  try {
    input = JSON.parse(localStorage.getItem(keyOf(answer.id)) ?? 'null');
  } catch {
    return null;
  }
  if (!input) return null;
  const { title, brief, dueAt } = input;
  const parts = input.parts.flatMap((part) => {
    const known = answer.parts.find(({ id }) => id === part.id) ?? answer.parts[0];
    const start = part.start ?? part.targets?.[0] ?? known?.start;
    if (!known || !start) return [];
    return [{ ...known, ...part, id: part.id ?? '', start: part.start ?? emptied(start), attempts: part.id ? (known.attempts ?? 0) : 0 }];
  });
  return { ...answer, title, brief, dueAt: dueAt ?? null, parts: parts as PlannedAssignment['parts'] };
}
