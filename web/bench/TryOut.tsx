import { useState } from 'react';
import { Link } from 'react-router';
import { call } from '../api/client';
import type { Bench, Result } from '../api/types';
import { Arithmetic } from '../marking/Arithmetic';
import type { PatternStore } from '../music/PatternStore';
import { Notice } from '../ui/states';

/** For the teacher who tries a task: what this beat would get. */
export function TryOut({ store, bench, path }: { store: PatternStore; bench: Bench; path: string }) {
  const [result, setResult] = useState<Result | null>(null);
  const [error, setError] = useState('');
  const compare = async () => {
    setError('');
    try {
      const answer = await call<{ result: Result | null }>('POST', `${path}/try`, { pattern: store.pattern });
      setResult(answer.result);
      if (!answer.result) setError('This task has no target to compare with; what you built would be handed in as it is.');
    } catch (problem) {
      setError((problem as Error).message);
    }
  };
  return (
    <section aria-labelledby="try" className="card p-3">
      <h2 id="try">Try it out</h2>
      <p className="mt-1 text-sm">Build as a student would, then see what Pulsanda says to it.</p>
      <p className="mt-2 flex flex-wrap gap-2">
        <button type="button" className="button button-main" onClick={() => void compare()}>
          Compare with the target
        </button>
        <Link to={`/plan/${bench.assignment.id}`} className="button">
          Back to the plan
        </Link>
      </p>
      {error && <Notice>{error}</Notice>}
      {result && (
        <div className="mt-3">
          {result.statements.length === 0 ? (
            <p>Everything is as asked.</p>
          ) : (
            <ul className="list-disc pl-5">
              {result.statements.map((one) => (
                <li key={one.text}>{one.text}</li>
              ))}
            </ul>
          )}
          <Arithmetic result={result} />
        </div>
      )}
    </section>
  );
}
