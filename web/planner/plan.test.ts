import { describe, expect, it } from 'vitest';
import { catalogue } from '../../tests/web/catalogue';
import type { Pattern, PlannedAssignment, TeacherToday } from '../api/types';
import { PatternStore } from '../music/PatternStore';
import { rowAdded } from '../music/rows';
import { copyOf, doubtsOf, inputOf, newFrame, newPlan, type PartPlan, planOf, sheetsOf, withKind } from './plan';

const sheet = { order: null, values: false };
const course: TeacherToday['courses'][number] = {
  id: 'c',
  name: 'Parade line',
  counting: 'steps',
  language: 'en-US',
  sheet,
  lesson: null,
  points: 20,
  students: 20,
};
const plan = { ...newPlan(course, catalogue.newPattern, 20), title: 'Harbour Steps' };
const part = plan.parts[0] as PartPlan;
const rows = (pattern: Pattern | null | undefined) =>
  pattern?.sections[0]?.rows.map((row) => [row.instrument, ...row.hits.map((hit) => hit.at)]);
const blank = part.targets[0]?.pattern as Pattern;
const drawn: Pattern = {
  ...blank,
  sections: [{ name: 'A', bars: 2, rows: [{ instrument: 'kick', hits: [{ at: 0 }, { at: 2880 }, { at: 3840 }, { at: 6720 }] }] }],
};
const sent = (change: Partial<PartPlan>) => inputOf({ ...plan, parts: [{ ...part, ...change }] }).parts[0];
const answer = (change: object) =>
  ({
    id: 'a',
    title: 'Harbour Steps',
    brief: '',
    dueAt: null,
    late: false,
    grace: 0,
    publishedAt: null,
    course,
    attempts: 0,
    recomparing: null,
    parts: [
      {
        id: 'p',
        name: '',
        brief: '',
        kind: 'copy',
        view: 'seen',
        instruments: ['snare', 'kick'],
        freedom: {},
        policy: { points: 20 },
        help: {},
        waits: false,
        requirements: [],
        start: { ...drawn, sections: [{ name: 'A', bars: 2, rows: [{ instrument: 'kick', hits: [] }] }] },
        targets: [drawn],
        attempts: 0,
        ...change,
      },
    ],
  }) as unknown as PlannedAssignment;

it('begins with the points of the school', () => {
  expect(part.policy).toEqual({});
  expect(newPlan({ ...course, points: 15 }, catalogue.newPattern, 20).parts[0]?.policy).toEqual({ points: 15 });
});

describe('a plan', () => {
  it('begins with a bar of four and the usual rows', () => {
    expect(rows(blank)).toEqual([['kick'], ['snare'], ['closed-hat'], ['open-hat']]);
    expect(blank.meter).toEqual({ count: 4, unit: 4, groups: [1, 1, 1, 1] });
  });

  it('is sent with its rows as the instruments offered', () => {
    const input = sent({ targets: [new PatternStore(rowAdded(blank, 0, 'clap'))] });
    expect(input?.instruments).toEqual(['kick', 'snare', 'closed-hat', 'open-hat', 'clap']);
    expect(input?.targets?.[0]?.title).toBe('Harbour Steps');
    expect(input?.start).toBeNull();
  });

  it('comes back as it was sent, with an empty row for what is offered but not in the target', () => {
    const back = planOf(answer({})).parts[0];
    expect(rows(back?.targets[0]?.pattern)).toEqual([['kick', 0, 2880, 3840, 6720], ['snare']]);
    expect(back?.start, 'empty rows follow the target').toBeNull();
  });

  it('goes back with what students begin with untouched once somebody has handed in', () => {
    const read = planOf(answer({ attempts: 2 }));
    const input = inputOf({ ...read, title: 'By night' });
    expect(input.title).toBe('By night');
    expect(input.parts[0]).toMatchObject({ id: 'p', instruments: ['snare', 'kick'], start: answer({}).parts[0]?.start, targets: [drawn] });
  });

  it('requires only rows that every section has', () => {
    const freedom = { form: true, required: ['kick', 'snare'] };
    expect(sent({ kind: 'create', freedom, targets: [], start: new PatternStore(drawn) })?.freedom).toEqual({
      form: true,
      required: ['kick'],
    });
  });

  it('turns what was drawn into what students begin with, and back', () => {
    const own = withKind({ ...part, targets: [new PatternStore(drawn)] }, 'build-on');
    expect([own.targets.length, own.start?.pattern]).toEqual([0, drawn]);
    const copy = withKind(own, 'copy');
    expect([copy.targets[0]?.pattern, copy.start]).toEqual([drawn, null]);
  });

  it('keeps frames on sheets of their own and sends them with their rule', () => {
    const frame = newFrame(part);
    const asks = [
      { key: 'x', data: { kind: 'contains', points: 2 }, frame },
      { key: 'y', data: { kind: 'starts-with', instrument: 'kick' } },
    ];
    expect(sheetsOf({ ...part, asks }).map(({ role }) => role)).toEqual(['target', 'frame']);
    expect(sent({ asks })?.requirements).toEqual([
      { kind: 'contains', points: 2, frame: frame.pattern },
      { kind: 'starts-with', instrument: 'kick' },
    ]);
    expect(rows(frame.pattern)).toEqual([['kick'], ['snare'], ['closed-hat'], ['open-hat']]);
    expect(planOf(answer({ requirements: sent({ asks })?.requirements })).parts[0]?.asks[0]?.frame?.pattern).toEqual(frame.pattern);
  });

  it('takes everything over into a further part, on sheets of its own', () => {
    const asks = [{ key: 'x', data: { kind: 'contains', points: 2 }, frame: newFrame(part) }];
    const whole: PartPlan = {
      ...part,
      id: 'a',
      attempts: 3,
      name: 'Calm',
      brief: 'Softly.',
      waits: true,
      asks,
      help: { ticks: true },
      start: new PatternStore(drawn),
      offered: ['kick'],
    };
    const copy = copyOf(whole);
    const { id: _, ...wanted } = inputOf({ ...plan, parts: [{ ...whole, attempts: 0, waits: false, name: '' }] }).parts[0] ?? {};
    const { id, ...got } = inputOf({ ...plan, parts: [copy] }).parts[0] ?? {};
    expect(id).toBeNull();
    expect(got).toEqual(wanted);
    copy.start?.change('Empty', () => blank);
    expect(whole.start?.pattern).toEqual(drawn);
    expect(new Set([...sheetsOf(whole), ...sheetsOf(copy)].map(({ store }) => store)).size).toBe(6);
  });
});

describe('before a class sees it', () => {
  const doubts = (change: Partial<PartPlan>, dueAt: string | null = null) =>
    doubtsOf({ ...plan, dueAt, parts: [{ ...part, ...change }] }, new Date('2026-11-26T10:00:00Z'));
  const full = [new PatternStore(drawn)];

  it('asks about a time that is over', () => {
    expect(doubts({ targets: full }, '2026-11-26T09:00:00Z')).toEqual(['The due date has already passed.']);
    expect(doubts({ targets: full }, '2026-11-27T09:00:00Z')).toEqual([]);
  });

  it('asks about nothing to copy, an empty target, and a frame that asks for nothing', () => {
    expect(doubts({})).toEqual(['There is nothing to copy: the target is empty.']);
    expect(doubts({ kind: 'build-on' })).toEqual(['A target is empty.']);
    const frame = { key: 'f', data: { kind: 'contains', points: 1 } as PartPlan['asks'][number]['data'], frame: new PatternStore(blank) };
    expect(doubts({ targets: full, asks: [frame] })).toEqual(['A rule’s sheet is empty, so it asks for nothing.']);
    expect(doubts({ targets: full, asks: [{ ...frame, frame: new PatternStore(drawn) }] })).toEqual([]);
  });

  it('names the part where there are several', () => {
    const two = { ...plan, parts: [{ ...part, targets: full }, part] };
    expect(doubtsOf(two)).toEqual(['There is nothing to copy in Part 2: the target is empty.']);
  });
});
