import { useCallback, useEffect, useRef, useState } from 'react';
import { api, reply } from '../../api/client';
import type { Pattern } from '../../api/types';
import { Notice } from '../../ui/states';
import { useTask } from '../../ui/useTask';
import { type Adapted, adapted } from '../adapt';
import type { Editor } from '../Editor';

const MOST_BYTES = 2_000_000;
const KINDS = [
  { value: 'json', label: 'Pulsanda, all of it' },
  { value: 'mid', label: 'MIDI' },
  { value: 'musicxml', label: 'notation (MusicXML)' },
  { value: 'csv', label: 'step sheet (CSV)' },
  { value: 'txt', label: 'text' },
] as const;
type Kind = (typeof KINDS)[number]['value'];
/** A MIDI file with notes that are no drums here, and which drums they are taken for. */
type Notes = { file: File; map: Record<number, string>; list: number[] };

function download(blob: Blob, title: string, ending: string): void {
  const link = document.createElement('a');
  link.href = URL.createObjectURL(blob);
  link.download = `${title.replace(/[^\p{L}\p{N} '-]/gu, '').trim() || 'beat'}.${ending}`;
  link.click();
  URL.revokeObjectURL(link.href);
}

/**
 * The beat as a file to take away; a file, or a pattern from the clipboard, in its place. What does not fit the task is asked about
 * first.
 */
export function FileBlock({ editor, locked, reveal }: { editor: Editor; locked: boolean; reveal: () => void }) {
  const input = useRef<HTMLInputElement>(null);
  const revealed = useRef(reveal);
  revealed.current = reveal;
  const [asked, setAsked] = useState<Adapted | null>(null);
  const [kind, setKind] = useState<Kind>('json');
  const [notes, setNotes] = useState<Notes | null>(null);
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
      setNotes(null);
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
  /** A file of another kind: what it holds and a pattern does not is asked about with the rest. */
  const bring = (file: File, map: Record<number, string> = {}) => {
    setAsked(null);
    return run(async () => {
      const pairs = Object.entries(map).map(([note, name]) => `${note}:${name}`);
      const { pattern, lost, unknown } = await reply(
        api.POST('/api/edit/import', {
          params: { query: { name: file.name, ...(pairs.length > 0 && { map: pairs.join(',') }) } },
          body: file as unknown as string,
          bodySerializer: (body) => body as unknown as string,
          headers: { 'Content-Type': 'application/octet-stream' },
        }),
      );
      const fitting = await adapted(pattern, editor);
      const changes = [...lost, ...fitting.changes];
      setNotes((before) => ({
        file,
        map,
        list: [...new Set([...(before?.file === file ? before.list : []), ...unknown.map(({ note }) => note)])],
      }));
      if (changes.length > 0 || Object.keys(map).length > 0) setAsked({ pattern: fitting.pattern, changes });
      else take(fitting);
    });
  };
  const save = () => {
    const { pattern } = editor.store;
    if (kind === 'json') {
      download(
        new Blob([JSON.stringify(pattern, null, 2)], { type: 'application/vnd.pulsanda.pattern+json' }),
        pattern.title,
        'pulsanda.json',
      );
      return;
    }
    void run(async () => {
      const { bytes, lost } = await reply(api.POST('/api/edit/export', { body: { pattern, ending: kind, written: false, rows: false } }));
      download(new Blob([Uint8Array.from(atob(bytes), (char) => char.charCodeAt(0))]), pattern.title, kind);
      if (lost.length > 0) editor.say(lost.join(' '));
    });
  };
  return (
    <section aria-labelledby="file" className="card p-3">
      <h2 id="file">Files</h2>
      <p className="mb-2 text-sm text-faint">Your beat saves itself; a file is for taking it away.</p>
      <div className="flex flex-wrap gap-1.5">
        <select
          aria-label="Kind of pattern file"
          className="field field-small w-auto"
          value={kind}
          onChange={(event) => setKind(event.target.value as Kind)}
        >
          {KINDS.map(({ value, label }) => (
            <option key={value} value={value}>
              {label}
            </option>
          ))}
        </select>
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
        accept=".json,.mid,.midi,.txt,.csv,.tsv"
        className="sr-only"
        tabIndex={-1}
        onChange={async (event) => {
          const file = event.target.files?.[0];
          event.target.value = '';
          if (!file) return;
          if (file.size > MOST_BYTES) setError('This file is larger than any pattern; choose another.');
          else if (/\.(midi?|txt|[ct]sv)$/i.test(file.name)) await bring(file);
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
            <p>
              “{asked.pattern.title}” {asked.changes.length > 0 ? 'cannot be taken just as it is:' : 'can be taken now.'}
            </p>
            <ul className="my-1 list-disc pl-5">
              {asked.changes.map((change) => (
                <li key={change}>{change}</li>
              ))}
            </ul>
            {notes && notes.list.length > 0 && (
              <UnknownNotes editor={editor} notes={notes} choose={(note, name) => void bring(notes.file, { ...notes.map, [note]: name })} />
            )}
            <p className="flex gap-1.5">
              <button type="button" className="button button-small" onClick={() => take(asked)}>
                Take it so
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

/** Which drum each note is that a MIDI file has and nobody knows. */
function UnknownNotes({ editor, notes, choose }: { editor: Editor; notes: Notes; choose: (note: number, name: string) => void }) {
  return (
    <div className="my-1 flex flex-col gap-1">
      {notes.list.map((note) => (
        <label key={note} className="flex items-center gap-1.5">
          Note {note} is
          <select className="field field-small w-auto" value={notes.map[note] ?? ''} onChange={(event) => choose(note, event.target.value)}>
            <option value="">left out</option>
            {editor.catalogue.instruments.map(({ name, label }) => (
              <option key={name} value={name}>
                {label}
              </option>
            ))}
          </select>
        </label>
      ))}
    </div>
  );
}
