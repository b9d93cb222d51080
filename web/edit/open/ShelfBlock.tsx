import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { api, at, reply } from '../../api/client';
import { KeepOnShelf } from '../../keep/KeepOnShelf';
import { Notice } from '../../ui/states';
import { useTask } from '../../ui/useTask';
import { useSay } from '../../words/words';
import type { Editor } from '../Editor';

/** The beat onto the Shelf, and a pattern of the Shelf onto the sheet. */
export function ShelfBlock({ editor, locked }: { editor: Editor; locked: boolean }) {
  const say = useSay();
  const [open, setOpen] = useState(true);
  return (
    <section aria-labelledby="from-shelf" className="card flex flex-col gap-2 p-3">
      <h2 id="from-shelf">{say('panels.shelf')}</h2>
      <div className="flex flex-wrap gap-1.5">
        <button type="button" className="button button-small" aria-expanded={open} disabled={locked} onClick={() => setOpen(!open)}>
          {say('panels.shelf.take')}
        </button>
        <KeepOnShelf title={editor.store.pattern.title} what={() => ({ pattern: editor.store.pattern })} />
      </div>
      {open && !locked && <Choosing editor={editor} done={() => setOpen(false)} />}
    </section>
  );
}

const MOST = 40;

/** The patterns of the Shelf by name; one that is pressed comes onto the sheet as a file would. */
function Choosing({ editor, done }: { editor: Editor; done: () => void }) {
  const say = useSay();
  const shelf = useQuery({ queryKey: ['shelf'], queryFn: () => reply(api.GET('/api/shelf')) });
  const [text, setText] = useState('');
  const { busy, error, run } = useTask();
  const take = (key: string) =>
    run(async () => {
      const { beats } = await reply(api.GET('/api/shelf/{key}', at({ key })));
      editor.onPattern?.(JSON.stringify(beats[0]?.pattern));
      done();
    });
  if (shelf.error) return <Notice>{shelf.error.message}</Notice>;
  const found = (shelf.data?.items ?? []).filter(
    ({ kind, title, listen, tags }) => kind === 'pattern' && [title, listen, ...tags].join(' ').toLowerCase().includes(text.toLowerCase()),
  );
  return (
    <div>
      <input
        type="search"
        aria-label={say('panels.shelf.look')}
        placeholder={say('panels.shelf.name')}
        className="field field-small"
        value={text}
        onChange={(event) => setText(event.target.value)}
      />
      <ul className="mt-1 max-h-56 overflow-y-auto">
        {found.slice(0, MOST).map(({ key, title, glimpse }) => (
          <li key={key}>
            <button type="button" className="step-line text-sm" disabled={busy} onClick={() => void take(key)}>
              {title}{' '}
              <span className="text-faint">
                {glimpse.meter.count}/{glimpse.meter.unit}
              </span>
            </button>
          </li>
        ))}
      </ul>
      {shelf.data && found.length === 0 && <p className="text-sm text-faint">{say('panels.shelf.none')}</p>}
      {found.length > MOST && <p className="text-xs text-faint">{say('panels.shelf.more', { count: found.length - MOST })}</p>}
      {error && <Notice>{error}</Notice>}
    </div>
  );
}
