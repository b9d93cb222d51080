import type { AssignmentInput, PlannedAssignment } from '../api/types';
import { emptied } from '../music/pattern';

/** The assignment with the changes that were not sent, as they were left in this browser. */
export function withUnsent(answer: PlannedAssignment, input: AssignmentInput): PlannedAssignment {
  const { title, brief, dueAt, late = answer.late, grace = answer.grace } = input;
  const parts = input.parts.flatMap((part) => {
    const known = answer.parts.find(({ id }) => id === part.id) ?? answer.parts[0];
    const start = part.start ?? part.targets?.[0] ?? known?.start;
    if (!known || !start) return [];
    return [{ ...known, ...part, id: part.id ?? '', start: part.start ?? emptied(start), attempts: part.id ? (known.attempts ?? 0) : 0 }];
  });
  return { ...answer, title, brief, dueAt: dueAt ?? null, late, grace, parts: parts as PlannedAssignment['parts'] };
}
