import type { ReactNode } from 'react';
import { Link } from 'react-router';
import { useSay } from '../words/words';

/** Something that a person should know now: what is wrong and what to do. */
export function Notice({ children }: { children: ReactNode }) {
  return (
    <div role="alert" className="arrive rounded-md border-s-4 border-lamp bg-wash px-3 py-2">
      {children}
    </div>
  );
}

export function Waiting({ what }: { what: string }) {
  const say = useSay();
  return (
    <p role="status" className="px-2 py-6 text-faint">
      {say('frame.loading', { what })}
    </p>
  );
}

/** A place that could not be shown, with a way on. */
export function Failed({ error, again }: { error: Error; again?: () => void }) {
  const say = useSay();
  return (
    <div className="mx-auto max-w-xl px-2 py-8">
      <Notice>{error.message}</Notice>
      <p className="mt-4 flex gap-3">
        {again && (
          <button type="button" className="button" onClick={again}>
            {say('frame.again')}
          </button>
        )}
        <Link to="/" className="button">
          {say('frame.toToday')}
        </Link>
      </p>
    </div>
  );
}
