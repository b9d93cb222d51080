import { useQuery } from '@tanstack/react-query';
import { lazy, Suspense, useEffect, useState } from 'react';
import { Link, useParams } from 'react-router';
import { api, at, reply } from '../api/client';
import type { Paper } from '../api/types';
import { useCatalogue } from '../api/useCatalogue';
import { Failed, Waiting } from '../ui/states';
import { keep, kept } from '../ui/storage';
import { LooksBar } from './LooksBar';
import { type Counting, type Looks, USUAL } from './looks';
import { PaperBeat } from './PaperBeat';
import './paper.css';
import { useSay } from '../words/words';

// Only who listens here needs the player.
const ToHear = lazy(() => import('./ToHear'));

const KINDS = ['target', 'beat', 'attempt', 'class', 'shelf'] as const;
type Kind = (typeof KINDS)[number];

/** Beats for paper: how they look is chosen over them, and the browser prints what is under it. */
export default function PaperPage() {
  const say = useSay();
  const { kind = '', id = '' } = useParams();
  const catalogue = useCatalogue();
  const [looks, setLooks] = useState<Looks>(() => ({ ...USUAL, ...kept<Partial<Looks>>('setting', 'paper') }));
  const known = KINDS.includes(kind as Kind);
  const { data, error, refetch } = useQuery({
    queryKey: ['paper', kind, id, looks.counting],
    queryFn: () => fetched(kind as Kind, id, looks.counting),
    placeholderData: (before) => before,
    enabled: known,
  });
  useEffect(() => {
    keep('setting', 'paper', looks);
    const page = new CSSStyleSheet();
    page.replaceSync(`@page { size: ${looks.size} portrait; margin: 12mm; }`);
    document.adoptedStyleSheets = [page];
    return () => {
      document.adoptedStyleSheets = [];
    };
  }, [looks]);
  const change = (part: Partial<Looks>) => setLooks((now) => ({ ...now, ...part }));
  if (!known) return <Failed error={new Error(say('paper.nothing'))} />;
  if (error ?? catalogue.error) return <Failed error={(error ?? catalogue.error) as Error} again={() => void refetch()} />;
  if (!data || !catalogue.data) return <Waiting what={say('paper.loading.sheet')} />;
  return (
    <div>
      <header className="paper-looks">
        <h1>{say('paper.title', { title: data.title })}</h1>
        <LooksBar data={data} looks={looks} change={change} catalogue={catalogue.data} />
        {looks.as !== 'hear' && (
          <button type="button" className="button button-main" onClick={() => window.print()}>
            {say('paper.print')}
          </button>
        )}
        {kind === 'class' && (
          <Link className="quiet-link" to={`/sheet/target/${id}`}>
            {say('paper.target')}
          </Link>
        )}
      </header>
      {looks.as === 'hear' ? (
        <Suspense fallback={<Waiting what={say('paper.loading.sheet')} />}>
          <ToHear data={data} catalogue={catalogue.data} />
        </Suspense>
      ) : (
        <div className="paper-pages" data-page={looks.page}>
          {data.beats.map((beat, index) => (
            // biome-ignore lint/suspicious/noArrayIndexKey: beats stand in a fixed order
            <PaperBeat key={index} data={data} beat={beat} looks={looks} catalogue={catalogue.data} />
          ))}
        </div>
      )}
    </div>
  );
}

function fetched(kind: Kind, id: string, counting: Counting | ''): Promise<Paper> {
  const query = counting === '' ? {} : { counting };
  const where = { params: { ...at({ id }).params, query } };
  switch (kind) {
    case 'target':
      return reply(api.GET('/api/paper/target/{id}', where));
    case 'beat':
      return reply(api.GET('/api/paper/beat/{id}', where));
    case 'attempt':
      return reply(api.GET('/api/paper/attempt/{id}', where));
    case 'class':
      return reply(api.GET('/api/paper/class/{id}', where));
    case 'shelf':
      return reply(api.GET('/api/paper/shelf/{key}', { params: { ...at({ key: id }).params, query } }));
  }
}
