import type {
  AssignmentInput,
  Catalogue,
  Freedom,
  Help,
  Lesson,
  Music,
  PartInput,
  Pattern,
  PlannedAssignment,
  PlannedPart,
  Policy,
  Requirement,
  TeacherToday,
} from '../api/types';
import { PatternStore } from '../music/PatternStore';
import { emptied, hitCount, instrumentsOf, musicKey } from '../music/pattern';
import { partName } from '../ui/words';
import { say } from '../words/words';
import { withUnsent } from './withUnsent';

export type Kind = 'copy' | 'build-on' | 'create';
export type View = 'seen' | 'hidden' | 'heard';

/** A sheet of a part that the teacher draws on, with its own undo. */
export type PlanSheet = { key: string; role: 'target' | 'start' | 'frame'; store: PatternStore };

/** What a task asks beside its targets; the frame of one stands on a sheet. */
export type PlannedAsk = { key: string; data: Requirement; frame?: PatternStore };

/** A part as it is being written. id is null until it is first kept. */
export type PartPlan = {
  key: string;
  id: string | null;
  attempts: number;
  /** Empty where it is called by its number. */
  name: string;
  /** Beside the brief of the whole. */
  brief: string;
  kind: Kind;
  view: View;
  freedom: Freedom;
  policy: Policy;
  help: Help;
  waits: boolean;
  asks: PlannedAsk[];
  targets: PatternStore[];
  /** null: empty rows in the settings of the first target. */
  start: PatternStore | null;
  /** Offered instruments stay as they are once somebody has handed in. */
  offered: string[];
};

/** A plan as it is being written. id is null until it is first kept. */
export type Plan = {
  id: string | null;
  /** The id that it gets when it is first kept, so that sending it twice makes one. */
  fresh: string;
  createdAt: string;
  course: {
    id: string;
    name: string;
    counting: 'steps' | 'syllables' | 'bar-beat';
    sheet: Pick<Music, 'order' | 'values'>;
    lesson: Lesson;
  };
  title: string;
  brief: string;
  dueAt: string | null;
  /** Whether it takes beats after it is due, and how many minutes are not late yet. */
  late: boolean;
  grace: number;
  publishedAt: string | null;
  closedAt: string | null;
  /** That the server counts; 0 until it is first kept. */
  version: number;
  parts: PartPlan[];
};

let keys = 0;
export const newKey = (): string => `k${++keys}`;

/** @param usual points where nothing is said */
export function newPlan(course: TeacherToday['courses'][number], pattern: Pattern, usual: number): Plan {
  return {
    id: null,
    fresh: crypto.randomUUID(),
    createdAt: new Date().toISOString(),
    course,
    title: '',
    brief: '',
    dueAt: null,
    late: false,
    grace: 0,
    publishedAt: null,
    closedAt: null,
    version: 0,
    // What a part is worth in this school, where that is not what is usual.
    parts: [newPart(pattern, course.points === usual ? {} : { points: course.points })],
  };
}

/** @param pattern what its sheet begins with */
function newPart(pattern: Pattern, policy: PartPlan['policy'] = {}): PartPlan {
  return {
    key: newKey(),
    id: null,
    attempts: 0,
    name: '',
    brief: '',
    kind: 'copy',
    view: 'seen',
    freedom: {},
    policy,
    help: {},
    waits: false,
    asks: [],
    targets: [new PatternStore(pattern)],
    start: null,
    offered: [],
  };
}

/** A part with all that another one holds, on sheets of its own; only the name is not taken over. */
export function copyOf(part: PartPlan): PartPlan {
  const sheet = (store: PatternStore) => new PatternStore(store.pattern);
  return {
    ...part,
    key: newKey(),
    id: null,
    attempts: 0,
    name: '',
    waits: false,
    targets: part.targets.map(sheet),
    start: part.start && sheet(part.start),
    asks: part.asks.map((ask) => ({ ...ask, key: newKey(), ...(ask.frame && { frame: sheet(ask.frame) }) })),
    offered: [],
  };
}

/** The pattern that sets meter, tempo and rows of a part. */
export function baseOf(part: PartPlan): Pattern {
  const store = part.start ?? part.targets[0];
  if (!store) throw new Error('A part has a target or something to begin with.');
  return store.pattern;
}

/** One bar with the rows of a part and no hit: a frame to draw. */
export function newFrame(part: PartPlan): PatternStore {
  const base = emptied(baseOf(part));
  const section = { name: 'A', bars: 1, rows: base.sections[0]?.rows ?? [] };
  return new PatternStore({ ...base, title: say('plan.part.frame'), sections: [section], order: [{ section: 'A', times: 1 }] });
}

export const isFrame = (ask: Requirement): boolean => ask.kind === 'contains' || ask.kind === 'keep-clear';

export function sheetsOf(part: PartPlan): PlanSheet[] {
  return [
    ...part.targets.map((store, i) => ({ key: `target ${i}`, role: 'target' as const, store })),
    ...(part.start ? [{ key: 'start', role: 'start' as const, store: part.start }] : []),
    ...part.asks.flatMap((ask) => (ask.frame ? [{ key: ask.key, role: 'frame' as const, store: ask.frame }] : [])),
  ];
}

/** Copying without a target makes no sense, nor does building on nothing: a sheet appears where one is needed. */
export function withKind(part: PartPlan, kind: Kind): PartPlan {
  if (kind === 'copy') {
    const drawn = part.start && hitCount(part.start.pattern) > 0;
    return {
      ...part,
      kind,
      targets: part.targets.length > 0 ? part.targets : [part.start ?? new PatternStore(baseOf(part))],
      start: part.targets.length > 0 && drawn ? part.start : null,
    };
  }
  // What was drawn as a target is what students begin with, unless there is a start already.
  return part.start ? { ...part, kind } : { ...part, kind, view: 'seen', start: part.targets[0] ?? null, targets: part.targets.slice(1) };
}

export function planOf(one: PlannedAssignment): Plan {
  const { id, course, title, brief, dueAt, late, grace, publishedAt, closedAt, version, createdAt } = one;
  if (one.parts.length === 0) throw new Error('This assignment has no part; plan it anew.');
  const parts = one.parts.map(partOf);
  return { id, fresh: id, createdAt, course, title, brief, dueAt, late, grace, publishedAt, closedAt, version, parts };
}

function partOf(part: PlannedPart): PartPlan {
  const { id, name, brief, kind, view, freedom, policy, help, waits, instruments, attempts = 0 } = part;
  const given = part.targets.length === 0 || hitCount(part.start) > 0 || attempts > 0;
  // Instruments that are offered but have no row of their own are rows without a hit here.
  const [first, ...others] = part.targets;
  return {
    key: newKey(),
    // A part that was left before it was first kept has no name yet.
    id: id === '' ? null : id,
    attempts,
    name,
    brief,
    kind,
    view,
    freedom,
    policy,
    help,
    waits,
    asks: part.requirements.map((data) => {
      const { frame, ...rest } = data as Requirement & { frame?: Pattern };
      return { key: newKey(), data: rest, ...(frame && { frame: new PatternStore(frame) }) };
    }),
    targets: first ? [withRows(first, given ? [] : instruments), ...others].map((target) => new PatternStore(target)) : [],
    start: given ? new PatternStore(part.start) : null,
    offered: instruments,
  };
}

function withRows(pattern: Pattern, instruments: string[]): Pattern {
  const sections = pattern.sections.map((section) => {
    const missing = instruments.filter((instrument) => !section.rows.some((row) => row.instrument === instrument));
    return missing.length === 0
      ? section
      : { ...section, rows: [...section.rows, ...missing.map((instrument) => ({ instrument, hits: [] }))] };
  });
  return { ...pattern, sections };
}

export function inputOf(plan: Plan): AssignmentInput {
  const { title, brief, dueAt, late, grace } = plan;
  return {
    ...(plan.id === null && { id: plan.fresh }),
    title,
    brief,
    dueAt,
    late,
    grace,
    parts: plan.parts.map((part) => partInput(part, title)),
  };
}

function partInput(part: PartPlan, title: string): PartInput {
  const { id, kind, view, freedom, help, waits } = part;
  const named = (store: PatternStore): Pattern =>
    part.attempts > 0 ? store.pattern : { ...store.pattern, title: title || say('plan.sheet.targetOne') };
  const base = baseOf(part);
  const offered = [...part.targets, ...(part.start ? [part.start] : [])].flatMap((store) => instrumentsOf(store.pattern));
  const required = (freedom.required ?? []).filter((name) =>
    base.sections.every(({ rows }) => rows.some((row) => row.instrument === name)),
  );
  return {
    id,
    name: part.name.trim(),
    brief: part.brief,
    kind,
    view,
    instruments: part.attempts > 0 ? part.offered : [...new Set(offered)],
    start: part.start ? named(part.start) : null,
    targets: part.targets.map(named),
    freedom: { ...freedom, required },
    policy: part.policy,
    requirements: part.asks.map(({ data, frame }) => (frame ? { ...data, frame: frame.pattern } : data)),
    help,
    waits,
  };
}

/** A new plan as it was left before it was first kept. */
export function leftPlan(course: TeacherToday['courses'][number], pattern: Pattern, usual: number, input: AssignmentInput): Plan {
  const fresh = newPlan(course, pattern, usual);
  const part = partInput(fresh.parts[0] as PartPlan, '');
  const blank = { ...fresh, id: '', attempts: 0, recomparing: null, parts: [{ ...part, id: '', start: emptied(pattern), attempts: 0 }] };
  return { ...planOf(withUnsent(blank as unknown as PlannedAssignment, input)), id: null, fresh: input.id ?? fresh.fresh };
}

/** What holds where a part says nothing. */
export type Defaults = Pick<Catalogue, 'freedom' | 'help'> & { policy: { usual: Catalogue['policy']['usual'] } };

/**
 * Whether two plans say the same: in whatever order their keys stand, with what is left out counted as its default. A part that has no id
 * yet is the same as one that has got one.
 */
export function sameInput(a: AssignmentInput, b: AssignmentInput, { freedom, help, policy }: Defaults): boolean {
  const whole = (input: AssignmentInput) => ({
    ...input,
    id: null,
    dueAt: input.dueAt && Date.parse(input.dueAt),
    parts: input.parts.map((part) => ({
      ...part,
      freedom: { ...freedom, ...part.freedom },
      help: { ...help, ...part.help },
      policy: { ...policy.usual, ...part.policy },
    })),
  });
  return a === b || canonical(whole(a)) === canonical(whole(b));
}

function canonical(value: unknown): string {
  if (Array.isArray(value)) return `[${value.map(canonical).join()}]`;
  if (typeof value !== 'object' || value === null) return JSON.stringify(value ?? null);
  if ('format' in value) return musicKey(value as Pattern);
  const entries = Object.entries(value).filter(([key, one]) => key !== 'id' && one !== undefined && one !== null);
  return `{${entries
    .sort(([one], [other]) => (one < other ? -1 : 1))
    .map(([key, one]) => `${JSON.stringify(key)}:${canonical(one)}`)
    .join()}}`;
}

/** What a teacher is asked about before a class sees the plan: nothing of it is wrong, but seldom is it meant. */
export function doubtsOf(plan: Plan, now = new Date()): string[] {
  const several = plan.parts.length > 1;
  return [
    ...(plan.dueAt && new Date(plan.dueAt) < now ? [say('plan.doubt.over')] : []),
    ...plan.parts.flatMap((part, index) => {
      const name = several ? partName({ position: index + 1, name: part.name }) : '';
      const where = { where: several ? 'part' : 'task', name };
      const empty = (stores: (PatternStore | null)[]) => stores.some((store) => store !== null && hitCount(store.pattern) === 0);
      const frames = part.asks.flatMap(({ frame }) => (frame ? [frame] : []));
      return [
        ...(part.kind === 'copy' && empty(part.targets) ? [say('plan.doubt.copy', where)] : []),
        ...(part.kind !== 'copy' && empty(part.targets) ? [say('plan.doubt.target', where)] : []),
        ...(empty(frames) ? [say('plan.doubt.frame', where)] : []),
      ];
    }),
  ];
}

/**
 * Makes room in a plan's first part for a pattern that comes from the Shelf.
 * @param as 'target', 'start' or 'frame'; anything else changes nothing
 * @returns the plan, and the sheet onto which it comes
 */
export function roomFor(as: string, plan: Plan): { plan: Plan; sheet: string } {
  const [part, ...others] = plan.parts;
  if (!part || (as !== 'start' && as !== 'frame')) return { plan, sheet: part && part.targets.length === 0 ? 'start' : 'target 0' };
  if (as === 'start') {
    const start = part.start ?? new PatternStore(emptied(baseOf(part)));
    return { plan: { ...plan, parts: [{ ...part, start }, ...others] }, sheet: 'start' };
  }
  const ask: PlannedAsk = { key: newKey(), data: { kind: 'contains', points: 1 }, frame: newFrame(part) };
  return { plan: { ...plan, parts: [{ ...part, asks: [...part.asks, ask] }, ...others] }, sheet: ask.key };
}
