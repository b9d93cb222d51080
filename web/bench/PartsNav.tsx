import { Link } from 'react-router';
import type { Sibling } from '../api/types';
import { lower, partName } from '../ui/words';
import { useSay } from '../words/words';

/** The parts of the assignment in their order; one that waits says for what. */
export function PartsNav({ parts, part }: { parts: Sibling[]; part: string }) {
  const say = useSay();
  if (parts.length < 2) return null;
  return (
    <nav aria-label={say('beat.parts')} className="flex flex-wrap items-center gap-1.5">
      {parts.map((one, index) =>
        one.waiting ? (
          <span key={one.id} className="px-2 text-sm text-faint">
            {say('beat.parts.waits', { name: partName(one), before: lower(partName(parts[index - 1] ?? one)) })}
          </span>
        ) : (
          <Link key={one.id} to={`/bench/${one.id}`} aria-current={one.id === part ? 'page' : undefined} className="part-tab">
            {one.handedIn ? say('beat.parts.in', { name: partName(one) }) : partName(one)}
          </Link>
        ),
      )}
    </nav>
  );
}
