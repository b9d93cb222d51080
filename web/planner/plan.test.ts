import { describe, expect, it } from 'vitest';
import type { PlannedAssignment, TeacherToday } from '../api/types';
import { inputOf, METERS, newPlan, planOf, sameMeter } from './plan';
import { withBars, withMeter, withoutRow, withRow, withSwing } from './target';

const course: TeacherToday['courses'][number] = { id: 'c', name: 'Parade line', counting: 'steps', students: 20 };
const plan = { ...newPlan(course), title: 'Harbour Steps' };
const rows = (target: typeof plan.target) => target.sections[0]?.rows.map((row) => [row.instrument, ...row.hits.map((hit) => hit.at)]);
const drawn = {
  ...plan.target,
  sections: [{ name: 'A', bars: 2, rows: [{ instrument: 'kick', hits: [{ at: 0 }, { at: 2880 }, { at: 3840 }, { at: 6720 }] }] }],
};

describe('a plan', () => {
  it('begins with a bar of four and the usual rows', () => {
    expect(rows(plan.target)).toEqual([['kick'], ['snare'], ['closed-hat'], ['open-hat']]);
    expect(plan.target.meter).toEqual({ count: 4, unit: 4 });
  });

  it('is sent with its rows as the instruments offered, counted as the class counts', () => {
    const input = inputOf(plan, withRow('clap')(plan.target));
    expect(input.parts[0]?.instruments).toEqual(['kick', 'snare', 'closed-hat', 'open-hat', 'clap']);
    expect(input.parts[0]?.policy).toEqual({ points: 20, counting: 'steps' });
    expect(input.parts[0]?.target.title).toBe('Harbour Steps');
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
      music: null,
      parts: [{ id: 'p', view: 'seen', points: 20, instruments: ['snare', 'kick'], target: part?.target }],
    } as unknown as PlannedAssignment;
    expect(rows(planOf(answer).target)).toEqual([['snare'], ['kick', 0, 2880, 3840, 6720]]);
  });

  it('goes back with its part untouched once somebody has handed in', () => {
    const part = { view: 'hidden' as const, instruments: ['kick'], target: drawn, policy: { points: 12, grace: 10 } };
    const input = inputOf({ ...plan, title: 'By night', attempts: 2, part }, withBars(1)(drawn));
    expect(input.parts).toEqual([part]);
    expect(input.title).toBe('By night');
  });

  it('keeps what else its policy holds when the points change', () => {
    const part = { view: 'seen' as const, instruments: ['kick'], target: drawn, policy: { points: 12, grace: 10 } };
    expect(inputOf({ ...plan, points: 30, part }, drawn).parts[0]?.policy).toEqual({ points: 30, grace: 10, counting: 'steps' });
  });

  it('offers each meter once', () => {
    for (const meter of METERS) expect(METERS.filter((other) => sameMeter(meter, other))).toHaveLength(1);
    expect(sameMeter({ count: 5, unit: 4, groups: [3, 2] }, { count: 5, unit: 4, groups: [2, 3] })).toBe(false);
  });
});

describe('changing what the task fixes', () => {
  it('keeps hits in their bar when the meter changes, and drops those without room', () => {
    const three = withMeter({ count: 3, unit: 4 })(drawn);
    expect(rows(three)).toEqual([['kick', 0, 2880]]);
    expect(rows(withMeter({ count: 5, unit: 4 })(drawn))).toEqual([['kick', 0, 2880, 4800, 7680]]);
  });

  it('counts six eighths in dotted quarters, and back', () => {
    const six = withMeter({ count: 6, unit: 8 })(drawn);
    expect(six.tempo.beat).toBe('4.');
    expect(withMeter({ count: 4, unit: 4 })(six).tempo.beat).toBe('4');
  });

  it('cuts what lies behind a shorter end', () => {
    expect(rows(withBars(1)(drawn))).toEqual([['kick', 0, 2880]]);
    expect(rows(withBars(4)(drawn))).toEqual([['kick', 0, 2880, 3840, 6720]]);
  });

  it('adds and takes away rows, and sets the swing', () => {
    expect(rows(withoutRow('kick')(withRow('snare')(drawn)))).toEqual([['snare']]);
    expect(withSwing(drawn, { percent: 58, unit: 8 }).swing).toEqual({ percent: 58, unit: 8 });
  });
});
