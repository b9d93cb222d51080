import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { api, reply, session } from '../api/client';
import type { KeptInput, Pattern } from '../api/types';
import { Notice } from '../ui/states';
import { useTask } from '../ui/useTask';
import { useSay } from '../words/words';

type Props = {
  title: string;
  /** Read when it is kept. */
  what: () => { pattern: Pattern } | { assignmentId: string };
  label?: string;
};

/** Keeps a beat, or a task with all its parts, on one's own shelf: what it is called, and what it teaches. */
export function KeepOnShelf({ title, what, label }: Props) {
  const say = useSay();
  const [open, setOpen] = useState(false);
  const [kept, setKept] = useState('');
  const queries = useQueryClient();
  const { busy, error, run } = useTask();
  if (!open) {
    return (
      <span className="flex flex-wrap items-center gap-2">
        <button type="button" className="button button-small" onClick={() => setOpen(true)}>
          {label ?? say('beat.shelf.keep')}
        </button>
        <span role="status" className="text-sm text-faint">
          {kept}
        </span>
      </span>
    );
  }
  const keep = async (input: KeptInput) => {
    const done = await run(() => reply(api.POST('/api/shelf', { body: { ...input, ...what() } })));
    if (!done) return;
    setKept(say('beat.shelf.kept', { title: input.title }));
    setOpen(false);
    void queries.invalidateQueries({ queryKey: ['shelf'] });
  };
  return (
    <div className="w-full">
      <KeptFields
        value={{ title }}
        busy={busy}
        done={say('beat.shelf.save')}
        save={(input) => void keep(input)}
        leave={() => setOpen(false)}
      />
      {error && <Notice>{error}</Notice>}
    </div>
  );
}

type FieldsProps = { value: KeptInput; busy: boolean; done: string; save: (input: KeptInput) => void; leave: () => void };

/** What is said of a thing on the Shelf. */
export function KeptFields({ value, busy, done, save, leave }: FieldsProps) {
  const say = useSay();
  const [input, setInput] = useState(value);
  const [tags, setTags] = useState((value.tags ?? []).join(', '));
  const { data } = useQuery({ queryKey: ['session'], queryFn: session, staleTime: Number.POSITIVE_INFINITY });
  const set = (part: Partial<KeptInput>) => setInput((before) => ({ ...before, ...part }));
  return (
    <form
      className="flex flex-col gap-2 text-sm"
      onSubmit={(event) => {
        event.preventDefault();
        save({ ...input, title: input.title.trim(), tags: tagsOf(tags) });
      }}
    >
      <label>
        {say('beat.keep.title')}
        <input
          className="field field-small"
          value={input.title}
          maxLength={120}
          required
          onChange={(event) => set({ title: event.target.value })}
        />
      </label>
      <label>
        {say('beat.keep.listen')}
        <textarea
          className="field field-small h-14"
          maxLength={300}
          value={input.listen ?? ''}
          onChange={(event) => set({ listen: event.target.value })}
        />
      </label>
      <label>
        {say('beat.keep.tags')}
        <input
          className="field field-small"
          value={tags}
          placeholder={say('beat.keep.tagsHint')}
          onChange={(event) => setTags(event.target.value)}
        />
      </label>
      <label className="flex items-center gap-2">
        {say('beat.keep.level')}
        <select
          className="field field-small w-auto"
          value={input.level ?? 1}
          onChange={(event) => set({ level: Number(event.target.value) })}
        >
          {LEVELS.map((label, i) => (
            <option key={label} value={i + 1}>
              {i + 1}, {say(label)}
            </option>
          ))}
        </select>
      </label>
      {data?.account?.role !== 'student' && (
        <label className="flex items-center gap-1.5">
          <input type="checkbox" checked={input.shared ?? false} onChange={(event) => set({ shared: event.target.checked })} />
          {say('beat.keep.shared')}
        </label>
      )}
      <p className="flex flex-wrap gap-1.5">
        <button type="submit" className="button button-main button-small" disabled={busy || input.title.trim() === ''}>
          {done}
        </button>
        <button type="button" className="button button-small" onClick={leave}>
          {say('beat.cancel')}
        </button>
      </p>
    </form>
  );
}

/** Levels of things on the Shelf, from 1. */
export const LEVELS = ['beat.level.1', 'beat.level.2', 'beat.level.3'] as const;

/** "ferry, six" as tags; what is empty or twice falls away. */
export function tagsOf(text: string): string[] {
  return [...new Set(text.split(',').map((tag) => tag.trim()))].filter((tag) => tag !== '');
}
