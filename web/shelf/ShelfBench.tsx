import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useEffect, useState, useSyncExternalStore } from 'react';
import { Link, useParams } from 'react-router';
import { api, at, reply } from '../api/client';
import type { Catalogue, KeptInput, Pattern, ShelfThing } from '../api/types';
import { useCatalogue } from '../api/useCatalogue';
import { Editor } from '../edit/Editor';
import { Folds } from '../edit/Folds';
import { KeysHelp } from '../edit/KeysHelp';
import { useMusic } from '../edit/useMusic';
import { Workbench } from '../edit/Workbench';
import { ConflictNotice } from '../keep/ConflictNotice';
import { keepingWords } from '../keep/keepingWords';
import { arrived, type Known, SaveQueue, unsent } from '../keep/SaveQueue';
import { PatternStore } from '../music/PatternStore';
import { playerFor } from '../sound/usePlayer';
import { Failed, Waiting } from '../ui/states';
import { say, useSay } from '../words/words';
import { takeHanded } from './NewPattern';

/** A kept pattern, and what stands beside it on the Shelf. */
type Work = KeptInput & { pattern: Pattern };

const nameOf = (key: string): string => `shelf ${key}`;

/** A pattern of the Shelf on a sheet to be worked on, with all that shapes a beat. */
export default function ShelfBench() {
  const say = useSay();
  const { key = '' } = useParams();
  const catalogue = useCatalogue();
  const queries = useQueryClient();
  const opened = useQuery({
    queryKey: ['shelf bench', key],
    queryFn: async () => {
      await arrived(nameOf(key));
      const [shelf, thing] = await Promise.all([reply(api.GET('/api/shelf')), reply(api.GET('/api/shelf/{key}', at({ key })))]);
      const item = shelf.items.find((one) => one.key === key && one.mine);
      const pattern = thing.beats[0]?.pattern;
      if (!item || !pattern || thing.plan) throw new Error(say('shelf.notYours'));
      const { title, listen, tags, level, shared } = item;
      return { thing, work: { title, listen, tags, level, shared, pattern }, left: unsent<Work>(nameOf(key)) };
    },
    staleTime: Number.POSITIVE_INFINITY,
    gcTime: 0,
  });
  useEffect(() => () => void queries.invalidateQueries({ queryKey: ['shelf'] }), [queries]);
  const error = opened.error ?? catalogue.error;
  if (error) return <Failed error={error} again={() => void opened.refetch()} />;
  if (!opened.data || !catalogue.data) return <Waiting what={say('shelf.loading.pattern')} />;
  return <Open key={key} catalogue={catalogue.data} {...opened.data} />;
}

type Props = { thing: ShelfThing; work: Work; left: { version: number; work: Work } | null; catalogue: Catalogue };

function Open({ thing, work, left, catalogue }: Props) {
  const say = useSay();
  const [store] = useState(() => new PatternStore(left?.work.pattern ?? work.pattern));
  const [queue] = useState(() => queueOf(thing, work, left, store));
  const { music, error } = useMusic(store, thing.counting, null);
  const [editor, setEditor] = useState<Editor | null>(null);
  useEffect(() => {
    if (music && !editor)
      setEditor(new Editor(store, catalogue, music, playerFor(catalogue), null, [], new Folds(`folds ${nameOf(thing.key)}`)));
  }, [music, editor, store, catalogue, thing.key]);
  useEffect(() => {
    // Behind the panels, which take it.
    const file = editor && takeHanded();
    if (file) setTimeout(() => editor.onFile?.(file));
  }, [editor]);
  useEffect(() => {
    const end = store.subscribe(() => queue.changed());
    queue.start();
    return () => {
      end();
      queue.stop();
    };
  }, [queue, store]);
  const keeping = useSyncExternalStore(queue.subscribe, () => queue.keeping);
  if (error) return <Failed error={error} />;
  if (!music || !editor) return <Waiting what={say('shelf.loading.sheet')} />;
  editor.music = music;
  return (
    <Workbench
      label={work.title}
      editor={editor}
      catalogue={catalogue}
      music={music}
      counting={thing.counting}
      head={
        <>
          <div className="head-line">
            <h1>{work.title}</h1>
            <Link to={`/shelf?thing=${thing.key}`} className="quiet-link text-sm">
              {say('shelf.back')}
            </Link>
            <p
              role="status"
              className="keeps-room ms-auto text-end text-sm text-faint"
              data-room={keepingWords({ state: 'saved', at: null })}
            >
              {keepingWords(keeping)}
            </p>
          </div>
          <ConflictNotice
            queue={queue}
            mine={say('shelf.keepMine')}
            other={say('shelf.keepOther')}
            settle={(which) => queue.settle(which)}
          />
        </>
      }
      hint={say('shelf.hint')}
      panels={[
        {
          name: say('shelf.title'),
          content: (
            <>
              {work.listen && <p>{work.listen}</p>}
              <p className="text-sm text-faint">{say('shelf.saves')}</p>
              <KeysHelp />
            </>
          ),
        },
      ]}
    />
  );
}

function queueOf(thing: ShelfThing, work: Work, left: Props['left'], store: PatternStore): SaveQueue<Work> {
  const known: Known<Work> = { version: thing.version, work, savedAt: null };
  return new SaveQueue<Work>(
    nameOf(thing.key),
    {
      send: async (body, version, keepalive) => {
        const kept = await reply(api.PUT('/api/shelf/{key}', { ...at({ key: thing.key }), body: { ...body, version }, keepalive }));
        return { version: kept.version, savedAt: new Date().toISOString() };
      },
      other: ({ body }) => {
        const other = body.kept as (Work & { version: number }) | undefined;
        return other ? { version: other.version, work: other, savedAt: null } : null;
      },
      same: (a, b) => a.pattern === b.pattern,
      take: (other) => store.change(say('shelf.keepOther'), () => other.pattern),
    },
    known,
    () => ({ ...work, pattern: store.pattern }),
    left,
  );
}
