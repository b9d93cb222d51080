import { useSyncExternalStore } from 'react';
import { api, reply } from '../../api/client';
import { TakeSound } from '../../sound/TakeSound';
import { useSay } from '../../words/words';
import type { Editor } from '../Editor';

/** The beat on the sheet as sound to take away. */
export function SoundBlock({ editor }: { editor: Editor }) {
  const say = useSay();
  const sections = useSyncExternalStore(editor.store.subscribe, () => editor.store.pattern.sections);
  return (
    <TakeSound
      title={say('panels.audio.download')}
      sections={sections.map(({ name }) => name)}
      ask={(order) => reply(api.POST('/api/renderings', { body: { ...order, pattern: editor.store.pattern } }))}
    />
  );
}
