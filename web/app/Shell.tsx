import { useQueryClient } from '@tanstack/react-query';
import { type ReactNode, useEffect, useState } from 'react';
import { Link, useLocation } from 'react-router';
import { api, reply } from '../api/client';
import type { Account } from '../api/types';
import { Boundary } from '../ui/Boundary';
import { Notice } from '../ui/states';
import { keep, kept } from '../ui/storage';
import { useTask } from '../ui/useTask';
import { leaveNothing } from './keepPage';

/** The frame around every place: where one is, who one is, and the paper's light. */
export function Shell({ account, children }: { account: Account; children: ReactNode }) {
  const queries = useQueryClient();
  const { pathname } = useLocation();
  const [evening, setEvening] = useState(() => kept('setting', 'light') === 'evening');
  useEffect(() => {
    document.documentElement.dataset.theme = evening ? 'evening' : 'day';
    keep('setting', 'light', evening ? 'evening' : 'day');
  }, [evening]);
  // Another place begins at its top.
  // biome-ignore lint/correctness/useExhaustiveDependencies: the path is what it follows
  useEffect(() => {
    window.scrollTo(0, 0);
  }, [pathname]);
  const { busy, error, run } = useTask();
  const leave = (everywhere = false) =>
    run(async () => {
      await reply(everywhere ? api.POST('/api/sign-out-everywhere') : api.POST('/api/sign-out'));
      await leaveNothing();
      queries.clear();
      window.location.assign('/');
    });
  return (
    <div className="flex min-h-dvh flex-col">
      <header className="flex flex-wrap items-center gap-x-5 gap-y-1 border-b border-rule px-5 py-2">
        <Link to="/" className="font-head text-xl font-bold" aria-label="Pulsanda, to Today">
          Pulsanda
        </Link>
        <nav aria-label="Places">
          <Link to="/" aria-current={pathname === '/' ? 'page' : undefined} className="quiet-link aria-[current=page]:font-bold">
            Today
          </Link>
        </nav>
        <div className="ml-auto flex flex-wrap items-center gap-3 text-sm">
          <span>
            <bdi>{account.name}</bdi>
          </span>
          <button type="button" className="button" aria-pressed={evening} onClick={() => setEvening(!evening)}>
            Evening light
          </button>
          <button type="button" className="button" disabled={busy} onClick={() => void leave()}>
            Sign out
          </button>
          <button
            type="button"
            className="quiet-link"
            disabled={busy}
            title="On every computer where this account is signed in, here too"
            onClick={() => void leave(true)}
          >
            everywhere
          </button>
        </div>
      </header>
      <main className="flex-1 px-5 py-4">
        {error && <Notice>{error}</Notice>}
        <Boundary key={pathname}>{children}</Boundary>
      </main>
      <svg aria-hidden="true" width="0" height="0" className="absolute">
        <defs>
          <pattern id="hatch" width="3.4" height="3.4" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
            <rect width="3.4" height="3.4" fill="var(--sheet)" />
            <line x1="0.8" x2="0.8" y1="0" y2="3.4" stroke="var(--student)" strokeWidth="1.5" />
          </pattern>
        </defs>
      </svg>
    </div>
  );
}
