import { useQueryClient } from '@tanstack/react-query';
import { useRef, useState } from 'react';
import { bytes } from '../api/bytes';
import { api, reply } from '../api/client';
import { useTask } from '../ui/useTask';
import { say, useSay } from '../words/words';

const MOST_BYTES = 4_000_000;

export type Bringing = { busy: boolean; error: string; said: string; bring: (file: File) => void };

/** Takes the zip of a shelf in. */
export function useBringing(): Bringing {
  const queries = useQueryClient();
  const { busy, error, setError, run } = useTask();
  const [said, setSaid] = useState('');
  const bring = (file: File) =>
    run(async () => {
      setSaid('');
      const { kept, twice } = await reply(
        api.POST('/api/shelf-file', {
          ...bytes(file),
        }),
      );
      setSaid(say('shelf.imported', { count: kept, twice }));
      await queries.invalidateQueries({ queryKey: ['shelf'] });
    });
  return {
    busy,
    error,
    said,
    bring: (file) => {
      if (file.size > MOST_BYTES) setError(say('shelf.large'));
      else void bring(file);
    },
  };
}

/** All that one keeps, out as one zip of open files, and such a zip in. */
export function ShelfFileBlock({ any, teacher, bringing }: { any: boolean; teacher: boolean; bringing: Bringing }) {
  const say = useSay();
  const input = useRef<HTMLInputElement>(null);
  const { busy, error, said } = bringing;
  return (
    <div className="flex flex-col gap-1.5 text-sm">
      {any && (
        <a className="button button-small" href="/api/shelf-file" download="shelf.zip">
          {say(teacher ? 'shelf.download' : 'shelf.downloadBeats')}
        </a>
      )}
      <button type="button" className="button button-small" disabled={busy} onClick={() => input.current?.click()}>
        {busy ? say('shelf.reading') : say('shelf.import')}
      </button>
      <input
        ref={input}
        type="file"
        accept=".zip"
        aria-label={say('shelf.zip')}
        className="sr-only"
        tabIndex={-1}
        onChange={(event) => {
          const file = event.target.files?.[0];
          event.target.value = '';
          if (file) bringing.bring(file);
        }}
      />
      <p role="status">{error || said}</p>
    </div>
  );
}
