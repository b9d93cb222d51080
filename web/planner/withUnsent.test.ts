import { describe, expect, it } from 'vitest';
import { catalogue } from '../../tests/web/catalogue';
import type { PartInput, Pattern, PlannedAssignment } from '../api/types';
import { inputOf, leftPlan, newPlan, planOf, sameInput } from './plan';
import { withUnsent } from './withUnsent';

const pattern = (ats: number[]): Pattern => ({
  format: 'pulsanda-pattern',
  version: 1,
  title: 'March',
  meter: { count: 4, unit: 4 },
  tempo: { bpm: 96 },
  kit: 'boathouse',
  sections: [{ name: 'A', bars: 1, rows: [{ instrument: 'kick', hits: ats.map((at) => ({ at })) }] }],
});
const answer = {
  id: 'a',
  title: 'March',
  brief: '',
  createdAt: '2026-11-20T09:00:00+00:00',
  dueAt: null,
  late: false,
  grace: 0,
  publishedAt: '2026-11-20T10:00:00+00:00',
  course: { id: 'c', name: 'Parade line', counting: 'steps', language: 'en-US' },
  attempts: 3,
  recomparing: null,
  parts: [
    {
      id: 'p',
      name: '',
      brief: '',
      kind: 'copy',
      view: 'seen',
      instruments: ['kick'],
      freedom: {},
      policy: {},
      help: {},
      waits: false,
      requirements: [],
      start: pattern([]),
      targets: [pattern([0])],
      attempts: 3,
    },
  ],
} as unknown as PlannedAssignment;

describe('a plan that was left before it was sent', () => {
  it('comes back as it was left, with what is handed in counted as it is now', () => {
    const left = planOf(answer);
    left.parts[0]?.targets[0]?.change('Add kick', () => pattern([0, 960]));
    const back = withUnsent(answer, { ...inputOf(left), title: 'March by night' });
    expect([back.title, back.parts[0]?.attempts]).toEqual(['March by night', 3]);
    expect(back.parts[0]?.targets[0]?.sections[0]?.rows[0]?.hits).toEqual([{ at: 0 }, { at: 960 }]);
    expect(planOf(back).parts[0]?.id).toBe('p');
  });

  it('keeps a part that was added and never kept', () => {
    const input = inputOf(planOf(answer));
    const [part] = input.parts;
    const back = planOf(withUnsent(answer, { ...input, parts: [part as PartInput, { ...(part as PartInput), id: null, start: null }] }));
    expect(back.parts.map(({ id, attempts }) => [id, attempts])).toEqual([
      ['p', 3],
      [null, 0],
    ]);
  });
});

describe('a new plan that was left before it was sent', () => {
  const course = {
    id: 'c',
    name: 'Parade line',
    counting: 'steps' as const,
    language: 'en-US' as const,
    sheet: { order: null, values: false },
    lesson: null,
    points: 20,
    students: 3,
  };

  it('comes back as it was drawn, under the id that it will have', () => {
    const plan = newPlan(course, pattern([]), 20);
    plan.parts[0]?.targets[0]?.change('Add kick', () => pattern([0, 960]));
    const left = inputOf(plan);
    const back = leftPlan(course, pattern([]), 20, left);
    expect([back.id, back.fresh, back.title]).toEqual([null, plan.fresh, '']);
    expect(sameInput(inputOf(back), left, catalogue)).toBe(true);
    expect(sameInput(inputOf(newPlan(course, pattern([]), 20)), left, catalogue)).toBe(false);
  });

  it('is the same once it has got its ids, in whatever order its keys come back', () => {
    const input = inputOf(planOf(answer));
    const [part] = input.parts;
    const { brief, ...others } = part as PartInput;
    expect(sameInput(input, { ...input, parts: [{ brief, ...others, id: null } as PartInput] }, catalogue)).toBe(true);
    const dense = { ...others, help: catalogue.help, freedom: catalogue.freedom, policy: catalogue.policy.usual };
    expect(sameInput(input, { ...input, parts: [{ ...dense, brief } as PartInput] }, catalogue), 'the server writes defaults out').toBe(
      true,
    );
    expect(sameInput(input, { ...input, brief: 'Listen.' }, catalogue)).toBe(false);
  });
});
