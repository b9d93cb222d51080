import { useCallback, useEffect, useRef, useState } from 'react';
import { bytes } from '../../api/bytes';
import { ApiError, api, reply } from '../../api/client';
import type { Pattern } from '../../api/types';
import { type Task, useTask } from '../../ui/useTask';
import { say } from '../../words/words';
import { type Adapted, adapted } from '../adapt';
import type { Editor } from '../Editor';
import type { Counting } from '../useMusic';

export const MOST_BYTES = 4_000_000;
/** Kinds that say nothing of meter and tempo, nor of what their numbers count: those of the sheet hold. */
const BARE = /\.(csv|tsv|txt|ods|xlsx)$/i;
/** Ours, or a text without an ending. */
const OWN = /(\.json|^[^.]+)$/i;

/** A file of another kind, as it is understood: what its notes are taken for, and where its drums stand. */
export type Understood = { file: File; map: Record<number, string>; notes: number[]; channel: number; channels: Channel[] };
export type Channel = { channel: number; notes: number };

export type Opening = Pick<Task, 'error' | 'busy'> & {
  /** What would come, and what that changes; null while nothing is asked. */
  asked: Adapted | null;
  understood: Understood | null;
  bring: (file: File, how?: { map: Record<number, string>; channel: number }) => void;
  take: (asked: Adapted) => void;
  leave: () => void;
};

/**
 * Patterns that come onto the sheet from outside: as a file, by drag, by paste, or from the Shelf. What a file holds and the sheet does
 * not, and what does not fit the task, is asked about first.
 */
export function useOpening(editor: Editor, counting: Counting, locked: boolean, reveal: () => void): Opening {
  const revealed = useRef(reveal);
  revealed.current = reveal;
  const [asked, setAsked] = useState<Adapted | null>(null);
  const [understood, setUnderstood] = useState<Understood | null>(null);
  const { error, busy, setError, run } = useTask();
  const take = useCallback(
    ({ pattern, from }: Adapted) => {
      setAsked(null);
      setUnderstood(null);
      editor.open(null);
      editor.show(0);
      editor.go({ row: 0, at: 0 });
      editor.store.change(say('panels.file.step'), () => pattern);
      editor.say(say('panels.file.opened', { name: from }));
    },
    [editor],
  );
  const open = useCallback(
    (text: string) => {
      setAsked(null);
      setUnderstood(null);
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
  const bring = useCallback(
    async (file: File, how: { map: Record<number, string>; channel: number } = { map: {}, channel: 0 }) => {
      setAsked(null);
      if (file.size > MOST_BYTES) return setError(say('panels.file.large'));
      if (OWN.test(file.name)) return void open(await file.text());
      const { map, channel } = how;
      setUnderstood((before) => (before?.file === file ? before : null));
      await run(async () => {
        const given = BARE.test(file.name) ? { like: JSON.stringify(bare(editor.store.pattern)), counting } : {};
        const read = await imported(file, map, channel, given).catch((problem) => {
          if (!(problem instanceof ApiError) || !problem.body.channels) throw problem;
          // Which channel the drums are on is the person's to say.
          setUnderstood({ file, map, notes: [], channel: 0, channels: problem.body.channels as Channel[] });
          throw problem;
        });
        const fitting = await adapted(read.pattern, editor);
        const changes = [...read.lost, ...fitting.changes];
        setUnderstood((before) => ({
          file,
          map,
          channel,
          channels: read.channels,
          notes: [...new Set([...(before?.notes ?? []), ...read.unknown.map(({ note }) => note)])],
        }));
        if (changes.length > 0 || Object.keys(map).length > 0 || channel > 0) setAsked({ ...fitting, changes });
        else take(fitting);
      });
    },
    [editor, counting, open, run, setError, take],
  );
  useEffect(() => {
    const shown = (text: string) => {
      revealed.current();
      void open(text);
    };
    editor.onPattern = locked ? null : shown;
    editor.onFile = locked
      ? null
      : (file) => {
          if (isSound(file) && editor.onSound) return editor.onSound(file);
          revealed.current();
          void bring(file);
        };
    return () => {
      editor.onPattern = null;
      editor.onFile = null;
    };
  }, [editor, open, bring, locked]);
  const leave = () => {
    setAsked(null);
    setUnderstood(null);
    setError('');
  };
  return { error, busy, asked, understood, bring: (file, how) => void bring(file, how), take, leave };
}

/** A sound to play, which is no MIDI file. */
const isSound = ({ name, type }: File): boolean =>
  /\.(wav|flac|ogg|opus|mp3)$/i.test(name) || (type.startsWith('audio/') && !/midi/i.test(type));

/** What a sheet says of music, without its hits. */
const bare = ({ order, ...pattern }: Pattern): Pattern => ({ ...pattern, sections: [{ name: 'A', bars: 1, rows: [] }] });

function imported(file: File, map: Record<number, string>, channel: number, given: { like?: string; counting?: Counting }) {
  const pairs = Object.entries(map).map(([note, name]) => `${note}:${name}`);
  return reply(
    api.POST('/api/edit/import', {
      params: { query: { name: file.name, ...(pairs.length > 0 && { map: pairs.join(',') }), ...(channel > 0 && { channel }), ...given } },
      ...bytes(file),
    }),
  );
}
