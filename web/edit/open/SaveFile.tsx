import { useEffect, useState, useSyncExternalStore } from 'react';
import { api, reply } from '../../api/client';
import type { Pattern } from '../../api/types';
import { Notice } from '../../ui/states';
import { useTask } from '../../ui/useTask';
import { useSay } from '../../words/words';
import type { Editor } from '../Editor';

const KINDS = [
  { value: 'json', label: 'panels.file.json' },
  { value: 'mid', label: 'panels.file.mid' },
  { value: 'mid.zip', label: 'panels.file.zip' },
  { value: 'musicxml', label: 'panels.file.musicxml' },
  { value: 'mxl', label: 'panels.file.mxl' },
  { value: 'xlsx', label: 'panels.file.xlsx' },
  { value: 'ods', label: 'panels.file.ods' },
  { value: 'csv', label: 'panels.file.csv' },
  { value: 'txt', label: 'panels.file.txt' },
] as const;
type Kind = (typeof KINDS)[number]['value'];

/** Milliseconds after the last change in which it is asked what would be left out. */
const PAUSE = 400;

/** The beat as a file of some kind. What that cannot hold is said before it is saved. */
export function SaveFile({ editor }: { editor: Editor }) {
  const say = useSay();
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
          aria-label={say('panels.file.kind')}
          className="field field-small w-auto"
          value={kind}
          onChange={(event) => setKind(event.target.value as Kind)}
        >
          {KINDS.map(({ value, label }) => (
            <option key={value} value={value}>
              {say(label)}
            </option>
          ))}
        </select>
        <button type="button" className="button button-small" disabled={busy} onClick={() => void save()}>
          {say('panels.file.download')}
        </button>
      </div>
      {(kind === 'mid' || kind === 'mid.zip') && (
        <p className="mt-1 flex flex-wrap gap-x-3 text-sm">
          <label className="flex min-h-8 items-center gap-1.5">
            <input type="checkbox" checked={how.written} onChange={(event) => setHow({ ...how, written: event.target.checked })} />
            {say('panels.file.plain')}
          </label>
          <label className="flex min-h-8 items-center gap-1.5" hidden={kind !== 'mid'}>
            <input type="checkbox" checked={how.rows} onChange={(event) => setHow({ ...how, rows: event.target.checked })} />
            {say('panels.file.tracks')}
          </label>
        </p>
      )}
      {lost.length > 0 && (
        <p role="status" className="mt-1 text-sm text-faint">
          {say('panels.file.lost', { what: lost.join(' ') })}
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
