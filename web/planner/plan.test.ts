import { describe, expect, it } from 'vitest';
import type { PlannedAssignment, TeacherToday } from '../api/types';
import { rowAdded } from '../music/rows';
import { inputOf, newPlan, planOf } from './plan';

const course: TeacherToday['courses'][number] = { id: 'c', name: 'Parade line', counting: 'steps', students: 20 };
const plan = { ...newPlan(course), title: 'Harbour Steps' };
const rows = (pattern: typeof plan.pattern) => pattern.sections[0]?.rows.map((row) => [row.instrument, ...row.hits.map((hit) => hit.at)]);
const drawn = {
  ...plan.pattern,
  sections: [{ name: 'A', bars: 2, rows: [{ instrument: 'kick', hits: [{ at: 0 }, { at: 2880 }, { at: 3840 }, { at: 6720 }] }] }],
};

describe('a plan', () => {
  it('begins with a bar of four and the usual rows', () => {
    expect(rows(plan.pattern)).toEqual([['kick'], ['snare'], ['closed-hat'], ['open-hat']]);
    expect(plan.pattern.meter).toEqual({ count: 4, unit: 4, groups: [1, 1, 1, 1] });
  });

  it('is sent with its rows as the instruments offered, counted as the class counts', () => {
    const input = inputOf(plan, rowAdded(plan.pattern, 0, 'clap'));
    expect(input.parts[0]?.instruments).toEqual(['kick', 'snare', 'closed-hat', 'open-hat', 'clap']);
    expect(input.parts[0]?.policy).toEqual({ points: 20, counting: 'steps' });
    expect(input.parts[0]?.pattern.title).toBe('Harbour Steps');
  });

  it('comes back as it was sent, with an empty row for what is offered but not in the target', () => {
    const part = inputOf(plan, drawn).parts[0];
    const answer = {
      id: 'a',
      title: 'Harbour Steps',
      brief: '',
      dueAt: null,
      publishedAt: null,
      course,
      attempts: 0,
      parts: [{ id: 'p', view: 'seen', points: 20, instruments: ['snare', 'kick'], kind: 'copy', freedom: {}, pattern: part?.pattern }],
    } as unknown as PlannedAssignment;
    expect(rows(planOf(answer).pattern)).toEqual([['kick', 0, 2880, 3840, 6720], ['snare']]);
  });

  it('goes back with its part untouched once somebody has handed in', () => {
    const part = { view: 'hidden' as const, instruments: ['kick'], pattern: drawn, policy: { points: 12, grace: 10 } };
    const input = inputOf({ ...plan, title: 'By night', attempts: 2, part }, { ...drawn, title: 'Changed' });
    expect(input.parts).toEqual([part]);
    expect(input.title).toBe('By night');
  });

  it('keeps what else its policy holds when the points change', () => {
    const part = { view: 'seen' as const, instruments: ['kick'], pattern: drawn, policy: { points: 12, grace: 10 } };
    expect(inputOf({ ...plan, points: 30, part }, drawn).parts[0]?.policy).toEqual({ points: 30, grace: 10, counting: 'steps' });
  });

  it('requires only rows that every section has', () => {
    const freedom = { form: true, required: ['kick', 'snare'] };
    expect(inputOf({ ...plan, kind: 'create', freedom }, drawn).parts[0]?.freedom).toEqual({ form: true, required: ['kick'] });
  });
});
