import { useRef } from 'react';
import { useSay } from '../../words/words';
import type { Editor } from '../Editor';
import type { Counting } from '../useMusic';
import { AskedFile } from './AskedFile';
import { SaveFile } from './SaveFile';
import { useOpening } from './useOpening';

const READ = '.json,.mid,.midi,.musicxml,.xml,.mxl,.csv,.tsv,.ods,.xlsx,.txt';

type Props = { editor: Editor; counting: Counting; locked: boolean; shown: boolean; reveal: () => void };

/** The beat as a file to download; a file, a drop, or a pattern from the clipboard in its place. */
export function FileBlock({ editor, counting, locked, shown, reveal }: Props) {
  const say = useSay();
  const input = useRef<HTMLInputElement>(null);
  const opening = useOpening(editor, counting, locked, reveal);
  return (
    <section aria-labelledby="file" className="card p-3">
      <h2 id="file">{say('edit.files')}</h2>
      <p className="mb-2 text-sm text-faint">{say('panels.files.about')}</p>
      {shown && <SaveFile editor={editor} />}
      <p className="mt-2">
        <button type="button" className="button button-small" disabled={locked || opening.busy} onClick={() => input.current?.click()}>
          {opening.busy ? say('panels.file.reading') : say('panels.file.open')}
        </button>
        {!locked && <span className="ms-2 text-sm text-faint max-sm:hidden">{say('panels.file.drop')}</span>}
      </p>
      <input
        ref={input}
        type="file"
        aria-label={say('panels.file.name')}
        accept={READ}
        className="sr-only"
        tabIndex={-1}
        onChange={(event) => {
          const file = event.target.files?.[0];
          event.target.value = '';
          if (file) opening.bring(file);
        }}
      />
      <AskedFile editor={editor} opening={opening} />
    </section>
  );
}
