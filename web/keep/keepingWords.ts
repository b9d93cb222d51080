import { clock } from '../ui/words';
import type { Keeping } from './Keeper';

/**
 * How far work is kept, in words.
 * @param here whether the browser could keep what is not sent
 */
export function keepingWords<W>(keeping: Keeping<W>, here = true): string {
  switch (keeping.state) {
    case 'saved':
      return keeping.at ? `Saved at ${clock(keeping.at)}` : 'Nothing to save yet';
    case 'waiting':
      // Why it waits: no connection, or a server that is away for a moment.
      return here ? keeping.sentence : 'Not sent yet, and this browser has no room to keep it; leave this page open';
    case 'refused':
      return `Not saved: ${keeping.sentence}`;
    case 'conflict':
      return 'Not saved: changed elsewhere';
    default:
      return 'Saving …';
  }
}
