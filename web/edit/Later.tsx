import { type ReactNode, Suspense } from 'react';
import { Boundary } from '../ui/Boundary';
import { Waiting } from '../ui/states';
import { useSay } from '../words/words';

/** A panel that comes later; one that could not be fetched takes nothing else with it. */
export function Later({ children }: { children: ReactNode }) {
  const say = useSay();
  return (
    <Boundary>
      <Suspense fallback={<Waiting what={say('edit.panel.waiting')} />}>{children}</Suspense>
    </Boundary>
  );
}
