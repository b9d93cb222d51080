import { useSyncExternalStore } from 'react';
import type { Pattern } from '../api/types';
import type { PatternStore } from '../music/PatternStore';
import { drummedIn } from '../music/struck';
import { useSay } from '../words/words';

/** That the beat is to be drummed in, how near to the beat, and how much of it is. */
export function DrummedIn({ store, given, within }: { store: PatternStore; given: Pattern; within: number }) {
  const say = useSay();
  const told = useSyncExternalStore(store.subscribe, () => {
    const { hits, struck } = drummedIn(store.pattern, given);
    return say('beat.drummed.so', { hits, struck, name: say('edit.playIn') });
  });
  return (
    <p className="mt-2 text-sm">
      {say('beat.drummed', { ms: within })} <strong role="status">{told}</strong>
    </p>
  );
}
