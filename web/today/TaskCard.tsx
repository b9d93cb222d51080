import type { ReactNode } from 'react';
import type { Glimpse } from '../api/types';
import { FirstBar } from '../sheet/FirstBar';
import { TempoSign } from '../ui/NoteValue';
import { fromNow, swingWords, when } from '../ui/words';
import { useSay } from '../words/words';

type Kind = 'copy' | 'build-on' | 'create';

type Props = { title: string; language?: string | undefined; kind: Kind; glimpse: Glimpse; due: ReactNode; children: ReactNode };

/** A task on Today: its first bar drawn, what its head says, how long there still is, and what to do. */
export function TaskCard({ title, language, kind, glimpse, due, children }: Props) {
  const say = useSay();
  const { meter, tempo, swing, bars } = glimpse;
  return (
    <li className="task-card">
      <FirstBar glimpse={glimpse} />
      <div className="min-w-52 flex-1">
        <h3 dir="auto" lang={language} className="text-lg">
          {title}
        </h3>
        <p className="text-sm text-faint">
          <TempoSign tempo={tempo} /> · {meter.count}/{meter.unit}
          {swing.percent > 50 && ` · ${swingWords(swing)}`} · {say('frame.bars', { count: bars })} · {say(`frame.kind.${kind}`)}
        </p>
        <p className="text-sm text-faint">{due}</p>
      </div>
      {children}
    </li>
  );
}

/** How long there still is; the time itself is told to those who rest on it. */
export function Due({ at }: { at: string | null }) {
  const say = useSay();
  if (!at) return say('frame.due.none');
  const over = new Date(at) < new Date();
  return (
    <time dateTime={at} title={when(at)}>
      {say(over ? 'frame.due.was' : 'frame.due.in', { when: fromNow(at) })}
    </time>
  );
}
