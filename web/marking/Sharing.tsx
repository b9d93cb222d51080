import { useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { Link } from 'react-router';
import { api, at, reply } from '../api/client';
import type { MarkingList } from '../api/types';
import { Notice } from '../ui/states';
import { useTask } from '../ui/useTask';
import { useSay } from '../words/words';

/** Beats of several groups that have one comment in common: a sentence goes to all of them, and each stays to be marked. */
export function Sharing({ list }: { list: MarkingList }) {
  const say = useSay();
  if (list.sharing.length === 0) return null;
  return (
    <section aria-labelledby="sharing" className="mt-5">
      <h3 id="sharing" className="mb-2">
        {say('mark.shared')}
      </h3>
      <ul className="flex flex-col gap-2">
        {list.sharing.map(({ statement, of }) => (
          <Shared key={statement} list={list} statement={statement} of={of} />
        ))}
      </ul>
    </section>
  );
}

function Shared({ list, statement, of }: { list: MarkingList; statement: string; of: string[] }) {
  const say = useSay();
  const members = list.students.flatMap((student) =>
    student.attempts.filter(({ id }) => of.includes(id)).map((attempt) => ({ student, attempt })),
  );
  const open = members.filter(({ attempt }) => attempt.state !== 'returned');
  const [text, setText] = useState<string | null>(null);
  const [added, setAdded] = useState(0);
  const queries = useQueryClient();
  const { error, busy, run } = useTask();
  const add = async () => {
    const body = { attempts: open.map(({ attempt }) => attempt.id), text: text ?? '' };
    const done = await run(() => reply(api.POST('/api/parts/{id}/add-to-group', { ...at({ id: list.part.id }), body })));
    if (!done) return;
    setAdded(done.added);
    setText(null);
    void queries.invalidateQueries({ queryKey: ['marking', list.part.id] });
  };
  return (
    <li className="card flex flex-wrap items-start gap-x-6 gap-y-2 p-3">
      <div className="min-w-64 flex-1">
        <p>
          <b>{statement}</b> <span className="text-sm text-faint">{say('mark.shared.beats', { count: of.length })}</span>
        </p>
        <details className="mt-1 text-sm">
          <summary>{say('mark.shared.else')}</summary>
          <ul className="mt-1 flex flex-col gap-1">
            {members.map(({ student, attempt }) => {
              const others = attempt.said.filter((one) => one !== statement);
              return (
                <li key={attempt.id}>
                  <Link to={`/marking/${list.part.id}/${attempt.id}`} className="quiet-link font-bold">
                    <bdi>{student.name}</bdi>
                  </Link>
                  {attempt.state === 'returned' && <span className="text-faint">{say('mark.glance.returned')}</span>}:{' '}
                  {others.join(' ') || say('mark.shared.nothing')}
                </li>
              );
            })}
          </ul>
        </details>
        <p role="status" className="text-sm">
          {added > 0 && say('mark.shared.added', { count: added })}
        </p>
      </div>
      {open.length > 0 && text === null && (
        <button
          type="button"
          className="button"
          aria-label={`${say('mark.shared.write', { count: open.length })}: ${statement}`}
          onClick={() => setText(statement)}
        >
          {say('mark.shared.write', { count: open.length })}
        </button>
      )}
      {text !== null && (
        <div className="w-full">
          <label className="block text-sm">
            {say('mark.shared.hint')}
            <textarea
              className="field mt-1"
              rows={2}
              dir="auto"
              maxLength={MOST}
              value={text}
              onChange={(event) => setText(event.target.value)}
            />
          </label>
          {error && <Notice>{error}</Notice>}
          <div className="mt-2 flex flex-wrap gap-2">
            <button type="button" className="button button-main" disabled={busy || text.trim() === ''} onClick={() => void add()}>
              {say('mark.shared.add', { count: open.length })}
            </button>
            <button type="button" className="button" onClick={() => setText(null)}>
              {say('mark.cancel')}
            </button>
          </div>
        </div>
      )}
    </li>
  );
}

/** Characters; the rest of an answer's room is for what else is said there. */
const MOST = 1000;
