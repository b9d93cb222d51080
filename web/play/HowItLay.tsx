import { useQuery } from '@tanstack/react-query';
import { useSyncExternalStore } from 'react';
import { api, reply } from '../api/client';
import type { Pattern } from '../api/types';
import type { Editor } from '../edit/Editor';
import { median } from '../music/median';
import { useSay } from '../words/words';
import Lay from './Lay';
import { isMeasured, type PlayIn } from './PlayIn';

/** Milliseconds from which a whole take leans so far that its device is asked about. */
const LEANS = 20;

type HowItLayProps = { editor: Editor; playIn: PlayIn; locked: boolean; measure: () => void };

/** The takes of this sitting, each with how it lay, and the last one row by row. */
export function HowItLay({ editor, playIn, locked, measure }: HowItLayProps) {
  const say = useSay();
  const { takes } = useSyncExternalStore(playIn.subscribe, () => playIn.state);
  const last = takes.at(-1);
  const { data } = useQuery({
    queryKey: ['played', last?.pattern],
    queryFn: () => reply(api.POST('/api/edit/played', { body: { pattern: last?.pattern as Pattern } })),
    enabled: last !== undefined,
    staleTime: Number.POSITIVE_INFINITY,
    gcTime: 0,
  });
  if (!last) return null;
  const off = Math.round(median(last.strokes.map((stroke) => stroke.off)));
  const rows = new Set(last.strokes.map(({ section, row }) => `${section} ${row}`));
  const told = data && { ...data, rows: data.rows.filter(({ section, row }) => rows.has(`${section} ${row}`)) };
  return (
    <div className="mt-2">
      {told && <Lay played={told} pattern={last.pattern} name={(row) => editor.words.name(row)} />}
      {Math.abs(off) >= LEANS && !isMeasured(last.device) && (
        <p className="text-sm">
          {say(off > 0 ? 'play.measure.late' : 'play.measure.early', { ms: Math.abs(off) })}{' '}
          <button type="button" className="quiet-link" onClick={measure}>
            {say('play.measure')}
          </button>
        </p>
      )}
      {last.lost > 0 && <p className="text-sm">{say('play.lost', { count: last.lost })}</p>}
      <ol className="mt-1.5 flex flex-wrap gap-1.5 text-sm" aria-label={say('play.takes')}>
        {takes.map((take) => (
          <li key={take.number}>
            <button type="button" className="button button-small" disabled={locked} onClick={() => playIn.use(take)}>
              {say('play.take', {
                number: take.number,
                count: take.strokes.length,
                off: Math.round(median(take.strokes.map(({ off }) => Math.abs(off)))),
              })}
            </button>
          </li>
        ))}
      </ol>
    </div>
  );
}
