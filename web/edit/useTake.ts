import { useEffect } from 'react';
import { useSearchParams } from 'react-router';
import { api, at, reply } from '../api/client';
import type { Editor } from './Editor';

/** An address that ends in ?take=… brings a pattern of the Shelf onto the sheet, as a file would come: undo takes it away again. */
export function useTake(editor: Editor): void {
  const [search, setSearch] = useSearchParams();
  const take = search.get('take');
  useEffect(() => {
    if (!take) return;
    let here = true;
    reply(api.GET('/api/shelf/{key}', at({ key: take })))
      .then(
        ({ beats }) => here && editor.onPattern?.(JSON.stringify(beats[0]?.pattern)),
        (problem: Error) => here && editor.say(problem.message),
      )
      .finally(() => {
        if (!here) return;
        const rest = new URLSearchParams(window.location.search);
        rest.delete('take');
        rest.delete('as');
        setSearch(rest, { replace: true });
      });
    return () => {
      here = false;
    };
  }, [take, editor, setSearch]);
}
