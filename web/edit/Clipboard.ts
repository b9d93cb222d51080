import type { Clip } from '../music/range';
import { keptFor } from '../ui/storage';

/** What stands on the system's clipboard for hits that were copied: that they were, and nothing of them. */
export const COPIED_HERE = 'Pulsanda: hits that were copied';

type Held = { owner: string; clip: Clip };

let held: Held | null = null;

/** Other tabs of this browser: each tells what was copied in it, and one that has just opened asks. */
const tabs = typeof BroadcastChannel === 'undefined' ? null : new BroadcastChannel('copied hits');
tabs?.addEventListener('message', ({ data }: MessageEvent<Held | 'what?'>) => {
  if (data !== 'what?') held = data;
  else if (held) tabs.postMessage(held);
});
tabs?.postMessage('what?');

/**
 * Hits that were copied, in this tab or another one of the same account. They live in the pages alone: on a shared computer nothing of
 * them, a hidden target say, is left for who signs in next.
 */
export class Clipboard {
  take(clip: Clip): void {
    held = { owner: keptFor(), clip };
    tabs?.postMessage(held);
  }

  get held(): Clip | null {
    return held?.owner === keptFor() ? held.clip : null;
  }
}
