import { useCallback, useEffect, useRef, useState } from 'react';
import { api, reply } from '../../api/client';
import type { Pattern } from '../../api/types';
import { Notice } from '../../ui/states';
import { useTask } from '../../ui/useTask';
import { type Adapted, adapted } from '../adapt';
import type { Editor } from '../Editor';

const MOST_BYTES = 2_000_000;

/**
 * The beat as a file to take away; a file, or a pattern from the clipboard, in its place. What does not fit the task is asked about
 * first.
 */
export function FileBlock({ editor, locked, reveal }: { editor: Editor; locked: boolean; reveal: () => void }) {
  const input = useRef<HTMLInputElement>(null);
  const revealed = useRef(reveal);
  revealed.current = reveal;
  const [asked, setAsked] = useState<Adapted | null>(null);
  const { error, setError, run } = useTask();
  const take = useCallback(
    ({ pattern }: Adapted) => {
      setAsked(null);
      editor.show(0);
      editor.go({ row: 0, at: 0 });
      editor.store.change('Open a pattern', () => pattern);
      editor.say(`“${pattern.title}” is on the sheet; undo brings back what was here`);
    },
    [editor],
  );
  const open = useCallback(
    (text: string) => {
      setAsked(null);
      return run(async () => {
        const { pattern } = await reply(
          // The text goes as it is: the core says what is wrong with it, and where.
          api.POST('/api/edit/read', { body: text as unknown as Pattern, bodySerializer: (body) => body as unknown as string }),
        );
        const fitting = await adapted(pattern, editor);
        if (fitting.changes.length > 0) setAsked(fitting);
        else take(fitting);
      });
    },
    [editor, run, take],
  );
  useEffect(() => {
    const shown = (text: string) => {
      revealed.current();
      void open(text);
    };
    editor.onPattern = locked ? null : shown;
    return () => {
      editor.onPattern = null;
    };
  }, [editor, open, locked]);
  const save = () => {
    const { pattern } = editor.store;
    const link = document.createElement('a');
    link.href = URL.createObjectURL(new Blob([JSON.stringify(pattern, null, 2)], { type: 'application/vnd.pulsanda.pattern+json' }));
    link.download = `${pattern.title.replace(/[^\p{L}\p{N} '-]/gu, '').trim() || 'beat'}.pulsanda.json`;
    link.click();
    URL.revokeObjectURL(link.href);
  };
  return (
    <section aria-labelledby="file" className="card p-3">
      <h2 id="file">Files</h2>
      <p className="mb-2 text-sm text-faint">Your beat saves itself; a file is for taking it away.</p>
      <div className="flex flex-wrap gap-1.5">
        <button type="button" className="button button-small" onClick={save}>
          Take it away as a file
        </button>
        <button type="button" className="button button-small" disabled={locked} onClick={() => input.current?.click()}>
          Open a pattern file
        </button>
      </div>
      <input
        ref={input}
        type="file"
        aria-label="Pattern file"
        accept=".json,application/json"
        className="sr-only"
        tabIndex={-1}
        onChange={async (event) => {
          const file = event.target.files?.[0];
          event.target.value = '';
          if (!file) return;
          if (file.size > MOST_BYTES) setError('This file is larger than any pattern; choose a .pulsanda.json file.');
          else await open(await file.text());
        }}
      />
      {error && (
        <div className="mt-2">
          <Notice>{error}</Notice>
        </div>
      )}
      {asked && (
        <div className="mt-2">
          <Notice>
            <p>“{asked.pattern.title}” does not fit the task as it is. To fit:</p>
            <ul className="my-1 list-disc pl-5">
              {asked.changes.map((change) => (
                <li key={change}>{change}</li>
              ))}
            </ul>
            <p className="flex gap-1.5">
              <button type="button" className="button button-small" onClick={() => take(asked)}>
                Adapt it and take it
              </button>
              <button type="button" className="button button-small" onClick={() => setAsked(null)}>
                Leave it
              </button>
            </p>
          </Notice>
        </div>
      )}
    </section>
  );
}
