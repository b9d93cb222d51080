import { useState } from 'react';
import { api, at, reply } from '../api/client';
import { NumberField } from '../ui/NumberField';
import { Notice } from '../ui/states';
import { useTask } from '../ui/useTask';
import { useSay } from '../words/words';

/** A column of one's own, such as for playing in the lesson. */
export function AddColumn({ courseId, changed }: { courseId: string; changed: () => void }) {
  const say = useSay();
  const [title, setTitle] = useState('');
  const [points, setPoints] = useState(20);
  const { busy, error, run } = useTask();
  const add = () =>
    run(async () => {
      await reply(api.POST('/api/courses/{id}/columns', { ...at({ id: courseId }), body: { title, points } }));
      setTitle('');
      changed();
    });
  return (
    <details className="text-sm print:hidden">
      <summary className="quiet-link w-fit py-1">{say('term.column')}</summary>
      <form
        className="flex flex-wrap items-center gap-2"
        onSubmit={(event) => {
          event.preventDefault();
          void add();
        }}
      >
        <input
          className="field field-small w-56!"
          aria-label={say('term.column.name')}
          placeholder={say('term.column.hint')}
          value={title}
          maxLength={120}
          onChange={(event) => setTitle(event.target.value)}
        />
        {say('term.column.of')}
        <NumberField label={say('term.column.points')} value={points} low={1} high={1000} take={setPoints} />
        {say('term.column.pointsWord')}
        <button type="submit" className="button button-small" disabled={busy || title.trim() === ''}>
          {say('term.column.add')}
        </button>
      </form>
      {error && <Notice>{error}</Notice>}
    </details>
  );
}

type MarkProps = { columnId: string; studentId: string; label: string; mark: number | null; points: number; changed: () => void };

/** A mark that is typed; emptied with 'no mark', it is taken away. */
export function OwnMark({ columnId, studentId, label, mark, points, changed }: MarkProps) {
  const say = useSay();
  const { error, run } = useTask();
  const give = (value: number | null) =>
    run(async () => {
      const path = at({ id: columnId, student: studentId });
      await reply(api.PUT('/api/columns/{id}/marks/{student}', { ...path, body: { mark: value } }));
      changed();
    });
  return (
    <span className="flex items-center gap-1">
      <NumberField label={label} value={mark} low={0} high={points} take={(value) => void give(value)} />
      {mark !== null && (
        <button
          type="button"
          className="quiet-link text-xs"
          aria-label={say('term.column.noMark', { name: label })}
          onClick={() => void give(null)}
        >
          {say('term.column.noMarkWord')}
        </button>
      )}
      {error && <span role="alert">{error}</span>}
    </span>
  );
}
