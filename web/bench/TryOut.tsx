import { useState } from 'react';
import { Link } from 'react-router';
import { api, at, reply } from '../api/client';
import type { Bench, Catalogue, Checked, Result } from '../api/types';
import { Arithmetic } from '../compared/Arithmetic';
import { CheckedList } from '../compared/CheckedList';
import type { PatternStore } from '../music/PatternStore';
import { Notice } from '../ui/states';
import { useTask } from '../ui/useTask';

type Answer = { result: Result | null; checked: Checked | null; suggested: number | null };

/** For the teacher who tries a task: what this beat would get. */
export function TryOut({ store, bench, catalogue }: { store: PatternStore; bench: Bench; catalogue: Catalogue }) {
  const [answer, setAnswer] = useState<Answer | null>(null);
  const { error, setError, run } = useTask();
  const compare = async () => {
    const body = { pattern: store.pattern };
    const tried = await run(() => reply(api.POST('/api/parts/{id}/try', { ...at({ id: bench.part.id }), body })));
    if (!tried) return;
    setAnswer(tried);
    if (!tried.result && !tried.checked) setError('This task has no target to compare with; what you built would be handed in as it is.');
  };
  return (
    <section aria-labelledby="try" className="card p-3">
      <h2 id="try">Try it out</h2>
      <p className="mt-1 text-sm">Build as a student would, then see what Pulsanda says to it.</p>
      <p className="mt-2 flex flex-wrap gap-2">
        <button type="button" className="button button-main" onClick={() => void compare()}>
          {bench.part.kind === 'copy' ? 'Compare with the target' : 'See what it would get'}
        </button>
        <Link to={`/plan/${bench.assignment.id}`} className="button">
          Back to the plan
        </Link>
      </p>
      {error && <Notice>{error}</Notice>}
      {answer?.result && (
        <div className="mt-3">
          {answer.result.statements.length === 0 ? (
            <p>Everything is correct.</p>
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
