import { type ReactNode, useEffect, useState } from 'react';
import { Link, useSearchParams } from 'react-router';
import type { Catalogue } from '../api/types';
import { Editor } from '../edit/Editor';
import { Folds } from '../edit/Folds';
import { KeysHelp } from '../edit/KeysHelp';
import { useMusic } from '../edit/useMusic';
import { Workbench } from '../edit/Workbench';
import { ConflictNotice } from '../keep/ConflictNotice';
import { KeepOnShelf } from '../keep/KeepOnShelf';
import { playerFor } from '../sound/usePlayer';
import { AskFirst } from '../ui/AskFirst';
import { Failed, Notice, Waiting } from '../ui/states';
import { unfinished } from '../ui/TimeField';
import { planTitle, plural, when } from '../ui/words';
import { AsksPanel } from './AsksPanel';
import { CopyTo } from './CopyTo';
import { EffectNotice } from './EffectNotice';
import { HelpFields } from './HelpFields';
import { Later } from './Later';
import { MarkingPanel } from './MarkingPanel';
import { PartNav, SheetNav } from './PartNav';
import type { Opened } from './PlannerPage';
import { doubtsOf, type PartPlan, type Plan, type PlanSheet, roomFor, sheetsOf } from './plan';
import { type PlanKeeper, usePlanKeeping } from './usePlanKeeping';
import { WordsPanel } from './WordsPanel';

/** The Planner: the words of the task beside the sheet, which is the one that students use. */
export function PlannerView({ saved, left, catalogue }: Opened & { catalogue: Catalogue }) {
  const [search] = useSearchParams();
  const [begun] = useState(() => roomFor(search.get('take') === null ? '' : (search.get('as') ?? ''), left?.plan ?? saved));
  const [plan, setPlan] = useState(begun.plan);
  const [chosen, setChosen] = useState({ part: 0, sheet: begun.sheet });
  const keeper = usePlanKeeping(plan, setPlan, saved, left, catalogue);
  const part = (plan.parts[chosen.part] ?? plan.parts[0]) as PartPlan;
  const sheets = sheetsOf(part);
  const sheet = sheets.find(({ key }) => key === chosen.sheet) ?? (sheets[0] as PlanSheet);
  const [panel, setPanel] = useState(0);
  return (
    <Sheet
      key={`${part.key} ${sheet.key}`}
      plan={plan}
      setPlan={setPlan}
      part={part}
      sheet={sheet}
      choose={(index, key) => setChosen({ part: index, sheet: key })}
      keeper={keeper}
      catalogue={catalogue}
      panel={panel}
      setPanel={setPanel}
    />
  );
}

type Props = {
  plan: Plan;
  setPlan: (change: (plan: Plan) => Plan) => void;
  part: PartPlan;
  sheet: PlanSheet;
  choose: (part: number, sheet: string) => void;
  keeper: PlanKeeper;
  catalogue: Catalogue;
  panel: number;
  setPanel: (panel: number) => void;
};

const LABELS = { target: 'The target', start: 'What students begin with', frame: 'A frame' };

/** One sheet of one part, with the panels of its part beside it. */
function Sheet({ plan, setPlan, part, sheet, choose, keeper, catalogue, panel, setPanel }: Props) {
  const { counting } = plan.course;
  const { music, error } = useMusic(sheet.store, counting, null, plan.course.sheet);
  const [editor, setEditor] = useState<Editor | null>(null);
  useEffect(() => {
    if (!music || editor) return;
    const folds = new Folds(part.id && `folds ${part.id}`);
    setEditor(new Editor(sheet.store, catalogue, music, playerFor(catalogue), null, [], folds));
  }, [music, editor, sheet, catalogue, part.id]);
  if (error) return <Failed error={error} />;
  if (!music || !editor) return <Waiting what="the sheet" />;
  editor.music = music;
  const changePart = (change: (part: PartPlan) => PartPlan) =>
    setPlan((before) => ({ ...before, parts: before.parts.map((one) => (one.key === part.key ? change(one) : one)) }));
  const props = { plan, part, changePart, catalogue };
  const choosing = { plan, setPlan, part, sheet, choose, changePart, limits: catalogue.limits, toTask: () => setPanel(0) };
  return (
    <Workbench
      label={LABELS[sheet.role]}
      editor={editor}
      catalogue={catalogue}
      music={music}
      counting={counting}
      locked={part.attempts > 0 && sheet.role === 'start'}
      panel={panel}
      setPanel={setPanel}
      head={<PlanHead plan={plan} keeper={keeper} parts={<PartNav {...choosing} />} attempts={part.attempts} role={sheet.role} />}
      sheets={<SheetNav {...choosing} />}
      halves={['The task', 'The beat']}
      foot={<Publish plan={plan} part={part} keeper={keeper} />}
      panels={[
        {
          name: 'Words',
          content: (
            <>
              <WordsPanel {...props} setPlan={setPlan} choose={choose} />
              {!isOut(plan) && plan.title.trim() !== '' && (
                <Later busy={keeper.busy} lesson={plan.course.lesson} publish={(at) => void keeper.publish(at)} />
              )}
              {plan.id && <CopyTo id={plan.id} courseId={plan.course.id} />}
            </>
          ),
        },
        { name: 'Rules', content: <AsksPanel {...props} open={(key) => choose(plan.parts.indexOf(part), key)} /> },
        {
          name: 'Help',
          content: (
            <>
              <HelpFields
                catalogue={catalogue}
                part={part}
                change={(help) => changePart((before) => ({ ...before, help: { ...before.help, ...help } }))}
              />
              <KeysHelp />
            </>
          ),
        },
        { name: 'Marking', content: <MarkingPanel {...props} /> },
      ]}
    />
  );
}

type HeadProps = { plan: Plan; keeper: PlanKeeper; parts: ReactNode; attempts: number; role: PlanSheet['role'] };

function PlanHead({ plan, keeper, parts, attempts, role }: HeadProps) {
  return (
    <>
      <div className="head-line">
        <h1>{plan.id || keeper.dirty ? planTitle(plan) : 'A new assignment'}</h1>
        <span className="text-sm text-faint">{plan.course.name}</span>
        {parts}
        <p role="status" className="keeps-room ms-auto text-end text-sm text-faint" data-room="Changed, not saved yet">
          {keeper.said}
        </p>
      </div>
      {attempts > 0 && (
        <p className="text-sm text-faint">
          {plural(attempts, 'beat is', 'beats are')} handed in, so what students begin with and may change is fixed. Before other changes
          are saved, you see whose marks they concern.
        </p>
      )}
      <p role="status" className="text-sm">
        {role === 'frame' && 'This sheet is the frame of a rule: meter, tempo and bars here are the frame’s, not the task’s.'}
      </p>
      <ConflictNotice
        keeper={keeper.keeper}
        mine="Keep the plan in this tab"
        other="Use the other one"
        settle={(which) => keeper.keeper.settle(which)}
      />
      {keeper.error && <Notice>{keeper.error}</Notice>}
      {keeper.effect && <EffectNotice effect={keeper.effect} keeper={keeper} />}
    </>
  );
}

/** Whether the class has it; a planned one opens by itself. */
const isOut = (plan: Plan): boolean => plan.publishedAt !== null && new Date(plan.publishedAt) <= new Date();

function Publish({ plan, part, keeper }: { plan: Plan; part: PartPlan; keeper: PlanKeeper }) {
  const [doubts, setDoubts] = useState<string[]>([]);
  const [impossible, setImpossible] = useState<string[]>([]);
  const publish = async () => {
    if (unfinished()) return;
    const known = await keeper.feasible();
    if (!known) return;
    setImpossible(known.impossible);
    if (known.impossible.length > 0) return setDoubts([]);
    const found = [...doubtsOf(plan), ...known.undecided.map((text) => `We couldn’t check whether a beat can meet this: ${text}`)];
    if (found.length > 0 && doubts.length === 0) return setDoubts(found);
    setDoubts([]);
    void keeper.publish(null);
  };
  return (
    <section aria-label="Publish">
      {impossible.length > 0 && (
        <Notice>
          Nobody could solve this task:
          {impossible.map((text) => (
            <p key={text}>{text}</p>
          ))}
          <button type="button" className="button button-small mt-1" onClick={() => setImpossible([])}>
            OK
          </button>
        </Notice>
      )}
      {doubts.length > 0 && (
        <Notice>
          {doubts.map((doubt) => (
            <p key={doubt}>{doubt}</p>
          ))}
          <button type="button" className="button button-small mt-1" onClick={() => setDoubts([])}>
            Not yet
          </button>
        </Notice>
      )}
      <p className="flex flex-wrap justify-between gap-x-3 text-sm text-faint">
        <span>{plan.dueAt ? `Due ${when(plan.dueAt)}` : 'No due date'}</span>
        <span>
          {plan.closedAt
            ? `closed ${when(plan.closedAt)}`
            : plan.publishedAt
              ? `${isOut(plan) ? 'published' : 'opens'} ${when(plan.publishedAt)}`
              : `only you see this${plan.title.trim() === '' ? '; give it a name to publish it' : ''}`}
        </span>
      </p>
      <p className="mt-1.5 flex flex-wrap gap-2">
        {part.id && (
          <Link to={`/bench/${part.id}`} className="button" aria-label="Try it as a student">
            Try it
          </Link>
        )}
        {plan.publishedAt ? (
          <button
            type="button"
            className="button button-main flex-1 justify-center"
            disabled={!keeper.dirty || keeper.busy}
            onClick={() => !unfinished() && void keeper.saveChanges()}
          >
            Save the changes
          </button>
        ) : (
          <button
            type="button"
            className="button button-main flex-1 justify-center"
            aria-label={`Publish ${doubts.length > 0 ? 'anyway ' : ''}to ${plan.course.name}`}
            disabled={plan.title.trim() === ''}
            onClick={() => void publish()}
          >
            {doubts.length > 0 ? 'Publish anyway' : 'Publish'}
          </button>
        )}
      </p>
      {plan.id && plan.publishedAt && (
        <p className="mt-2 flex flex-wrap gap-2">
          {keeper.dirty && (
            <button type="button" className="button button-small" onClick={keeper.forget}>
              Forget the changes
            </button>
          )}
          <button
            type="button"
            className="button button-small"
            title={plan.closedAt ? 'Beats are handed in again' : 'From then on nothing more is handed in'}
            disabled={keeper.busy}
            onClick={() => void keeper.step(plan.closedAt ? 'reopen' : 'close')}
          >
            {plan.closedAt ? 'Open it again' : 'Close it'}
          </button>
          {plan.parts.every((one) => one.attempts === 0) && (
            <AskFirst action="Withdraw from class" disabled={keeper.busy} act={() => void keeper.step('withdraw')}>
              {plan.course.name} won’t see this task any more. What students have begun is kept for when you publish it again.
            </AskFirst>
          )}
        </p>
      )}
      {plan.id && (
        <div className="mt-2 flex flex-wrap items-center gap-x-3 gap-y-1">
          {part.id && (
            <Link to={`/sheet/target/${part.id}`} className="quiet-link text-sm">
              on paper
            </Link>
          )}
          <KeepOnShelf title={plan.title} what={() => ({ assignmentId: plan.id ?? '' })} label="Keep the task on the Shelf" />
        </div>
      )}
      {plan.id && !plan.publishedAt && <RemovePlan remove={keeper.remove} />}
    </section>
  );
}

/** Asks once more: a plan that is removed does not come back. */
function RemovePlan({ remove }: { remove: () => Promise<void> }) {
  const [asked, setAsked] = useState(false);
  if (!asked) {
    return (
      <button type="button" className="button button-small mt-2" onClick={() => setAsked(true)}>
        Remove this plan
      </button>
    );
  }
  return (
    <div className="mt-2 flex flex-wrap items-center gap-2 text-sm">
      <span role="status">Remove it for good?</span>
      <button type="button" className="button" onClick={() => void remove()}>
        Yes, remove it
      </button>
      <button type="button" className="button" onClick={() => setAsked(false)}>
        Cancel
      </button>
    </div>
  );
}
