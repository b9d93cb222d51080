import { useState } from 'react';
import { TimeField } from '../ui/TimeField';

/** A time to come at which the task opens to the class by itself. */
export function Later({ busy, publish }: { busy: boolean; publish: (at: string) => void }) {
  const [at, setAt] = useState<string | null>(null);
  return (
    <details className="mt-2 text-sm">
      <summary className="quiet-link w-fit py-1">open it later, by itself</summary>
      <div className="flex flex-wrap items-end gap-2">
        <TimeField label="Opens" value={at} change={setAt} />
        <button type="button" className="button" disabled={busy || at === null} onClick={() => at && publish(at)}>
          Plan it for then
        </button>
      </div>
    </details>
  );
}
