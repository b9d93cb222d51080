import { useSyncExternalStore } from 'react';
import { ConflictNotice as Conflict } from '../keep/ConflictNotice';
import { keepingWords } from '../keep/keepingWords';
import { hitCount } from '../music/pattern';
import { Notice } from '../ui/states';
import { useTask } from '../ui/useTask';
import { clock } from '../ui/words';
import { useSay } from '../words/words';
import type { DraftQueue } from './DraftQueue';

/** The saved state, always in sight. */
export function KeepingNote({ queue }: { queue: DraftQueue }) {
  const keeping = useSyncExternalStore(queue.subscribe, () => queue.keeping);
  const here = useSyncExternalStore(queue.subscribe, () => queue.here);
  return (
    <p
      role="status"
      data-keeping={keeping.state}
      data-room={keepingWords({ state: 'saved', at: null })}
      className={`keeps-room text-end text-sm ${keeping.state === 'refused' || keeping.state === 'waiting' ? 'font-bold' : 'text-faint'}`}
    >
      {keepingWords(keeping, here)}
    </p>
  );
}

/** Two beats for one task: the person chooses. */
export function ConflictNotice({ queue }: { queue: DraftQueue }) {
  const say = useSay();
  const keeping = useSyncExternalStore(queue.subscribe, () => queue.keeping);
  const { error, run } = useTask();
  if (keeping.state !== 'conflict') return null;
  const { work, savedAt } = keeping.other;
  const settle = (which: 'mine' | 'other' | 'both') => void run(() => queue.settle(which));
  return (
    <>
      <Conflict
        queue={queue}
        mine={say('beat.conflict.mine')}
        other={say(savedAt ? 'beat.conflict.otherSaved' : 'beat.conflict.other', {
          count: hitCount(work.pattern),
          time: savedAt ? clock(savedAt) : '',
        })}
        settle={settle}
      >
        <button type="button" className="button" onClick={() => settle('both')}>
          {say('beat.conflict.both')}
        </button>
      </Conflict>
      {error && <Notice>{error}</Notice>}
    </>
  );
}
