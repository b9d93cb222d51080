import { useEffect, useState } from 'react';
import type { AttemptToMark, Catalogue, Pattern } from '../api/types';
import { EditBar, MarkedBar } from '../edit/EditBar';
import { Editor } from '../edit/Editor';
import { EditSheet } from '../edit/EditSheet';
import { SectionTabs } from '../edit/SectionTabs';
import { PatternStore } from '../music/PatternStore';
import { playerFor } from '../sound/usePlayer';
import { useSay } from '../words/words';

type Props = { data: AttemptToMark; catalogue: Catalogue; correction: Pattern | null; change: (correction: Pattern | null) => void };

const nowhere = () => null;

/**
 * The teacher draws on the student's sheet: a suggestion that the student can hear and take over. It begins as the beat that was handed
 * in.
 */
export function Correction({ data, catalogue, correction, change }: Props) {
  const say = useSay();
  const [editor, setEditor] = useState<Editor | null>(() => (correction ? editorOf(data, catalogue, correction) : null));
  useEffect(
    () =>
      editor?.store.subscribe(() => {
        // Taken back to what was handed in, it suggests nothing.
        const { pattern } = editor.store;
        change(pattern === data.attempt.pattern ? null : pattern);
      }),
    [editor, change, data],
  );
  if (!editor) {
    return (
      <p>
        <button type="button" className="button" onClick={() => setEditor(editorOf(data, catalogue, data.attempt.pattern))}>
          {say('mark.suggest')}
        </button>
      </p>
    );
  }
  const player = playerFor(catalogue);
  return (
    <section aria-labelledby="suggestion" className="card overflow-x-auto p-3">
      <div className="mb-1 flex flex-wrap items-center gap-2">
        <h2 id="suggestion">{say('mark.suggest.yours')}</h2>
        <span className="text-sm text-faint">{say(correction ? 'mark.suggest.goes' : 'mark.suggest.change')}</span>
        <button
          type="button"
          className="button button-small ms-auto"
          onClick={() => {
            change(null);
            setEditor(null);
          }}
        >
          {say('mark.suggest.leave')}
        </button>
      </div>
      <SectionTabs editor={editor} locked />
      <EditSheet label={say('mark.suggest.yours')} editor={editor} music={data.music} player={player} position={nowhere} zoom={1} />
      <div className="work-tools mt-2">
        <EditBar editor={editor} />
        <MarkedBar editor={editor} />
      </div>
    </section>
  );
}

function editorOf(data: AttemptToMark, catalogue: Catalogue, pattern: Pattern): Editor {
  const player = playerFor(catalogue);
  return new Editor(new PatternStore(pattern), catalogue, data.music, player, data.part.freedom, data.part.instruments);
}
