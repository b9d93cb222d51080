import { Link } from 'react-router';
import type { Sibling } from '../api/types';
import { lower, partName } from '../ui/words';

/** The parts of the assignment in their order; one that waits says for what. */
export function PartsNav({ parts, part }: { parts: Sibling[]; part: string }) {
  if (parts.length < 2) return null;
  return (
    <nav aria-label="Parts of this task" className="flex flex-wrap items-center gap-1.5">
      {parts.map((one, index) =>
        one.waiting ? (
          <span key={one.id} className="px-2 text-sm text-faint">
            {partName(one)} opens when {lower(partName(parts[index - 1] ?? one))} is right
          </span>
        ) : (
          <Link key={one.id} to={`/bench/${one.id}`} aria-current={one.id === part ? 'page' : undefined} className="part-tab">
            {partName(one)}
            {one.handedIn && ', handed in'}
          </Link>
        ),
      )}
    </nav>
  );
}
