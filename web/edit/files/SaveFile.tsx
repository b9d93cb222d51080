import { useEffect, useState, useSyncExternalStore } from 'react';
import { api, reply } from '../../api/client';
import type { Pattern } from '../../api/types';
import { Notice } from '../../ui/states';
import { useTask } from '../../ui/useTask';
import type { Editor } from '../Editor';

const KINDS = [
  { value: 'json', label: 'Pulsanda, all of it' },
  { value: 'mid', label: 'MIDI' },
  { value: 'mid.zip', label: 'MIDI, a file a row (.zip)' },
  { value: 'musicxml', label: 'notation (MusicXML)' },
  { value: 'mxl', label: 'notation, packed (.mxl)' },
  { value: 'xlsx', label: 'step sheet (.xlsx)' },
  { value: 'ods', label: 'step sheet (.ods)' },
  { value: 'csv', label: 'step sheet (.csv)' },
  { value: 'txt', label: 'text' },
] as const;
type Kind = (typeof KINDS)[number]['value'];

/** Milliseconds after the last change in which it is asked what would be left out. */
const PAUSE = 400;

/** The beat as a file of some kind. What that cannot hold is said before it is saved. */
export function SaveFile({ editor }: { editor: Editor }) {
  const { store } = editor;
  const pattern = useSyncExternalStore(store.subscribe, () => store.pattern);
  const [kind, setKind] = useState<Kind>('json');
  const [how, setHow] = useState({ written: false, rows: false });
  const [lost, setLost] = useState<string[]>([]);
  const { busy, error, run } = useTask();
  useEffect(() => {
    setLost([]);
    if (kind === 'json') return;
    let here = true;
    const timer = setTimeout(() => {
      exported(pattern, kind, how).then(
        (file) => here && setLost(file.lost),
        () => {}, // said when it is saved
      );
    }, PAUSE);
    return () => {
      here = false;
      clearTimeout(timer);
    };
  }, [pattern, kind, how]);
  const save = () =>
    run(async () => {
      const bytes = kind === 'json' ? [JSON.stringify(pattern, null, 2)] : [(await exported(pattern, kind, how)).bytes];
      download(new Blob(bytes), pattern.title, kind === 'json' ? 'pulsanda.json' : kind);
    });
  return (
    <>
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
        <button type="button" className="button button-small" disabled={busy} onClick={() => void save()}>
          Download file
        </button>
      </div>
      {(kind === 'mid' || kind === 'mid.zip') && (
        <p className="mt-1 flex flex-wrap gap-x-3 text-sm">
          <label className="flex min-h-8 items-center gap-1.5">
            <input type="checkbox" checked={how.written} onChange={(event) => setHow({ ...how, written: event.target.checked })} />
            without swing and push
          </label>
          <label className="flex min-h-8 items-center gap-1.5" hidden={kind !== 'mid'}>
            <input type="checkbox" checked={how.rows} onChange={(event) => setHow({ ...how, rows: event.target.checked })} />a track a row
          </label>
        </p>
      )}
      {lost.length > 0 && (
        <p role="status" className="mt-1 text-sm text-faint">
          What is left out: {lost.join(' ')}
        </p>
      )}
      {error && <Notice>{error}</Notice>}
    </>
  );
}

async function exported(pattern: Pattern, ending: Kind, how: { written: boolean; rows: boolean }) {
  const { bytes, lost } = await reply(api.POST('/api/edit/export', { body: { pattern, ending, ...how } }));
  return { bytes: Uint8Array.from(atob(bytes), (char) => char.charCodeAt(0)), lost };
}

function download(blob: Blob, title: string, ending: string): void {
  const link = document.createElement('a');
  link.href = URL.createObjectURL(blob);
  link.download = `${title.replace(/[^\p{L}\p{N} '-]/gu, '').trim() || 'beat'}.${ending}`;
  link.click();
  URL.revokeObjectURL(link.href);
}
