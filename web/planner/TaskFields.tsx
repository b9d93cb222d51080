import type { Catalogue, Pattern } from '../api/types';
import { Choice } from '../ui/Choice';
import { FreedomFields } from './FreedomFields';
import type { Kind, Plan } from './plan';

/** The words of the task, and when it is due. */
export function TaskFields({
  plan,
  change,
  pattern,
  catalogue,
  locked,
}: {
  plan: Plan;
  change: (change: Partial<Plan>) => void;
  pattern: Pattern;
  catalogue: Catalogue;
  locked: boolean;
}) {
  const { limits } = catalogue;
  return (
    <section aria-labelledby="task" className="card flex flex-col gap-3 p-3">
      <h2 id="task">The task</h2>
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
      <div className="text-sm">
        <p className="mb-1">Students</p>
        <Choice<Kind>
          label="What students do"
          value={plan.kind}
          disabled={locked}
          options={[
            { value: 'copy', label: 'copy it' },
            { value: 'build-on', label: 'build on it' },
            { value: 'create', label: 'make their own' },
          ]}
          onChange={(kind) => change({ kind })}
        />
        <p className="mt-1 text-faint">{KINDS[plan.kind]}</p>
      </div>
      {plan.kind === 'copy' && (
        <div className="text-sm">
          <p className="mb-1">The target is</p>
          <Choice
            label="The target is"
            value={plan.view}
            disabled={locked}
            options={[
              { value: 'seen', label: 'seen and heard' },
              { value: 'hidden', label: 'hidden' },
            ]}
            onChange={(view) => change({ view })}
          />
        </div>
      )}
      <FreedomFields
        freedom={plan.freedom}
        change={(part) => change({ freedom: { ...plan.freedom, ...part } })}
        pattern={pattern}
        catalogue={catalogue}
        locked={locked}
      />
      <label className="text-sm">
        Due
        <input
          type="datetime-local"
          className="field mt-1"
          value={localTime(plan.dueAt)}
          onChange={(event) =>
            change({ dueAt: event.target.value === '' ? null : new Date(event.target.value).toISOString().replace(/\.\d+Z$/, 'Z') })
          }
        />
      </label>
      <label className="text-sm">
        Points
        <input
          type="number"
          className="field mt-1"
          min={1}
          max={1000}
          disabled={locked}
          value={plan.points}
          onChange={(event) => change({ points: Math.max(1, Math.min(1000, event.target.valueAsNumber || 1)) })}
        />
      </label>
    </section>
  );
}

const KINDS: Record<Kind, string> = {
  copy: 'The sheet holds the target; they begin with empty rows.',
  'build-on': 'They begin with what is on the sheet and go on from it.',
  create: 'They begin with what is on the sheet, empty rows if you leave it so.',
};

/** An instant as the datetime-local field wants it: this place's clock, without a zone. */
function localTime(time: string | null): string {
  if (!time) return '';
  const date = new Date(time);
  return new Date(date.getTime() - date.getTimezoneOffset() * 60_000).toISOString().slice(0, 16);
}
