import { call } from '../api/client';
import type { Pattern } from '../api/types';
import type { Editor } from './Editor';

/**
 * Has the core change the pattern, as one step. Nothing changes when it refuses, cannot be reached, or somebody edited meanwhile;
 * the person is told.
 */
export async function compute(editor: Editor, name: string, what: 'quantize' | 'rescale', body: object): Promise<void> {
  const sent = editor.store.pattern;
  try {
    const { pattern } = await call<{ pattern: Pattern }>('POST', `/api/edit/${what}`, { pattern: sent, ...body });
    if (editor.store.pattern !== sent) {
      editor.say('The beat was changed meanwhile; press once more');
      return;
    }
    editor.store.change(name, () => pattern);
    editor.say(name);
  } catch (problem) {
    editor.say((problem as Error).message);
  }
}
