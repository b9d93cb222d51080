import { useSyncExternalStore } from 'react';
import { ConflictNotice as Conflict } from '../keep/ConflictNotice';
import { keepingWords } from '../keep/keepingWords';
import { hitCount } from '../music/pattern';
import { Notice } from '../ui/states';
import { useTask } from '../ui/useTask';
import { clock } from '../ui/words';
import { useSay } from '../words/words';
import type { DraftKeeper } from './DraftKeeper';

/** The saved state, always in sight. */
export function KeepingNote({ keeper }: { keeper: DraftKeeper }) {
  const keeping = useSyncExternalStore(keeper.subscribe, () => keeper.keeping);
  const here = useSyncExternalStore(keeper.subscribe, () => keeper.here);
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
export function ConflictNotice({ keeper }: { keeper: DraftKeeper }) {
  const say = useSay();
  const keeping = useSyncExternalStore(keeper.subscribe, () => keeper.keeping);
  const { error, run } = useTask();
  if (keeping.state !== 'conflict') return null;
  const { work, savedAt } = keeping.other;
  const settle = (which: 'mine' | 'other' | 'both') => void run(() => keeper.settle(which));
  return (
    <>
      <Conflict
        keeper={keeper}
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
