import type { AssignmentInput, Meter, Pattern, PlannedAssignment, TeacherToday } from '../api/types';

/** A plan as it is being written. id is null until it is first kept. */
export type Plan = {
  id: string | null;
  partId: string | null;
  course: { id: string; name: string; counting: 'steps' | 'syllables' | 'bar-beat' };
  title: string;
  brief: string;
  dueAt: string | null;
  publishedAt: string | null;
  attempts: number;
  view: 'seen' | 'hidden';
  points: number;
  target: Pattern;
  /** The part as it was last read; null before it is kept. */
  part: AssignmentInput['parts'][number] | null;
};

export const METERS: Meter[] = [
  { count: 4, unit: 4 },
  { count: 3, unit: 4 },
  { count: 2, unit: 4 },
  { count: 6, unit: 8 },
  { count: 12, unit: 8 },
  { count: 5, unit: 4, groups: [3, 2] },
  { count: 5, unit: 4, groups: [2, 3] },
  { count: 7, unit: 8, groups: [2, 2, 3] },
  { count: 7, unit: 8, groups: [3, 2, 2] },
];

export const SWINGS = [
  { percent: 50, unit: 16, label: 'Straight' },
  { percent: 58, unit: 16, label: 'Light swing of sixteenths' },
  { percent: 66.67, unit: 16, label: 'Triplet swing of sixteenths' },
  { percent: 58, unit: 8, label: 'Light swing of eighths' },
  { percent: 66.67, unit: 8, label: 'Triplet swing of eighths' },
];

export function newPlan(course: TeacherToday['courses'][number]): Plan {
  const rows = ['kick', 'snare', 'closed-hat', 'open-hat'].map((instrument) => ({ instrument, hits: [] }));
  const target: Pattern = {
    format: 'pulsanda-pattern',
    version: 1,
    title: 'Target',
    meter: { count: 4, unit: 4 },
    tempo: { bpm: 96, beat: '4' },
    swing: { percent: 50, unit: 16 },
    kit: 'boathouse',
    sections: [{ name: 'A', bars: 1, rows }],
  };
  return {
    id: null,
    partId: null,
    course,
    title: '',
    brief: '',
    dueAt: null,
    publishedAt: null,
    attempts: 0,
    view: 'seen',
    points: 20,
    target,
    part: null,
  };
}

export function planOf(one: PlannedAssignment): Plan {
  const part = one.parts[0];
  if (!part) throw new Error('This assignment has no part; plan it anew.');
  const { id, course, title, brief, dueAt, publishedAt, attempts } = one;
  // Instruments that are offered but not in the target are rows without a hit here, and the other way round.
  const section = part.target.sections[0];
  const rows = part.instruments.map((instrument) => section?.rows.find((row) => row.instrument === instrument) ?? { instrument, hits: [] });
  const target = { ...part.target, sections: part.target.sections.map((old, i) => (i === 0 ? { ...old, rows } : old)) };
  const { view, instruments, policy } = part;
  const kept = { view, instruments, target: part.target, policy };
  return {
    id,
    partId: part.id,
    part: kept,
    course,
    title,
    brief,
    dueAt,
    publishedAt,
    attempts,
    view: part.view,
    points: part.points,
    target,
  };
}

export function inputOf(plan: Plan, target: Pattern): AssignmentInput {
  // Once somebody has handed in, the part goes back exactly as it came: the server keeps it as it is.
  if (plan.attempts > 0 && plan.part) return { title: plan.title, brief: plan.brief, dueAt: plan.dueAt, parts: [plan.part] };
  const policy = { ...plan.part?.policy, points: plan.points, counting: plan.course.counting };
  return {
    title: plan.title,
    brief: plan.brief,
    dueAt: plan.dueAt,
    parts: [
      {
        view: plan.view,
        instruments: target.sections[0]?.rows.map((row) => row.instrument) ?? [],
        target: { ...target, title: plan.title || 'Target' },
        policy,
      },
    ],
  };
}

export const sameMeter = (a: Meter, b: Meter): boolean =>
  a.count === b.count && a.unit === b.unit && JSON.stringify(a.groups ?? null) === JSON.stringify(b.groups ?? null);
