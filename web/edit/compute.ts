import type { Pattern } from '../api/types';
import { say } from '../words/words';
import type { Editor } from './Editor';

/**
 * Has the core change the pattern, as one step. Nothing changes when it refuses, cannot be reached, or somebody edited meanwhile;
 * the person is told.
 */
export async function compute(editor: Editor, name: string, ask: (pattern: Pattern) => Promise<{ pattern: Pattern }>): Promise<void> {
  const sent = editor.store.pattern;
  try {
    const { pattern } = await ask(sent);
    if (editor.store.pattern !== sent) {
      editor.say(say('edit.compute.again'));
      return;
    }
    editor.store.change(name, () => pattern);
    editor.say(name);
  } catch (problem) {
    editor.say((problem as Error).message);
  }
}
