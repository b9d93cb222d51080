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
import { planTitle, when } from '../ui/words';
import { type Key, useSay } from '../words/words';
import { AsksPanel } from './AsksPanel';
import { CopyTo } from './CopyTo';
import { EffectNotice } from './EffectNotice';
import { HelpFields } from './HelpFields';
import { Later } from './Later';
import { MarkingPanel } from './MarkingPanel';
import { PartNav, SheetNav } from './PartNav';
import type { Opened } from './PlannerPage';
import { doubtsOf, type PartPlan, type Plan, type PlanSheet, roomFor, sheetsOf } from './plan';
import { type PlanQueue, usePlanKeeping } from './usePlanKeeping';
import { WordsPanel } from './WordsPanel';

/** The Planner: the words of the task beside the sheet, which is the one that students use. */
export function PlannerView({ saved, left, catalogue }: Opened & { catalogue: Catalogue }) {
  const [search] = useSearchParams();
  const [begun] = useState(() => roomFor(search.get('take') === null ? '' : (search.get('as') ?? ''), left?.plan ?? saved));
  const [plan, setPlan] = useState(begun.plan);
  const [chosen, setChosen] = useState({ part: 0, sheet: begun.sheet });
  const queue = usePlanKeeping(plan, setPlan, saved, left, catalogue);
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
      queue={queue}
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
  queue: PlanQueue;
  catalogue: Catalogue;
  panel: number;
  setPanel: (panel: number) => void;
};

const LABELS: Record<PlanSheet['role'], Key> = { target: 'plan.sheet.target', start: 'plan.sheet.start', frame: 'plan.sheet.frame' };

/** One sheet of one part, with the panels of its part beside it. */
function Sheet({ plan, setPlan, part, sheet, choose, queue, catalogue, panel, setPanel }: Props) {
  const say = useSay();
  const { counting } = plan.course;
  const { music, error } = useMusic(sheet.store, counting, null, plan.course.sheet);
  const [editor, setEditor] = useState<Editor | null>(null);
  useEffect(() => {
    if (!music || editor) return;
    const folds = new Folds(part.id && `folds ${part.id}`);
    setEditor(new Editor(sheet.store, catalogue, music, playerFor(catalogue), null, [], folds));
  }, [music, editor, sheet, catalogue, part.id]);
  if (error) return <Failed error={error} />;
  if (!music || !editor) return <Waiting what={say('plan.waiting.sheet')} />;
  editor.music = music;
  const changePart = (change: (part: PartPlan) => PartPlan) =>
    setPlan((before) => ({ ...before, parts: before.parts.map((one) => (one.key === part.key ? change(one) : one)) }));
  const props = { plan, part, changePart, catalogue };
  const choosing = { plan, setPlan, part, sheet, choose, changePart, limits: catalogue.limits, toTask: () => setPanel(0) };
  return (
    <Workbench
      label={say(LABELS[sheet.role])}
      editor={editor}
      catalogue={catalogue}
      music={music}
      counting={counting}
      locked={part.attempts > 0 && sheet.role === 'start'}
      panel={panel}
      setPanel={setPanel}
      head={<PlanHead plan={plan} queue={queue} parts={<PartNav {...choosing} />} attempts={part.attempts} role={sheet.role} />}
      sheets={<SheetNav {...choosing} />}
      halves={[say('plan.half.task'), say('plan.half.beat')]}
      foot={<Publish plan={plan} part={part} queue={queue} />}
      panels={[
        {
          name: 'Words',
          label: say('plan.panel.words'),
          content: (
            <>
              <WordsPanel {...props} setPlan={setPlan} choose={choose} />
              {!isOut(plan) && plan.title.trim() !== '' && (
                <Later busy={queue.busy} lesson={plan.course.lesson} publish={(at) => void queue.publish(at)} />
              )}
              {plan.id && <CopyTo id={plan.id} courseId={plan.course.id} />}
            </>
          ),
        },
        {
          name: 'Rules',
          label: say('plan.panel.rules'),
          content: <AsksPanel {...props} open={(key) => choose(plan.parts.indexOf(part), key)} />,
        },
        {
          name: 'Help',
          label: say('plan.panel.help'),
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
        { name: 'Marking', label: say('plan.panel.marking'), content: <MarkingPanel {...props} /> },
      ]}
    />
  );
}

type HeadProps = { plan: Plan; queue: PlanQueue; parts: ReactNode; attempts: number; role: PlanSheet['role'] };

function PlanHead({ plan, queue, parts, attempts, role }: HeadProps) {
  const say = useSay();
  return (
    <>
      <div className="head-line">
        <h1>{plan.id || queue.dirty ? planTitle(plan) : say('plan.new')}</h1>
        <span className="text-sm text-faint">{plan.course.name}</span>
        {parts}
        <p role="status" className="keeps-room ms-auto text-end text-sm text-faint" data-room="Changed, not saved yet">
          {queue.said}
        </p>
      </div>
      {attempts > 0 && <p className="text-sm text-faint">{say('plan.locked', { count: attempts })}</p>}
      <p role="status" className="text-sm">
        {role === 'frame' && say('plan.frame.note')}
      </p>
      <ConflictNotice
        queue={queue.queue}
        mine={say('plan.keepMine')}
        other={say('plan.keepOther')}
        settle={(which) => queue.queue.settle(which)}
      />
      {queue.error && <Notice>{queue.error}</Notice>}
      {queue.effect && <EffectNotice effect={queue.effect} queue={queue} />}
    </>
  );
}

/** Whether the class has it; a planned one opens by itself. */
const isOut = (plan: Plan): boolean => plan.publishedAt !== null && new Date(plan.publishedAt) <= new Date();

function Publish({ plan, part, queue }: { plan: Plan; part: PartPlan; queue: PlanQueue }) {
  const say = useSay();
  const [doubts, setDoubts] = useState<string[]>([]);
  const [impossible, setImpossible] = useState<string[]>([]);
  const publish = async () => {
    if (unfinished()) return;
    const known = await queue.feasible();
    if (!known) return;
    setImpossible(known.impossible);
    if (known.impossible.length > 0) return setDoubts([]);
    const found = [...doubtsOf(plan), ...known.undecided.map((text) => say('plan.unchecked', { text }))];
    if (found.length > 0 && doubts.length === 0) return setDoubts(found);
    setDoubts([]);
    void queue.publish(null);
  };
  return (
    <section aria-label={say('plan.publish')}>
      {impossible.length > 0 && (
        <Notice>
          {say('plan.impossible')}
          {impossible.map((text) => (
            <p key={text}>{text}</p>
          ))}
          <button type="button" className="button button-small mt-1" onClick={() => setImpossible([])}>
            {say('plan.ok')}
          </button>
        </Notice>
      )}
      {doubts.length > 0 && (
        <Notice>
          {doubts.map((doubt) => (
            <p key={doubt}>{doubt}</p>
          ))}
          <button type="button" className="button button-small mt-1" onClick={() => setDoubts([])}>
            {say('plan.notYet')}
          </button>
        </Notice>
      )}
      <p data-roomy className="flex flex-wrap justify-between gap-x-3 text-sm text-faint">
        <span>{plan.dueAt ? say('plan.due', { when: when(plan.dueAt) }) : say('plan.noDue')}</span>
        <span>
          {plan.closedAt
            ? say('plan.closedAt', { when: when(plan.closedAt) })
            : plan.publishedAt
              ? say(isOut(plan) ? 'plan.publishedAt' : 'plan.opensAt', { when: when(plan.publishedAt) })
              : plan.title.trim() === ''
                ? say('plan.onlyYou')
                : say('plan.onlyYouNamed')}
        </span>
      </p>
      <p className="mt-1.5 flex flex-wrap gap-2">
        {part.id && (
          <Link to={`/bench/${part.id}`} className="button" aria-label={say('plan.try')}>
            {say('plan.try.word')}
          </Link>
        )}
        {plan.publishedAt ? (
          <button
            type="button"
            className="button button-main flex-1 justify-center"
            disabled={!queue.dirty || queue.busy}
            onClick={() => !unfinished() && void queue.saveChanges()}
          >
            {say('plan.save')}
          </button>
        ) : (
          <button
            type="button"
            className="button button-main flex-1 justify-center"
            aria-label={say(doubts.length > 0 ? 'plan.publish.anywayTo' : 'plan.publish.to', { name: plan.course.name })}
            disabled={plan.title.trim() === ''}
            onClick={() => void publish()}
          >
            {doubts.length > 0 ? say('plan.publish.anyway') : say('plan.publish')}
          </button>
        )}
      </p>
      {plan.id && plan.publishedAt && (
        <p data-roomy className="mt-2 flex flex-wrap gap-2">
          {queue.dirty && (
            <button type="button" className="button button-small" onClick={queue.forget}>
              {say('plan.forget')}
            </button>
          )}
          <button
            type="button"
            className="button button-small"
            title={plan.closedAt ? say('plan.reopen.title') : say('plan.close.title')}
            disabled={queue.busy}
            onClick={() => void queue.step(plan.closedAt ? 'reopen' : 'close')}
          >
            {plan.closedAt ? say('plan.reopen') : say('plan.close')}
          </button>
          {plan.parts.every((one) => one.attempts === 0) && (
            <AskFirst action={say('plan.withdraw')} disabled={queue.busy} act={() => void queue.step('withdraw')}>
              {say('plan.withdraw.what', { name: plan.course.name })}
            </AskFirst>
          )}
        </p>
      )}
      {plan.id && (
        <div data-roomy className="mt-2 flex flex-wrap items-center gap-x-3 gap-y-1">
          {part.id && (
            <Link to={`/sheet/target/${part.id}`} className="quiet-link text-sm">
              {say('plan.paper')}
            </Link>
          )}
          <KeepOnShelf title={plan.title} what={() => ({ assignmentId: plan.id ?? '' })} label={say('plan.toShelf')} />
        </div>
      )}
      {plan.id && !plan.publishedAt && (
        <div data-roomy>
          <RemovePlan remove={queue.remove} />
        </div>
      )}
    </section>
  );
}

/** Asks once more: a plan that is removed does not come back. */
function RemovePlan({ remove }: { remove: () => Promise<void> }) {
  const say = useSay();
  const [asked, setAsked] = useState(false);
  if (!asked) {
    return (
      <button type="button" className="button button-small mt-2" onClick={() => setAsked(true)}>
        {say('plan.remove')}
      </button>
    );
  }
  return (
    <div className="mt-2 flex flex-wrap items-center gap-2 text-sm">
      <span role="status">{say('plan.remove.sure')}</span>
      <button type="button" className="button" onClick={() => void remove()}>
        {say('plan.remove.yes')}
      </button>
      <button type="button" className="button" onClick={() => setAsked(false)}>
        {say('plan.cancel')}
      </button>
    </div>
  );
}
