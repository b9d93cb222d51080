import { useQueryClient } from '@tanstack/react-query';
import { useCallback, useEffect, useRef, useState } from 'react';
import { useNavigate } from 'react-router';
import { call } from '../api/client';
import type { AttemptToMark, Feedback } from '../api/types';
import { Notice } from '../ui/states';
import { when } from '../ui/words';

const KEPT = { kept: 'Kept; not returned yet', keeping: 'Keeping …', 'not kept': 'Not kept yet' };

type Props = { data: AttemptToMark; text: string; setText: (text: string) => void; limit: number };

/** Mark and text. What is typed is kept by itself; the student sees it only when it is returned. */
export function Answer({ data, text, setText, limit }: Props) {
  const queries = useQueryClient();
  const navigate = useNavigate();
  const path = `/api/attempts/${data.attempt.id}`;
  const [mark, setMark] = useState(data.feedback.mark === null ? '' : String(data.feedback.mark));
  const [returnedAt, setReturnedAt] = useState(data.feedback.returnedAt);
  const [kept, setKept] = useState<'kept' | 'keeping' | 'not kept'>('kept');
  const [error, setError] = useState('');
  const known = useRef({ mark, text });
  const value = mark.trim() === '' ? null : Number(mark.replace(',', '.'));
  const { points } = data.part;
  const wrong = value !== null && (Number.isNaN(value) || value < 0 || value > points);
  const suggested = data.result?.mark ?? null;
  const first = data.student.name.split(' ')[0];

  // Kept after a pause while it is not returned yet, and at once when the page or the attempt is left. A returned answer changes
  // only when it is returned again.
  const latest = useRef({ mark, text, value, open: false });
  latest.current = { mark, text, value, open: !returnedAt && !wrong };
  const save = useCallback(
    async (keepalive: boolean) => {
      const now = latest.current;
      if (!now.open || (known.current.mark === now.mark && known.current.text === now.text)) return;
      known.current = { mark: now.mark, text: now.text };
      try {
        await call('PUT', `${path}/feedback`, { mark: now.value, text: now.text }, keepalive);
        setKept('kept');
      } catch (problem) {
        known.current = { mark: '', text: '\0' };
        setKept('not kept');
        setError((problem as Error).message);
      }
    },
    [path],
  );
  useEffect(() => {
    if (known.current.mark === mark && known.current.text === text) return;
    setKept('keeping');
    const timer = setTimeout(() => void save(false), 500);
    return () => clearTimeout(timer);
  }, [mark, text, save]);
  useEffect(() => {
    const leave = () => void save(true);
    window.addEventListener('pagehide', leave);
    return () => {
      window.removeEventListener('pagehide', leave);
      leave();
    };
  }, [save]);

  const giveBack = async (andNext: boolean) => {
    setError('');
    try {
      const answer = await call<Feedback & { next: string | null }>('POST', `${path}/return`, { mark: value, text });
      known.current = { mark, text };
      setReturnedAt(answer.returnedAt);
      void queries.invalidateQueries({ queryKey: ['marking', data.part.id] });
      void queries.invalidateQueries({ queryKey: ['today'] });
      if (andNext) navigate(answer.next ? `/marking/${data.part.id}/${answer.next}` : `/marking/${data.part.id}`);
    } catch (problem) {
      setError((problem as Error).message);
    }
  };
  return (
    <section aria-labelledby="answer" className="card">
      <h2 id="answer">Your answer</h2>
      <div className="mt-2 flex flex-wrap items-end gap-3">
        <label className="flex flex-col text-sm">
          Mark, of {points}
          <input
            className="field mt-1 w-24 text-lg"
            inputMode="decimal"
            value={mark}
            aria-invalid={wrong}
            onChange={(event) => setMark(event.target.value)}
          />
        </label>
        {suggested !== null && (
          <button type="button" className="button" onClick={() => setMark(String(suggested))}>
            Take {suggested}
          </button>
        )}
      </div>
      {wrong && <p className="mt-1 text-sm font-bold">A mark is a number from 0 to {points}.</p>}
      <label className="mt-3 block text-sm">
        What you say to <bdi>{first}</bdi>
        <textarea
          className="field mt-1"
          rows={6}
          dir="auto"
          maxLength={limit}
          value={text}
          onChange={(event) => setText(event.target.value)}
        />
      </label>
      <p role="status" className="text-sm text-faint">
        {returnedAt ? `Returned ${when(returnedAt)}` : mark === '' && text === '' ? 'Not answered yet' : KEPT[kept]}
      </p>
      <div className="mt-2 flex flex-wrap gap-2">
        <button type="button" className="button button-main" disabled={value === null || wrong} onClick={() => void giveBack(true)}>
          Return and next
        </button>
        <button type="button" className="button" disabled={value === null || wrong} onClick={() => void giveBack(false)}>
          <span>
            Return to <bdi>{first}</bdi>
          </span>
        </button>
      </div>
      {value === null && <p className="mt-1 text-sm text-faint">Give a mark first.</p>}
      {error && <Notice>{error}</Notice>}
    </section>
  );
}
