import { useState } from 'react';
import type { Lesson } from '../api/types';
import { TimeField, unfinished } from '../ui/TimeField';
import { useSay } from '../words/words';

/** A time to come at which the task opens to the class by itself. */
export function Later({ busy, lesson, publish }: { busy: boolean; lesson: Lesson; publish: (at: string) => void }) {
  const say = useSay();
  const [at, setAt] = useState<string | null>(null);
  return (
    <details className="mt-2 text-sm">
      <summary className="quiet-link w-fit py-1">{say('plan.later')}</summary>
      <div className="flex flex-wrap items-end gap-2">
        <TimeField label={say('plan.later.on')} lesson={lesson} value={at} change={setAt} />
        <button type="button" className="button" disabled={busy || at === null} onClick={() => !unfinished() && at && publish(at)}>
          {say('plan.later.do')}
        </button>
      </div>
    </details>
  );
}
