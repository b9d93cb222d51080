import { useState, useSyncExternalStore } from 'react';
import { hitCount } from '../music/pattern';
import { Notice } from '../ui/states';
import { clock, plural } from '../ui/words';
import type { DraftKeeper } from './DraftKeeper';

/** The saved state, always in sight. */
export function KeepingNote({ keeper }: { keeper: DraftKeeper }) {
  const keeping = useSyncExternalStore(keeper.subscribe, () => keeper.keeping);
  const text = {
    saved: () => (keeping.state === 'saved' && keeping.at ? `Saved at ${clock(keeping.at)}` : 'Nothing to save yet'),
    changed: () => 'Saving …',
    saving: () => 'Saving …',
    waiting: () => 'Not sent yet; kept in this browser and sent when the connection is back',
    refused: () => (keeping.state === 'refused' ? `Not saved: ${keeping.sentence}` : ''),
    conflict: () => 'Not saved: changed elsewhere',
  }[keeping.state]();
  return (
    <p
      role="status"
      data-keeping={keeping.state}
      className={`text-sm ${keeping.state === 'refused' || keeping.state === 'waiting' ? 'font-bold' : 'text-faint'}`}
    >
      {text}
    </p>
  );
}

/** Two beats for one task: the person chooses. */
export function ConflictNotice({ keeper }: { keeper: DraftKeeper }) {
  const keeping = useSyncExternalStore(keeper.subscribe, () => keeper.keeping);
  const [error, setError] = useState('');
  if (keeping.state !== 'conflict') return null;
  const { other } = keeping;
  const settle = (keep: 'mine' | 'other' | 'both') => keeper.settle(keep).catch((problem: Error) => setError(problem.message));
  return (
    <div className="mb-3">
      <Notice>
        <p>{keeping.sentence}</p>
        <p className="mt-2 flex flex-wrap items-center gap-2">
          <button type="button" className="button" onClick={() => void settle('mine')}>
            Keep the beat in this tab
          </button>
          <button type="button" className="button" onClick={() => void settle('other')}>
            Take the other one ({plural(hitCount(other.pattern), 'hit')}
            {other.savedAt ? `, saved ${clock(other.savedAt)}` : ''})
          </button>
          <button type="button" className="button" onClick={() => void settle('both')}>
            Keep both: this one here, the other under Steps
          </button>
        </p>
        {error && <p className="mt-2 font-bold">{error}</p>}
      </Notice>
    </div>
  );
}
