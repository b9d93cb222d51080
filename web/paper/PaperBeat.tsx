import { lazy, Suspense } from 'react';
import type { Catalogue, Paper } from '../api/types';
import { TempoSign } from '../ui/NoteValue';
import { Waiting } from '../ui/states';
import { swingWords } from '../ui/words';
import { useSay } from '../words/words';
import type { Looks } from './looks';
import { StepTables } from './StepTable';

// The staff is drawn by a library and a font that nobody else needs.
const StaffView = lazy(() => import('../staff/StaffView'));

type Props = { data: Paper; beat: Paper['beats'][number]; looks: Looks; catalogue: Catalogue };

/** One beat on its page: what it is called, a line for the name, the steps or the staff, and what differs. */
export function PaperBeat({ data, beat, looks, catalogue }: Props) {
  const say = useSay();
  const { pattern, person, said } = beat;
  const frame = looks.fill === 'frame' ? data.frame : null;
  const toFill = looks.fill === 'blank' || frame !== null;
  return (
    <article className="paper-page">
      <header>
        <h2>
          {data.title}
          {data.part && `: ${data.part}`}
        </h2>
        <p className="paper-signs">
          {pattern.meter.count}/{pattern.meter.unit} <TempoSign tempo={pattern.tempo} /> {swingWords(pattern.swing)}
        </p>
        <p className="paper-name">
          {say('paper.name')} {toFill || !person ? <span className="paper-line" /> : <bdi>{person}</bdi>} <span>{data.course}</span>
        </p>
        {!person && data.brief && <p className="whitespace-pre-line">{data.brief}</p>}
      </header>
      {looks.as !== 'steps' && !toFill && (
        <Suspense fallback={<Waiting what={say('paper.loading.staff')} />}>
          <StaffView pattern={pattern} staff={beat.staff} />
        </Suspense>
      )}
      {(looks.as !== 'staff' || toFill) && (
        <StepTables
          pattern={pattern}
          shown={frame ?? (looks.fill === 'blank' ? null : pattern)}
          words={beat.music.words}
          catalogue={catalogue}
          looks={looks}
          order={beat.music.order}
        />
      )}
      {looks.said && !toFill && said.length > 0 && (
        <ul className="paper-said">
          {said.map((sentence) => (
            <li key={sentence}>{sentence}</li>
          ))}
        </ul>
      )}
    </article>
  );
}
