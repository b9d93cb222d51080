import type { AssignmentInput, Freedom, Pattern, PlannedAssignment, TeacherToday } from '../api/types';
import { instrumentsOf } from '../music/pattern';

export type Kind = 'copy' | 'build-on' | 'create';

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
  kind: Kind;
  view: 'seen' | 'hidden';
  freedom: Freedom;
  points: number;
  /** The target of a copy, else what students begin with. */
  pattern: Pattern;
  /** The part as it was last read; null before it is kept. */
  part: AssignmentInput['parts'][number] | null;
};

export function newPlan(course: TeacherToday['courses'][number]): Plan {
  const rows = ['kick', 'snare', 'closed-hat', 'open-hat'].map((instrument) => ({ instrument, hits: [] }));
  const pattern: Pattern = {
    format: 'pulsanda-pattern',
    version: 1,
    title: 'Target',
    meter: { count: 4, unit: 4, groups: [1, 1, 1, 1] },
    tempo: { bpm: 96, beat: '4' },
    swing: { percent: 50, unit: 16 },
    kit: 'boathouse',
    sections: [{ name: 'A', bars: 1, rows }],
    order: [{ section: 'A', times: 1 }],
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
    kind: 'copy',
    view: 'seen',
    freedom: {},
    points: 20,
    pattern,
    part: null,
  };
}

export function planOf(one: PlannedAssignment): Plan {
  const part = one.parts[0];
  if (!part) throw new Error('This assignment has no part; plan it anew.');
  const { id, course, title, brief, dueAt, publishedAt, attempts } = one;
  const { kind, view, instruments, freedom, policy, points } = part;
  // Instruments that are offered but have no row of their own are rows without a hit here.
  const sections = part.pattern.sections.map((section) => {
    const missing = instruments.filter((instrument) => !section.rows.some((row) => row.instrument === instrument));
    return missing.length === 0
      ? section
      : { ...section, rows: [...section.rows, ...missing.map((instrument) => ({ instrument, hits: [] }))] };
  });
  const kept = { kind, view, instruments, pattern: part.pattern, freedom, policy };
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
    kind,
    view,
    freedom,
    points,
    pattern: { ...part.pattern, sections },
  };
}

export function inputOf(plan: Plan, pattern: Pattern): AssignmentInput {
  const { title, brief, dueAt, kind, view, freedom, points, course } = plan;
  // Once somebody has handed in, the part goes back exactly as it came: the server keeps it as it is.
  if (plan.attempts > 0 && plan.part) return { title, brief, dueAt, parts: [plan.part] };
  const policy = { ...plan.part?.policy, points, counting: course.counting };
  const instruments = instrumentsOf(pattern);
  const required = (freedom.required ?? []).filter((name) =>
    pattern.sections.every(({ rows }) => rows.some((row) => row.instrument === name)),
  );
  return {
    title,
    brief,
    dueAt,
    parts: [{ kind, view, instruments, pattern: { ...pattern, title: title || 'Target' }, freedom: { ...freedom, required }, policy }],
  };
}
