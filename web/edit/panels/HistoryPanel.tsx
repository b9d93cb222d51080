import { type ReactNode, useSyncExternalStore } from 'react';
import { lower } from '../../ui/words';
import { useSay } from '../../words/words';
import type { Editor } from '../Editor';

type Props = { editor: Editor; locked: boolean; children: ReactNode };

/** Every step so far, and earlier versions of the draft. */
export function HistoryPanel({ editor, locked, children }: Props) {
  return (
    <div className="flex flex-col gap-3">
      <StepList editor={editor} locked={locked} />
      {children}
    </div>
  );
}

function StepList({ editor, locked }: { editor: Editor; locked: boolean }) {
  const say = useSay();
  const { store } = editor;
  useSyncExternalStore(store.subscribe, () => store.revision);
  const { done, undone } = store.history;
  const later = [...undone].map((step, i) => ({ step, count: undone.length - i }));
  const earlier = [...done].reverse();
  return (
    <section aria-labelledby="steps" className="card p-3">
      <h2 id="steps">{say('panels.steps')}</h2>
      <p className="text-sm text-faint">
        {done.length === 0 ? say('panels.steps.none') : say('panels.steps.count', { count: done.length })}
      </p>
      <ol className="mt-2 flex max-h-72 flex-col gap-0.5 overflow-y-auto text-sm">
        {later.map(({ step, count }) => (
          <li key={`later ${count}`}>
            <button
              type="button"
              className="step-line text-faint"
              disabled={locked}
              onClick={() => store.redo(count)}
              aria-label={say('panels.steps.again', { name: step.name })}
            >
              {step.name}
            </button>
          </li>
        ))}
        {undone.length > 0 && <li className="border-t-2 border-lamp" aria-label={say('panels.steps.here')} />}
        {earlier.map((step, i) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: a step is known by its place in the list
          <li key={i}>
            <button
              type="button"
              className="step-line"
              disabled={locked}
              onClick={() => store.undo(i + 1)}
              aria-label={say('panels.steps.back', { name: lower(step.name), number: done.length - i })}
            >
              {step.name}
            </button>
          </li>
        ))}
      </ol>
    </section>
  );
}
