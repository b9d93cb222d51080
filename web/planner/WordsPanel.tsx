import type { Catalogue } from '../api/types';
import { Choice } from '../ui/Choice';
import { NumberField } from '../ui/NumberField';
import { TimeField } from '../ui/TimeField';
import { lower, partName } from '../ui/words';
import { FreedomFields } from './FreedomFields';
import { PartPlace } from './PartNav';
import { baseOf, type Kind, type PartPlan, type Plan, type View, withKind } from './plan';

type Props = {
  plan: Plan;
  setPlan: (change: (plan: Plan) => Plan) => void;
  part: PartPlan;
  changePart: (change: (part: PartPlan) => PartPlan) => void;
  choose: (part: number, sheet: string) => void;
  catalogue: Catalogue;
};

/** The words of the task and when it is due; then what students do in this part, and what is open to them. */
export function WordsPanel({ plan, setPlan, part, changePart, choose, catalogue }: Props) {
  const change = (words: Partial<Plan>) => setPlan((before) => ({ ...before, ...words }));
  const changed = (settings: Partial<PartPlan>) => changePart((before) => ({ ...before, ...settings }));
  const index = plan.parts.indexOf(part);
  const locked = part.attempts > 0;
  const { limits } = catalogue;
  return (
    <section aria-label="The task in words" className="flex flex-col gap-3">
      <label className="text-sm">
        Name
        <input
          className="field mt-1"
          value={plan.title}
          maxLength={limits.title}
          required
          onChange={(event) => change({ title: event.target.value })}
        />
      </label>
      <label className="text-sm">
        Brief: what to build, what to listen for
        <textarea
          className="field mt-1"
          rows={4}
          value={plan.brief}
          maxLength={limits.brief}
          onChange={(event) => change({ brief: event.target.value })}
        />
      </label>
      <TimeField label="Due date" lesson={plan.course.lesson} value={plan.dueAt} change={(dueAt) => change({ dueAt })} />
      {plan.dueAt && (
        <div className="text-sm">
          <label className="flex items-center gap-1.5">
            <input type="checkbox" checked={plan.late} onChange={(event) => change({ late: event.target.checked })} />
            Accept late work, and say how late it is
          </label>
          <span className="mt-1 flex flex-wrap items-center gap-1.5">
            Grace period
            <NumberField
              label="Minutes of grace"
              value={plan.grace}
              low={0}
              high={1440}
              take={(grace) => change({ grace: Math.round(grace) })}
            />
            minutes
          </span>
        </div>
      )}
      {plan.parts.length > 1 && (
        <>
          <h3 className="border-t border-rule pt-2">Part {index + 1}</h3>
          <label className="text-sm">
            Name of this part (if you like)
            <input
              className="field mt-1"
              value={part.name}
              maxLength={limits.partName}
              onChange={(event) => changed({ name: event.target.value })}
            />
          </label>
          <label className="text-sm">
            What to do in this part, beside the brief
            <textarea
              className="field mt-1"
              rows={2}
              value={part.brief}
              maxLength={limits.brief}
              onChange={(event) => changed({ brief: event.target.value })}
            />
          </label>
          <PartPlace plan={plan} setPlan={setPlan} part={part} choose={choose} />
        </>
      )}
      {index > 0 && (
        <label className="flex items-center gap-1.5 text-sm">
          <input type="checkbox" checked={part.waits} onChange={(event) => changed({ waits: event.target.checked })} />
          opens when {lower(partName({ position: index, name: plan.parts[index - 1]?.name ?? '' }))} is right
        </label>
      )}
      <div className="text-sm">
        <p className="mb-1">Students</p>
        <Choice<Kind>
          label="What students do"
          value={part.kind}
          disabled={locked}
          options={[
            { value: 'copy', label: 'copy it' },
            { value: 'build-on', label: 'build on it' },
            { value: 'create', label: 'make their own' },
          ]}
          onChange={(kind) => changePart((before) => withKind(before, kind))}
        />
        <p className="mt-1 text-faint">{KINDS[part.kind]}</p>
      </div>
      {part.targets.length > 0 && (
        <div className="text-sm">
          <p className="mb-1">The target is</p>
          <Choice<View>
            label="The target is"
            value={part.view}
            options={[
              { value: 'seen', label: 'seen and heard' },
              { value: 'heard', label: 'only heard' },
              { value: 'hidden', label: 'hidden' },
            ]}
            onChange={(view) => changed({ view })}
          />
          <p className="mt-1 text-faint">{VIEWS[part.view]}</p>
        </div>
      )}
      <FreedomFields
        freedom={part.freedom}
        change={(freedom) => changed({ freedom: { ...part.freedom, ...freedom } })}
        pattern={baseOf(part)}
        catalogue={catalogue}
        locked={locked}
      />
    </section>
  );
}

const KINDS: Record<Kind, string> = {
  copy: 'The sheet holds the target; they begin with empty rows.',
  'build-on': 'They begin with what is on the sheet and go on from it.',
  create: 'They begin with what is on the sheet, empty rows if you leave it so.',
};

const VIEWS: Record<View, string> = {
  seen: 'They see the sheet and hear it.',
  heard: 'Dictation: they hear it as sound and write it down; no note of it reaches them.',
  hidden: 'They build what the brief says, and neither see nor hear it.',
};
