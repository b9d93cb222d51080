import { clock } from '../ui/words';
import { say } from '../words/words';
import type { Keeping } from './SaveQueue';

/**
 * How far work is kept, in words.
 * @param here whether the browser could keep what is not sent
 */
export function keepingWords<W>(keeping: Keeping<W>, here = true): string {
  switch (keeping.state) {
    case 'saved':
      return keeping.at ? say('frame.keeping.saved', { time: clock(keeping.at) }) : say('frame.keeping.none');
    case 'waiting':
      // Why it waits: no connection, or a server that is away for a moment.
      return here ? keeping.sentence : say('frame.keeping.noRoom');
    case 'refused':
      return say('frame.keeping.refused', { why: keeping.sentence });
    case 'conflict':
      return say('frame.keeping.elsewhere');
    default:
      return say('frame.keeping.saving');
  }
}
