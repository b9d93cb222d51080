import { bounded } from '../../music/pattern';
import { beatTicks } from '../../music/time';
import { say } from '../../words/words';
import type { Editor } from '../Editor';

/** Beats a minute between which the tempo may lie. */
export function tempoRange(editor: Editor): { low: number; high: number } {
  const factor = beatTicks(editor.store.pattern.tempo.beat) / 960;
  const { low, high } = editor.allowed.freedom?.tempo ?? { low: 20 * factor, high: 400 * factor };
  return { low: Math.max(20, Math.ceil(low / factor)), high: Math.min(400, Math.floor(high / factor)) };
}

export function setTempo(editor: Editor, bpm: number): void {
  const { low, high } = tempoRange(editor);
  const exact = bounded(Math.round(bpm * 100) / 100, low, high);
  editor.store.change(say('edit.tempo.change'), (pattern) => ({ ...pattern, tempo: { ...pattern.tempo, bpm: exact } }));
}
