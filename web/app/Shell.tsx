import { useQueryClient } from '@tanstack/react-query';
import { type ReactNode, useEffect, useRef, useState, useSyncExternalStore } from 'react';
import { Link, useLocation } from 'react-router';
import { api, reply } from '../api/client';
import type { Account, Session } from '../api/types';
import { Boundary } from '../ui/Boundary';
import { Notice } from '../ui/states';
import { keep, kept } from '../ui/storage';
import { useTask } from '../ui/useTask';
import { type Language, speak, useSay } from '../words/words';
import { leaveNothing } from './keepPage';
import { LanguageChoice } from './LanguageChoice';

/** The paper's light: as the system has it, until somebody chooses. */
function useEvening(): [boolean, (evening: boolean) => void] {
  const [chosen, setChosen] = useState(() => kept('setting', 'light'));
  const dark = useSyncExternalStore(followSystem, () => system.matches);
  const evening = chosen ? chosen === 'evening' : dark;
  useEffect(() => {
    document.documentElement.dataset.theme = evening ? 'evening' : 'day';
  }, [evening]);
  return [
    evening,
    (next) => {
      keep('setting', 'light', next ? 'evening' : 'day');
      setChosen(next ? 'evening' : 'day');
    },
  ];
}

const system = window.matchMedia('(prefers-color-scheme: dark)');
function followSystem(tell: () => void): () => void {
  system.addEventListener('change', tell);
  return () => system.removeEventListener('change', tell);
}

/** Another place begins at its top, and its heading has the focus: who listens hears where they are, and Tab goes on from there. */
function useArrival(pathname: string): void {
  const place = pathname.split('/')[1];
  const before = useRef(place);
  // biome-ignore lint/correctness/useExhaustiveDependencies: the path is what it follows
  useEffect(() => {
    window.scrollTo(0, 0);
    const came = before.current !== place;
    before.current = place;
    const isNowhere = () => document.activeElement === null || document.activeElement === document.body;
    if (!came && !isNowhere()) return;
    const arrive = () => {
      const heading = document.querySelector<HTMLElement>('main h1, main h2');
      if (!heading) return false;
      if (isNowhere() || !document.activeElement?.closest('main')) {
        heading.tabIndex = -1;
        heading.focus({ preventScroll: true });
      }
      return true;
    };
    if (arrive()) return;
    const watching = new MutationObserver(() => arrive() && watching.disconnect());
    watching.observe(document.body, { childList: true, subtree: true });
    return () => watching.disconnect();
  }, [pathname]);
}

/** The first place of the sheet takes the focus, or the page's first task. */
function toSheet(): void {
  const first = FIRST.map((where) => document.querySelector<HTMLElement>(where)).find((one) => one !== null);
  first?.focus();
}
/** What is read once, since the browser's own copy is newer; and who is signed in. */
const KEPT = ['bench', 'plan', 'session'];
const PLACES = [
  { to: '/', name: 'Today' },
  { to: '/shelf', name: 'Shelf' },
  { to: '/school', name: 'School' },
];
const FIRST = ['[role=grid] [role=gridcell][tabindex="0"]', '#sheet button', 'main li a, main li button', 'main a, main button'];

/** The frame around every place: where one is, who one is, and the paper's light. */
export function Shell({ account, children }: { account: Account; children: ReactNode }) {
  const say = useSay();
  const queries = useQueryClient();
  const { pathname } = useLocation();
  const [evening, setEvening] = useEvening();
  useArrival(pathname);
  useEffect(() => {
    if (kept('unsent', 'presses')) void import('../keep/Presses').then(({ presses }) => presses.start());
  }, []);
  const { busy, error, run } = useTask();
  const read = (language: Language | null) =>
    run(async () => {
      const now = await reply(api.PUT('/api/language', { body: { language } }));
      queries.setQueryData<Session>(['session'], (session) =>
        session?.account ? { ...session, language: now.language, account: { ...session.account, language } } : session,
      );
      await speak(now.language);
      // What the server has said stands in the other language; an open sheet keeps what is on it.
      await queries.invalidateQueries({ predicate: ({ queryKey }) => !KEPT.includes(String(queryKey[0])) });
    });
  const leave = (everywhere = false) =>
    run(async () => {
      await reply(everywhere ? api.POST('/api/sign-out-everywhere') : api.POST('/api/sign-out'));
      await leaveNothing();
      queries.clear();
      window.location.assign('/');
    });
  return (
    <div className="flex min-h-dvh flex-col">
      <button type="button" className="skip-link print:hidden" onClick={toSheet}>
        {say(pathname === '/' ? 'frame.skip.tasks' : 'frame.skip.sheet')}
      </button>
      <header className="flex h-11 print:hidden items-center gap-x-5 border-b border-rule px-5 max-sm:px-3">
        <Link to="/" className="font-head text-xl font-bold" aria-label={say('frame.home')}>
          Pulsanda
        </Link>
        <nav aria-label={say('frame.places')}>
          {PLACES.filter(({ to }) => to !== '/school' || account.role !== 'student').map(({ to, name }) => (
            <Link
              key={to}
              to={to}
              aria-current={pathname === to ? 'page' : undefined}
              className="quiet-link keeps-room place-link"
              data-room={name}
            >
              {name}
            </Link>
          ))}
        </nav>
        <button type="button" popoverTarget="account" className="account-button" title={say('frame.account.title')}>
          <bdi className="truncate">{account.name}</bdi> <span aria-hidden="true">▾</span>
        </button>
        <div id="account" popover="auto" className="account-menu">
          <button type="button" className="button" aria-pressed={evening} onClick={() => setEvening(!evening)}>
            {say('frame.account.dark')}
          </button>
          <LanguageChoice school chosen={account.language} choose={(language) => void read(language)} />
          <Link to="/password" className="quiet-link text-sm">
            {say('frame.account.password')}
          </Link>
          <button type="button" className="button button-main" disabled={busy} onClick={() => void leave()}>
            {say('frame.account.signOut')}
          </button>
          <button
            type="button"
            className="quiet-link text-sm"
            disabled={busy}
            title={say('frame.account.everywhere.title')}
            onClick={() => void leave(true)}
          >
            {say('frame.account.everywhere')}
          </button>
        </div>
      </header>
      <main className="flex-1 px-5 py-3 max-sm:px-3 max-sm:py-2">
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
