import type { Catalogue } from '../api/types';
import { PatternStore } from '../music/PatternStore';
import { baseOf, emptied, newPart, type PartPlan, type Plan, type PlanSheet, sheetsOf } from './plan';

type Props = {
  plan: Plan;
  setPlan: (change: (plan: Plan) => Plan) => void;
  part: PartPlan;
  sheet: PlanSheet;
  choose: (part: number, sheet: string) => void;
  changePart: (change: (part: PartPlan) => PartPlan) => void;
  limits: Catalogue['limits'];
};

/** The parts of the assignment, and the sheets of the one that is shown. */
export function PartTabs({ plan, setPlan, part, sheet, choose, changePart, limits }: Props) {
  const index = plan.parts.indexOf(part);
  const sheets = sheetsOf(part);
  const several = part.targets.length > 1;
  const name = (one: PlanSheet): string => {
    if (one.role === 'start') return 'What students begin with';
    if (one.role === 'target') return several ? `Target ${sheets.indexOf(one) + 1}` : 'Target';
    return part.asks.find(({ key }) => key === one.key)?.data.kind === 'contains' ? 'Frame: must be there' : 'Frame: must stay clear';
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
  const removeSheet = () => {
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
  const addPart = () => {
    setPlan((before) => ({ ...before, parts: [...before.parts, newPart(part.targets[0]?.pattern ?? baseOf(part), part)] }));
    choose(plan.parts.length, 'target 0');
  };
  const move = (by: number) => {
    setPlan((before) => {
      const parts = before.parts.filter((one) => one.key !== part.key);
      parts.splice(index + by, 0, part);
      return { ...before, parts: parts.map((one, i) => (i === 0 ? { ...one, waits: false } : one)) };
    });
    choose(index + by, sheet.key);
  };
  const removePart = () => {
    setPlan((before) => ({
      ...before,
      parts: before.parts.filter((one) => one.key !== part.key).map((one, i) => (i === 0 ? { ...one, waits: false } : one)),
    }));
    choose(Math.max(0, index - 1), 'target 0');
  };
  return (
    <nav aria-label="Parts and sheets" className="mb-2 flex flex-col gap-1.5">
      <div className="flex flex-wrap items-center gap-1.5">
        {plan.parts.length > 1 &&
          plan.parts.map((one, i) => (
            <button
              key={one.key}
              type="button"
              className="part-tab"
              aria-current={one.key === part.key ? 'true' : undefined}
              onClick={() => choose(i, 'target 0')}
            >
              Part {i + 1}
            </button>
          ))}
        <button type="button" className="button button-small" disabled={plan.parts.length >= limits.parts} onClick={addPart}>
          Add a part
        </button>
        {plan.parts.length > 1 && (
          <>
            <button type="button" className="button button-small" disabled={index === 0} onClick={() => move(-1)}>
              Part {index + 1} earlier
            </button>
            <button type="button" className="button button-small" disabled={part.attempts > 0} onClick={removePart}>
              Remove part {index + 1}
            </button>
          </>
        )}
      </div>
      <div className="flex flex-wrap items-center gap-1.5">
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
        <button type="button" className="button button-small" disabled={part.targets.length >= limits.targets} onClick={addTarget}>
          {part.targets.length > 0 ? 'Add another target that counts' : 'Add a target'}
        </button>
        {part.kind === 'copy' && !part.start && (
          <button type="button" className="button button-small" onClick={addStart}>
            Give students something to begin with
          </button>
        )}
        {removable && (
          <button type="button" className="button button-small" onClick={removeSheet}>
            Take this sheet away
          </button>
        )}
      </div>
    </nav>
  );
}
