import { type ReactNode, useSyncExternalStore } from 'react';
import { Notice } from '../ui/states';
import type { Keeping } from './SaveQueue';

type Props<W> = {
  /** Whose state is looked at. */
  queue: { subscribe: (listener: () => void) => () => void; keeping: Keeping<W> };
  /** Words of the two ways on. */
  mine: string;
  other: string;
  settle: (which: 'mine' | 'other') => void;
  children?: ReactNode;
};

/** The same work was changed in two places: the person chooses, and nothing is lost before. */
export function ConflictNotice<W>({ queue, mine, other, settle, children }: Props<W>) {
  const keeping = useSyncExternalStore(queue.subscribe, () => queue.keeping);
  if (keeping.state !== 'conflict') return null;
  return (
    <div className="mb-3">
      <Notice>
        <p>{keeping.sentence}</p>
        <p className="mt-2 flex flex-wrap items-center gap-2">
          <button type="button" className="button" onClick={() => settle('mine')}>
            {mine}
          </button>
          <button type="button" className="button" onClick={() => settle('other')}>
            {other}
          </button>
          {children}
        </p>
      </Notice>
    </div>
  );
}
