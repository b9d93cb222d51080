import { say } from '../words/words';

const BEAT = 960;
const SIXTEENTH = 240;

/**
 * A place in the class's words, as core/Rhythm/Counting says it: triplets and 32nds between the counted places have words of their own.
 * @param words what the counted places are called, by tick
 */
export function saidAt(words: Map<number, string>, at: number): string {
  const said = words.get(at);
  if (said !== undefined) return said;
  const rest = at % BEAT;
  const beat = words.get(at - rest);
  if (beat !== undefined && (3 * rest) % BEAT === 0) return `${beat} ${3 * rest === BEAT ? 'trip' : 'let'}`;
  const sixteenth = words.get(at - SIXTEENTH / 2);
  if (sixteenth !== undefined && at % SIXTEENTH === SIXTEENTH / 2) return `${sixteenth}${/beat/.test(sixteenth) ? ' ta' : '½'}`;
  const before = [...words].findLast(([tick]) => tick <= at);
  return before ? say('edit.justAfter', { place: before[1] }) : '';
}
