import { useQueryClient } from '@tanstack/react-query';
import { type ReactNode, useEffect, useMemo, useRef, useState, useSyncExternalStore } from 'react';
import { Link, useNavigate } from 'react-router';
import { call } from '../api/client';
import type { Catalogue, Music, PlannedAssignment } from '../api/types';
import { Editor } from '../bench/Editor';
import { KeysHelp } from '../bench/KeysHelp';
import { useMusic } from '../bench/useMusic';
import { Workbench } from '../bench/Workbench';
import { PatternStore } from '../music/PatternStore';
import { playerFor } from '../sound/usePlayer';
import { Failed, Notice, Waiting } from '../ui/states';
import { plural, when } from '../ui/words';
import { inputOf, type Plan, planOf } from './plan';
import { TaskFields } from './TaskFields';

/** The Planner: the words of the task beside the sheet, which is the one that students use. */
export function PlannerView({ plan: opened, catalogue }: { plan: Plan; catalogue: Catalogue }) {
  const [plan, setPlan] = useState(opened);
  const [store] = useState(() => new PatternStore(opened.pattern));
  const pattern = useSyncExternalStore(store.subscribe, () => store.pattern);
  const { music, error } = useMusic(store, plan.course.counting, null);
  const keeper = usePlanKeeping(plan, setPlan, store);
  const locked = plan.attempts > 0;
  if (error) return <Failed error={error} />;
  if (!music) return <Waiting what="the sheet" />;
  return (
    <PlanSheet
      store={store}
      catalogue={catalogue}
      music={music}
      counting={plan.course.counting}
      locked={locked}
      copy={plan.kind === 'copy'}
      head={<PlanHead plan={plan} keeper={keeper} />}
    >
      <TaskFields
        plan={plan}
        change={(change) => setPlan((before) => ({ ...before, ...change }))}
        pattern={pattern}
        catalogue={catalogue}
        locked={locked}
      />
      <Publish plan={plan} keeper={keeper} />
      <KeysHelp />
    </PlanSheet>
  );
}

type Keeper = ReturnType<typeof usePlanKeeping>;

function PlanHead({ plan, keeper }: { plan: Plan; keeper: Keeper }) {
  return (
    <>
      <div className="mb-2 flex flex-wrap items-baseline gap-x-4">
        <h1>{plan.title || 'A new assignment'}</h1>
        <span className="text-faint">{plan.course.name}</span>
        <p role="status" className="text-sm text-faint">
          {keeper.said}
        </p>
      </div>
      {keeper.error && <Notice>{keeper.error}</Notice>}
      {plan.attempts > 0 && (
        <p className="card mb-3">
          {plural(plan.attempts, 'beat is', 'beats are')} handed in, so the sheet and its settings stay as they are. Title, brief and due
          time can change.
        </p>
      )}
    </>
  );
}

function PlanSheet({ store, catalogue, music, counting, locked, copy, head, children }: SheetProps) {
  const [editor] = useState(() => new Editor(store, catalogue, music, playerFor(catalogue, store.pattern.kit), null, []));
  editor.music = music;
  return (
    <Workbench
      label={copy ? 'The target' : 'What students begin with'}
      editor={editor}
      catalogue={catalogue}
      music={music}
      counting={counting}
      locked={locked}
      head={head}
      first={{ name: 'Task', content: children }}
    />
  );
}

type SheetProps = {
  store: PatternStore;
  catalogue: Catalogue;
  music: Music;
  counting: Plan['course']['counting'];
  locked: boolean;
  copy: boolean;
  head: ReactNode;
  children: ReactNode;
};

function Publish({ plan, keeper }: { plan: Plan; keeper: Keeper }) {
  return (
    <section aria-labelledby="publish" className="card p-3">
      <h2 id="publish">{plan.publishedAt ? 'Published' : 'Publish'}</h2>
      <p className="mt-1 text-sm text-faint">
        {plan.publishedAt ? `The class sees this since ${when(plan.publishedAt)}.` : 'Until you publish, only you see this.'}
      </p>
      <p className="mt-2 flex flex-wrap gap-2">
        {plan.publishedAt ? (
          <button type="button" className="button button-main" disabled={!keeper.dirty} onClick={() => void keeper.save()}>
            Save the changes
          </button>
        ) : (
          <button type="button" className="button button-main" disabled={plan.title.trim() === ''} onClick={() => void keeper.publish()}>
            Publish to {plan.course.name}
          </button>
        )}
        {plan.partId && (
          <Link to={`/bench/${plan.partId}`} className="button">
            Try it as a student
          </Link>
        )}
      </p>
      {plan.id && !plan.publishedAt && <RemovePlan remove={keeper.remove} />}
    </section>
  );
}

/** Asks once more: a plan that is removed does not come back. */
function RemovePlan({ remove }: { remove: () => Promise<void> }) {
  const [asked, setAsked] = useState(false);
  if (!asked) {
    return (
      <button type="button" className="button mt-2" onClick={() => setAsked(true)}>
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
        Keep it
      </button>
    </div>
  );
}

/** Keeps a plan by itself while only the teacher sees it; what is published changes only on a press. */
function usePlanKeeping(plan: Plan, setPlan: (plan: Plan) => void, store: PatternStore) {
  const navigate = useNavigate();
  const queries = useQueryClient();
  const target = useSyncExternalStore(store.subscribe, () => store.pattern);
  const body = useMemo(() => JSON.stringify(inputOf(plan, target)), [plan, target]);
  const known = useRef(body);
  const [keptAt, setKeptAt] = useState<Date | null>(null);
  const [busy, setBusy] = useState(false);
  const [error, setError] = useState('');
  const dirty = body !== known.current;
  const save = async (): Promise<Plan | null> => {
    setBusy(true);
    setError('');
    try {
      const input = inputOf(plan, store.pattern);
      const sent = JSON.stringify(input);
      const answer = plan.id
        ? await call<PlannedAssignment>('PUT', `/api/assignments/${plan.id}`, input)
        : await call<PlannedAssignment>('POST', '/api/assignments', { courseId: plan.course.id, ...input });
      known.current = sent;
      setKeptAt(new Date());
      void queries.invalidateQueries({ queryKey: ['today'] });
      const kept = planOf(answer);
      if (!plan.id) window.history.replaceState(null, '', `/plan/${kept.id}`);
      const next = { ...plan, id: kept.id, partId: kept.partId };
      if (!plan.id) setPlan(next);
      return next;
    } catch (problem) {
      setError((problem as Error).message);
      return null;
    } finally {
      setBusy(false);
    }
  };
  const publish = async () => {
    const kept = dirty || !plan.id ? await save() : plan;
    if (!kept) return;
    try {
      await call('POST', `/api/assignments/${kept.id}/publish`);
      void queries.invalidateQueries({ queryKey: ['today'] });
      navigate('/');
    } catch (problem) {
      setError((problem as Error).message);
    }
  };
  const remove = async () => {
    try {
      await call('DELETE', `/api/assignments/${plan.id}`);
      known.current = body;
      void queries.invalidateQueries({ queryKey: ['today'] });
      navigate('/');
    } catch (problem) {
      setError((problem as Error).message);
    }
  };
  const latest = useRef(save);
  latest.current = save;
  // biome-ignore lint/correctness/useExhaustiveDependencies: body stands for everything that is kept
  useEffect(() => {
    if (plan.publishedAt || !dirty || busy || plan.title.trim() === '') return;
    const timer = setTimeout(() => void latest.current(), 700);
    return () => clearTimeout(timer);
  }, [body, plan.publishedAt, busy]);
  useEffect(() => {
    const warn = (event: BeforeUnloadEvent) => {
      if (dirty && plan.title.trim() !== '') event.preventDefault();
    };
    window.addEventListener('beforeunload', warn);
    return () => window.removeEventListener('beforeunload', warn);
  }, [dirty, plan.title]);
  const said = busy
    ? 'Saving …'
    : !plan.id && plan.title.trim() === ''
      ? 'Name the task, and it is kept from then on'
      : dirty
        ? plan.publishedAt
          ? 'Changed, not saved yet'
          : 'Saving …'
        : keptAt || plan.id
          ? `Saved${keptAt ? ` at ${keptAt.toLocaleTimeString(undefined, { hour: '2-digit', minute: '2-digit' })}` : ''}`
          : '';
  return { save, publish, remove, error, dirty, said };
}
