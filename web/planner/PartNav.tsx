import type { Catalogue } from '../api/types';
import { PatternStore } from '../music/PatternStore';
import { emptied } from '../music/pattern';
import { lower, partName } from '../ui/words';
import { useSay } from '../words/words';
import { baseOf, copyOf, type PartPlan, type Plan, type PlanSheet, sheetsOf } from './plan';

export type Choosing = {
  plan: Plan;
  setPlan: (change: (plan: Plan) => Plan) => void;
  part: PartPlan;
  sheet: PlanSheet;
  choose: (part: number, sheet: string) => void;
  changePart: (change: (part: PartPlan) => PartPlan) => void;
  limits: Catalogue['limits'];
  /** Shows the part's task in the panel. */
  toTask: () => void;
};

/** The parts of the assignment, in the line of its name. */
export function PartNav({ plan, setPlan, part, choose, limits, toTask }: Choosing) {
  const say = useSay();
  const addPart = () => {
    const index = plan.parts.indexOf(part) + 1;
    const copy = copyOf(part);
    setPlan((before) => ({ ...before, parts: [...before.parts.slice(0, index), copy, ...before.parts.slice(index)] }));
    choose(index, sheetsOf(copy)[0]?.key ?? 'start');
    toTask();
  };
  return (
    <nav aria-label={say('plan.parts')} className="flex flex-wrap items-baseline gap-x-1">
      {plan.parts.length > 1 &&
        plan.parts.map((one, i) => (
          <button
            key={one.key}
            type="button"
            className="part-name"
            aria-current={one.key === part.key ? 'true' : undefined}
            onClick={() => choose(i, 'target 0')}
          >
            {partName({ position: i + 1, name: one.name })}
          </button>
        ))}
      <button
        type="button"
        className="part-name text-faint"
        disabled={plan.parts.length >= limits.parts}
        onClick={addPart}
        aria-label={say('plan.part.add')}
        title={say('plan.part.addTitle')}
      >
        {say('plan.part.plus')}
      </button>
    </nav>
  );
}

/** The sheets of the part that is shown, in the line of the head's signs; behind the last button, what can be added and taken away. */
export function SheetNav({ plan, part, sheet, choose, changePart, limits }: Choosing) {
  const say = useSay();
  const index = plan.parts.indexOf(part);
  const sheets = sheetsOf(part);
  const several = part.targets.length > 1;
  const name = (one: PlanSheet): string => {
    if (one.role === 'start') return say('plan.sheet.begin');
    if (one.role === 'target')
      return several ? say('plan.sheet.targetN', { number: sheets.indexOf(one) + 1 }) : say('plan.sheet.targetOne');
    return part.asks.find(({ key }) => key === one.key)?.data.kind === 'contains' ? say('plan.sheet.required') : say('plan.sheet.clear');
  };
  const addTarget = () => {
    changePart((before) => ({
      ...before,
      targets: [...before.targets, new PatternStore(before.targets.at(-1)?.pattern ?? emptied(baseOf(before)))],
    }));
    choose(index, `target ${part.targets.length}`);
  };
  const addStart = () => {
    changePart((before) => ({ ...before, start: new PatternStore(emptied(baseOf(before))) }));
    choose(index, 'start');
  };
  const remove = () => {
    changePart((before) =>
      sheet.role === 'start'
        ? { ...before, start: null }
        : {
            ...before,
            targets: before.targets.filter((store) => store !== sheet.store),
            view: before.targets.length > 1 ? before.view : 'seen',
          },
    );
    choose(index, 'target 0');
  };
  const removable =
    (sheet.role === 'start' && part.attempts === 0 && part.kind === 'copy') ||
    (sheet.role === 'target' && (part.targets.length > 1 || part.kind !== 'copy'));
  return (
    <nav aria-label={say('plan.sheet.sheets')} className="flex flex-wrap items-center gap-1.5">
      {sheets.length > 1 &&
        sheets.map((one) => (
          <button
            key={one.key}
            type="button"
            className="part-tab"
            aria-current={one.key === sheet.key ? 'true' : undefined}
            onClick={() => choose(index, one.key)}
          >
            {name(one)}
          </button>
        ))}
      <button
        type="button"
        className="button button-small"
        popoverTarget="sheets"
        aria-label={say('plan.sheet.add')}
        title={say('plan.sheet.title')}
      >
        +
      </button>
      <div id="sheets" popover="auto" className="small-menu">
        <button type="button" className="button" disabled={part.targets.length >= limits.targets} onClick={addTarget}>
          {part.targets.length > 0 ? say('plan.sheet.addTarget') : say('plan.sheet.addFirst')}
        </button>
        {part.kind === 'copy' && !part.start && (
          <button type="button" className="button" onClick={addStart}>
            {say('plan.sheet.addStart')}
          </button>
        )}
        {removable && (
          <button type="button" className="button" onClick={remove}>
            {say('plan.sheet.remove')}
          </button>
        )}
      </div>
    </nav>
  );
}

/** Where a part stands among the others. */
export function PartPlace({ plan, setPlan, part, choose }: Pick<Choosing, 'plan' | 'setPlan' | 'part' | 'choose'>) {
  const say = useSay();
  const index = plan.parts.indexOf(part);
  const called = partName({ position: index + 1, name: part.name });
  const inOrder = (parts: PartPlan[]) => parts.map((one, i) => (i === 0 ? { ...one, waits: false } : one));
  const earlier = () => {
    setPlan((before) => {
      const parts = before.parts.filter((one) => one.key !== part.key);
      parts.splice(index - 1, 0, part);
      return { ...before, parts: inOrder(parts) };
    });
    choose(index - 1, 'target 0');
  };
  const remove = () => {
    setPlan((before) => ({ ...before, parts: inOrder(before.parts.filter((one) => one.key !== part.key)) }));
    choose(Math.max(0, index - 1), 'target 0');
  };
  return (
    <p className="flex flex-wrap gap-1.5">
      <button type="button" className="button button-small" disabled={index === 0} onClick={earlier}>
        {say('plan.part.earlier', { name: called })}
      </button>
      <button type="button" className="button button-small" disabled={part.attempts > 0} onClick={remove}>
        {say('plan.part.remove', { name: lower(called) })}
      </button>
    </p>
  );
}
