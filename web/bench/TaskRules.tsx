import { useSyncExternalStore } from 'react';
import type { Bench, Pattern } from '../api/types';
import { Tick } from '../ui/Tick';
import { useSay } from '../words/words';
import type { DraftQueue } from './DraftQueue';

type Props = {
  asks: Bench['asks'];
  ticks: boolean;
  queue: DraftQueue;
  /** The pattern of a rule that stands above the sheet now. */
  frame: Pattern | null;
  show: (frame: { title: string; pattern: Pattern } | null) => void;
};

/** What the task asks for, as a list that ticks itself while the beat is built, where the teacher allows it. */
export function TaskRules({ asks, ticks, queue, frame, show }: Props) {
  const say = useSay();
  const checked = useSyncExternalStore(queue.subscribe, () => queue.checked);
  if (asks.length === 0) return null;
  const shown = ticks ? checked : null;
  return (
    <section aria-labelledby="rules" className="mt-3">
      <h3 id="rules">{say('beat.rules')}</h3>
      {shown && (
        <p role="status" className="text-sm text-faint">
          {say('beat.rules.met', { passed: shown.passed, count: asks.length })}
        </p>
      )}
      <ul className="mt-1 flex flex-col gap-1.5 text-sm">
        {asks.map((ask, index) => {
          const result = shown?.results[index];
          return (
            <li key={`${ask.kind} ${ask.text}`} className="flex items-start gap-2">
              {result ? <Tick met={result.passed} /> : <span aria-hidden="true">·</span>}
              <span>
                {ask.text}
                {ask.frame && (
                  <button
                    type="button"
                    className="button button-small ms-1.5"
                    aria-pressed={frame === ask.frame}
                    aria-label={`${say('beat.rules.show')}: ${ask.text}`}
                    onClick={() => show(frame === ask.frame || !ask.frame ? null : { title: ask.text, pattern: ask.frame })}
                  >
                    {say('beat.rules.show')}
                  </button>
                )}
                {result && !result.passed && <span className="block text-faint">{result.text}</span>}
              </span>
            </li>
          );
        })}
      </ul>
    </section>
  );
}
