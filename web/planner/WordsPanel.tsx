import type { Catalogue } from '../api/types';
import { Choice } from '../ui/Choice';
import { NumberField } from '../ui/NumberField';
import { TimeField } from '../ui/TimeField';
import { lower, partName } from '../ui/words';
import { useSay } from '../words/words';
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
  const say = useSay();
  const change = (words: Partial<Plan>) => setPlan((before) => ({ ...before, ...words }));
  const changed = (settings: Partial<PartPlan>) => changePart((before) => ({ ...before, ...settings }));
  const index = plan.parts.indexOf(part);
  const locked = part.attempts > 0;
  const { limits } = catalogue;
  return (
    <section aria-label={say('plan.words')} className="flex flex-col gap-3">
      <label className="text-sm">
        {say('plan.name')}
        <input
          className="field mt-1"
          value={plan.title}
          maxLength={limits.title}
          required
          onChange={(event) => change({ title: event.target.value })}
        />
      </label>
      <label className="text-sm">
        {say('plan.brief')}
        <textarea
          className="field mt-1"
          rows={4}
          value={plan.brief}
          maxLength={limits.brief}
          onChange={(event) => change({ brief: event.target.value })}
        />
      </label>
      <TimeField label={say('plan.dueDate')} lesson={plan.course.lesson} value={plan.dueAt} change={(dueAt) => change({ dueAt })} />
      {plan.dueAt && (
        <div className="text-sm">
          <label className="flex items-center gap-1.5">
            <input type="checkbox" checked={plan.late} onChange={(event) => change({ late: event.target.checked })} />
            {say('plan.late')}
          </label>
          <span className="mt-1 flex flex-wrap items-center gap-1.5">
            {say('plan.grace')}
            <NumberField
              label={say('plan.grace.label')}
              value={plan.grace}
              low={0}
              high={1440}
              take={(grace) => change({ grace: Math.round(grace) })}
            />
            {say('plan.minutes')}
          </span>
        </div>
      )}
      {plan.parts.length > 1 && (
        <>
          <h3 className="border-t border-rule pt-2">{partName({ position: index + 1, name: '' })}</h3>
          <label className="text-sm">
            {say('plan.part.name')}
            <input
              className="field mt-1"
              value={part.name}
              maxLength={limits.partName}
              onChange={(event) => changed({ name: event.target.value })}
            />
          </label>
          <label className="text-sm">
            {say('plan.part.brief')}
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
          {say('plan.part.waits', { name: lower(partName({ position: index, name: plan.parts[index - 1]?.name ?? '' })) })}
        </label>
      )}
      <div className="text-sm">
        <p className="mb-1">{say('plan.students')}</p>
        <Choice<Kind>
          label={say('plan.kind')}
          value={part.kind}
          disabled={locked}
          options={[
            { value: 'copy', label: say('plan.kind.copy') },
            { value: 'build-on', label: say('plan.kind.buildOn') },
            { value: 'create', label: say('plan.kind.create') },
          ]}
          onChange={(kind) => changePart((before) => withKind(before, kind))}
        />
        <p className="mt-1 text-faint">{say(`plan.kind.${part.kind}.what`)}</p>
      </div>
      {part.targets.length > 0 && (
        <div className="text-sm">
          <p className="mb-1">{say('plan.view')}</p>
          <Choice<View>
            label={say('plan.view')}
            value={part.view}
            options={[
              { value: 'seen', label: say('plan.view.seen') },
              { value: 'heard', label: say('plan.view.heard') },
              { value: 'hidden', label: say('plan.view.hidden') },
            ]}
            onChange={(view) => changed({ view })}
          />
          <p className="mt-1 text-faint">{say(`plan.view.${part.view}.what`)}</p>
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
