import { useQueryClient } from '@tanstack/react-query';
import { useNavigate } from 'react-router';
import { api, reply } from '../api/client';
import type { Catalogue } from '../api/types';
import { Notice } from '../ui/states';
import { useTask } from '../ui/useTask';
import { say, useSay } from '../words/words';

/** A file that was dropped on the Shelf, for the sheet that opens then. */
let handed: File | null = null;
export function takeHanded(): File | null {
  const file = handed;
  handed = null;
  return file;
}

/** Begins a pattern on the Shelf: empty, or out of a file. */
export function useNewPattern(catalogue: Catalogue | undefined) {
  const navigate = useNavigate();
  const queries = useQueryClient();
  const { busy, error, run } = useTask();
  const begin = (file: File | null = null) =>
    run(async () => {
      if (!catalogue) return;
      const title = file?.name.replace(/(\.pulsanda)?\.\w+$/, '').slice(0, 120) || say('shelf.new');
      const { key } = await reply(api.POST('/api/shelf', { body: { title, pattern: { ...catalogue.newPattern, title } } }));
      handed = file;
      await queries.invalidateQueries({ queryKey: ['shelf'] });
      navigate(`/shelf/${key}`);
    });
  return { busy, error, begin: (file?: File) => void begin(file ?? null) };
}

export function NewPattern({ making }: { making: ReturnType<typeof useNewPattern> }) {
  const say = useSay();
  return (
    <>
      <button type="button" className="button button-small" disabled={making.busy} onClick={() => making.begin()}>
        {say('shelf.new.do')}
      </button>
      {making.error && <Notice>{making.error}</Notice>}
    </>
  );
}
