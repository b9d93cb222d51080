import { lazy, Suspense, useEffect, useMemo, useState } from 'react';
import { useLocation, useNavigate } from 'react-router';
import type { Bench, Catalogue, Pattern } from '../api/types';
import type { Beside } from '../edit/beside';
import { Editor } from '../edit/Editor';
import { Folds } from '../edit/Folds';
import { KeysHelp } from '../edit/KeysHelp';
import { sameMeter } from '../edit/meters';
import { useMusic } from '../edit/useMusic';
import { Workbench } from '../edit/Workbench';
import type { UndoStore } from '../keep/UndoStore';
import { type History, PatternStore } from '../music/PatternStore';
import { playerFor } from '../sound/usePlayer';
import { soon } from '../ui/soon';
import { Failed, Waiting } from '../ui/states';
import { say, useSay } from '../words/words';
import { Brief } from './Brief';
import { DraftQueue, type Work } from './DraftQueue';
import { DrummedIn } from './DrummedIn';
import { HandIn } from './HandIn';
import { ConflictNotice, KeepingNote } from './Keeping';
import { PartsNav } from './PartsNav';
import type { Looked } from './StatesBlock';
import { TaskRules } from './TaskRules';

// These come behind the sheet.
const CheckBlock = soon(() => import('./CheckBlock'));
const StatesBlock = soon(() => import('./StatesBlock'));
// Only some tasks, and only teachers, need these.
const Dictation = lazy(() => import('./Dictation').then((one) => ({ default: one.Dictation })));
const TryOut = lazy(() => import('./TryOut').then((one) => ({ default: one.TryOut })));

type Props = {
  answer: Bench;
  left: { version: number; work: Work } | null;
  steps: UndoStore;
  history: History;
  catalogue: Catalogue;
};

/** Where a beat is built: the sheet, with the brief and all that shapes a beat beside it. */
export function BenchView({ answer: bench, left, steps, history, catalogue }: Props) {
  const say = useSay();
  const { part, target, trying, assignment } = bench;
  const [store] = useState(() => new PatternStore(left?.work.pattern ?? bench.draft.pattern, history));
  const [queue] = useState(() => new DraftQueue(part.id, store, { ...bench.draft, checked: bench.checked }, left));
  const [beside, setBeside] = useState<Beside>('mine');
  const [looked, setLooked] = useState<Looked | null>(null);
  const [parts, setParts] = useState(bench.parts);
  const [frame, setFrame] = useState<{ title: string; pattern: Pattern } | null>(null);
  const given = useMemo(() => ({ music: bench.music, pattern: bench.draft.pattern }), [bench]);
  const { music, error } = useMusic(store, assignment.course.counting, given, assignment.course.sheet);
  const [editor] = useState(
    () => new Editor(store, catalogue, bench.music, playerFor(catalogue), part.freedom, part.instruments, new Folds(`folds ${part.id}`)),
  );
  useTaken(store);
  useEffect(() => {
    if (trying) return;
    queue.start();
    steps.follow(store);
    return () => {
      queue.stop();
      steps.stop();
    };
  }, [queue, steps, store, trying]);
  if (error) return <Failed error={error} />;
  if (!music) return <Waiting what={say('beat.loading.meter')} />;
  editor.music = music;
  return (
    <Workbench
      label={say('beat.yourBeat', { title: assignment.title })}
      editor={editor}
      catalogue={catalogue}
      music={music}
      counting={assignment.course.counting}
      target={target}
      others={bench.others}
      beside={beside}
      setBeside={setBeside}
      looked={
        looked && sameMeter(looked.pattern.meter, store.pattern.meter)
          ? { title: say('beat.versions.shown', { number: looked.version }), pattern: looked.pattern }
          : frame
      }
      head={
        <>
          <div className="head-line">
            <h1 dir="auto" lang={assignment.course.language}>
              {assignment.title}
            </h1>
            <PartsNav parts={parts} part={part.id} />
            <span className="ms-auto">
              {trying ? <span className="text-sm text-faint">{say('beat.trying')}</span> : <KeepingNote queue={queue} />}
            </span>
          </div>
          <ConflictNotice queue={queue} />
        </>
      }
      hint={bench.given ? say('beat.hint.drummed', { name: say('edit.playIn'), play: say('beat.play') }) : say('beat.hint.first')}
      panels={[
        {
          name: 'Task',
          label: say('beat.panel.Task'),
          content: (
            <>
              <Brief bench={bench}>
                {bench.given && <DrummedIn store={store} given={bench.given} within={part.freedom.played ?? 0} />}
                <TaskRules asks={bench.asks} ticks={bench.checked !== null} queue={queue} frame={frame?.pattern ?? null} show={setFrame} />
              </Brief>
              {part.view === 'heard' && (
                <Suspense fallback={<Waiting what={say('beat.loading.target')} />}>
                  <Dictation part={part} help={bench.help} catalogue={catalogue} />
                </Suspense>
              )}
              {bench.help.ask !== 'nothing' && <CheckBlock editor={editor} partId={part.id} help={bench.help} />}
              {trying && (
                <Suspense fallback={<Waiting what={say('beat.loading.try')} />}>
                  <TryOut store={store} bench={bench} catalogue={catalogue} />
                </Suspense>
              )}
              <KeysHelp />
            </>
          ),
        },
      ]}
      foot={trying ? null : <HandIn bench={bench} queue={queue} editor={editor} limit={catalogue.limits.note} setParts={setParts} />}
      states={trying ? null : <StatesBlock editor={editor} partId={part.id} queue={queue} looked={looked} look={setLooked} />}
    />
  );
}

/** A teacher's suggestion that was taken over becomes a step of its own, so that undo brings the beat back. */
function useTaken(store: PatternStore) {
  const { state } = useLocation();
  const navigate = useNavigate();
  useEffect(() => {
    const take = (state as { take?: Pattern } | null)?.take;
    if (!take) return;
    store.change(say('beat.suggestion.step'), () => take);
    navigate('.', { replace: true, state: null });
  }, [state, store, navigate]);
}
