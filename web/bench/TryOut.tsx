import { useState } from 'react';
import { Link } from 'react-router';
import { api, at, reply } from '../api/client';
import type { Bench, Catalogue, Checked, Result } from '../api/types';
import { Arithmetic } from '../compared/Arithmetic';
import { CheckedList } from '../compared/CheckedList';
import type { PatternStore } from '../music/PatternStore';
import { Notice } from '../ui/states';
import { useTask } from '../ui/useTask';
import { useSay } from '../words/words';

type Answer = { result: Result | null; checked: Checked | null; suggested: number | null };

/** For the teacher who tries a task: what this beat would get. */
export function TryOut({ store, bench, catalogue }: { store: PatternStore; bench: Bench; catalogue: Catalogue }) {
  const say = useSay();
  const [answer, setAnswer] = useState<Answer | null>(null);
  const { error, setError, run } = useTask();
  const compare = async () => {
    const body = { pattern: store.pattern };
    const tried = await run(() => reply(api.POST('/api/parts/{id}/try', { ...at({ id: bench.part.id }), body })));
    if (!tried) return;
    setAnswer(tried);
    if (!tried.result && !tried.checked) setError(say('beat.try.nothing'));
  };
  return (
    <section aria-labelledby="try" className="card p-3">
      <h2 id="try">{say('beat.try')}</h2>
      <p className="mt-1 text-sm">{say('beat.try.how')}</p>
      <p className="mt-2 flex flex-wrap gap-2">
        <button type="button" className="button button-main" onClick={() => void compare()}>
          {bench.part.kind === 'copy' ? say('beat.try.compare') : say('beat.try.see')}
        </button>
        <Link to={`/plan/${bench.assignment.id}`} className="button">
          {say('beat.try.back')}
        </Link>
      </p>
      {error && <Notice>{error}</Notice>}
      {answer?.result && (
        <div className="mt-3">
          {answer.result.statements.length === 0 ? (
            <p>{say('beat.try.right')}</p>
          ) : (
            <ul className="list-disc ps-5">
              {answer.result.statements.map((one) => (
                <li key={one.text}>{one.text}</li>
              ))}
            </ul>
          )}
          <Arithmetic result={answer.result} catalogue={catalogue} />
        </div>
      )}
      {answer?.checked && <CheckedList checked={answer.checked} />}
    </section>
  );
}
