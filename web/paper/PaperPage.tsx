import { useQuery } from '@tanstack/react-query';
import { lazy, Suspense, useEffect, useState } from 'react';
import { Link, useParams } from 'react-router';
import { api, at, reply } from '../api/client';
import type { Paper } from '../api/types';
import { useCatalogue } from '../api/useCatalogue';
import { Choice } from '../ui/Choice';
import { TempoSign } from '../ui/NoteValue';
import { Failed, Waiting } from '../ui/states';
import { keep, kept } from '../ui/storage';
import { swingWords } from '../ui/words';
import { MARKS, type MarkStyle } from './marks';
import { StepTables } from './StepTable';
import './paper.css';

// The staff is drawn by a library and a font that nobody else needs.
const StaffView = lazy(() => import('../staff/StaffView'));

type Counting = Paper['counting'];
type Looks = {
  as: 'steps' | 'staff' | 'both';
  marks: MarkStyle;
  counting: Counting | '';
  blank: boolean;
  page: '1' | '2' | '4';
  size: 'A4' | 'letter';
  said: boolean;
};
const USUAL: Looks = { as: 'steps', marks: 'noteheads', counting: '', blank: false, page: '1', size: 'A4', said: true };
const KINDS = ['target', 'beat', 'attempt', 'class'] as const;
type Kind = (typeof KINDS)[number];

/** Beats for paper: how they look is chosen over them, and the browser prints what is under it. */
export default function PaperPage() {
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
  if (!known) return <Failed error={new Error('There is nothing at this address; go back to Today.')} />;
  if (error ?? catalogue.error) return <Failed error={(error ?? catalogue.error) as Error} again={() => void refetch()} />;
  if (!data || !catalogue.data) return <Waiting what="the sheet" />;
  return (
    <div>
      <header className="paper-looks">
        <h1>{data.title} on paper</h1>
        <Choice
          label="As"
          value={looks.as}
          options={[
            { value: 'steps', label: 'steps' },
            { value: 'staff', label: 'staff' },
            { value: 'both', label: 'both' },
          ]}
          onChange={(as) => change({ as })}
        />
        <Choice label="Marks" value={looks.marks} options={MARKS} onChange={(marks) => change({ marks })} />
        <Choice
          label="Counting"
          value={looks.counting === '' ? data.counting : looks.counting}
          options={[
            { value: 'steps', label: '1 2 3 … 16' },
            { value: 'syllables', label: '1 e & a' },
            { value: 'bar-beat', label: 'bar.beat' },
          ]}
          onChange={(counting) => change({ counting })}
        />
        <Choice
          label="On a page"
          value={looks.page}
          options={[
            { value: '1', label: 'one a page' },
            { value: '2', label: 'two' },
            { value: '4', label: 'four' },
          ]}
          onChange={(page) => change({ page })}
        />
        <Choice
          label="Paper"
          value={looks.size}
          options={[
            { value: 'A4', label: 'A4' },
            { value: 'letter', label: 'Letter' },
          ]}
          onChange={(size) => change({ size })}
        />
        <label className="flex items-center gap-1.5">
          <input type="checkbox" checked={looks.blank} onChange={(event) => change({ blank: event.target.checked })} />
          blank, for a pencil
        </label>
        {data.beats.some(({ said }) => said.length > 0) && (
          <label className="flex items-center gap-1.5">
            <input type="checkbox" checked={looks.said} onChange={(event) => change({ said: event.target.checked })} />
            with what differs
          </label>
        )}
        <button type="button" className="button button-main" onClick={() => window.print()}>
          Print
        </button>
        {kind === 'class' && (
          <Link className="quiet-link" to={`/sheet/target/${id}`}>
            the target
          </Link>
        )}
      </header>
      <div className="paper-pages" data-page={looks.page}>
        {data.beats.map((beat, index) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: beats stand in a fixed order
          <article key={index} className="paper-page">
            <header>
              <h2>
                {data.title}
                {data.part && `: ${data.part}`}
              </h2>
              <p className="paper-signs">
                {beat.pattern.meter.count}/{beat.pattern.meter.unit} <TempoSign tempo={beat.pattern.tempo} />{' '}
                {swingWords(beat.pattern.swing)}
              </p>
              <p className="paper-name">
                Name: {looks.blank || !beat.person ? <span className="paper-line" /> : <bdi>{beat.person}</bdi>} <span>{data.course}</span>
              </p>
              {!beat.person && data.brief && <p className="whitespace-pre-line">{data.brief}</p>}
            </header>
            {looks.as !== 'steps' && !looks.blank && (
              <Suspense fallback={<Waiting what="the staff" />}>
                <StaffView pattern={beat.pattern} staff={beat.staff} />
              </Suspense>
            )}
            {(looks.as !== 'staff' || looks.blank) && (
              <StepTables pattern={beat.pattern} words={beat.words} catalogue={catalogue.data} marks={looks.marks} blank={looks.blank} />
            )}
            {looks.said && !looks.blank && beat.said.length > 0 && (
              <ul className="paper-said">
                {beat.said.map((sentence) => (
                  <li key={sentence}>{sentence}</li>
                ))}
              </ul>
            )}
          </article>
        ))}
      </div>
    </div>
  );
}

function fetched(kind: Kind, id: string, counting: Counting | ''): Promise<Paper> {
  const where = { params: { ...at({ id }).params, query: counting === '' ? {} : { counting } } };
  switch (kind) {
    case 'target':
      return reply(api.GET('/api/paper/target/{id}', where));
    case 'beat':
      return reply(api.GET('/api/paper/beat/{id}', where));
    case 'attempt':
      return reply(api.GET('/api/paper/attempt/{id}', where));
    case 'class':
      return reply(api.GET('/api/paper/class/{id}', where));
  }
}
