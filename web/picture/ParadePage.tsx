import { useQuery } from '@tanstack/react-query';
import { useCallback, useEffect, useMemo, useState } from 'react';
import { Link, useParams } from 'react-router';
import { api, at, reply } from '../api/client';
import type { Catalogue, Parade } from '../api/types';
import { useCatalogue } from '../api/useCatalogue';
import { PatternSheet } from '../sheet/PatternSheet';
import { TakeSound } from '../sound/TakeSound';
import { KitTrouble, Transport } from '../sound/Transport';
import { usePlayer, usePlayerState, usePosition } from '../sound/usePlayer';
import { Choice } from '../ui/Choice';
import { everyFrame } from '../ui/frames';
import { TempoSign } from '../ui/NoteValue';
import { Failed, Waiting } from '../ui/states';
import { useSay } from '../words/words';
import { drawn, type Marcher, marching } from './parade';
import '../ui/class.css';
import '../ui/rooms.css';

/** The parade: the beats of a class one after another, each with its own kit, at the tempo of the task. */
export default function ParadePage() {
  const say = useSay();
  const { partId = '' } = useParams();
  const catalogue = useCatalogue();
  const { data, error, refetch } = useQuery({
    queryKey: ['parade', partId],
    queryFn: () => reply(api.GET('/api/parts/{id}/parade', at({ id: partId }))),
    refetchOnMount: 'always',
  });
  const failed = error ?? catalogue.error;
  if (failed && !data) return <Failed error={failed} again={() => void refetch()} />;
  if (!data || !catalogue.data) return <Waiting what={say('picture.parade.place')} />;
  return (
    <>
      <div className="mb-3 flex flex-wrap items-baseline gap-x-4 gap-y-2">
        <h1 dir="auto" lang={data.assignment.course.language}>
          {say('picture.parade.title', { name: data.assignment.title })}
        </h1>
        <span className="head-sign">
          <TempoSign tempo={data.tempo} />
        </span>
        <Link to={`/project/${data.part.id}`} className="button ms-auto">
          {say('picture.wall.back')}
        </Link>
      </div>
      {data.beats.length === 0 ? <p className="card">{say('picture.none')}</p> : <March data={data} catalogue={catalogue.data} />}
    </>
  );
}

function March({ data, catalogue }: { data: Parade; catalogue: Catalogue }) {
  const say = useSay();
  const { music, meter, tempo } = data;
  const { beats, out } = useMemo(() => marching(data.beats, meter, tempo, music.barTicks), [data.beats, meter, tempo, music.barTicks]);
  const [order, setOrder] = useState(() => beats.map(({ id }) => id));
  const [left, setLeft] = useState<ReadonlySet<string>>(new Set());
  const [names, setNames] = useState<'names' | 'numbers'>('numbers');
  const inOrder = useMemo(() => order.flatMap((id) => beats.find((beat) => beat.id === id) ?? []), [order, beats]);
  const march = useMemo(() => inOrder.filter(({ id }) => !left.has(id)), [inOrder, left]);
  const voices = useMemo(() => march.map(({ id, student, pattern }) => ({ name: id, owner: student, pattern: () => pattern })), [march]);
  const player = usePlayer(catalogue, voices, music);
  useEffect(() => {
    player.hear('parade');
    return () => player.hear('');
  }, [player]);
  const position = usePosition(player);
  const now = useNow(player);
  const shown = march.find(({ id }) => id === now) ?? march[0];
  const id = shown?.id;
  const sounds = useCallback(() => player.voiceNow() === id, [player, id]);
  const called = (beat: Marcher) =>
    names === 'names' ? beat.name : say('picture.wall.beatN', { number: beats.findIndex(({ id }) => id === beat.id) + 1 });
  const flip = (id: string) => {
    const next = new Set(left);
    if (!next.delete(id)) next.add(id);
    if (next.size < beats.length) setLeft(next);
  };
  return (
    <>
      <div className="work-tools">
        <Transport player={player} />
        <Choice
          label={say('picture.parade.called')}
          value={names}
          options={[
            { value: 'numbers', label: say('picture.parade.numbers') },
            { value: 'names', label: say('picture.parade.names') },
          ]}
          onChange={setNames}
        />
        <button type="button" className="button" onClick={() => setOrder(drawn(order))}>
          {say('picture.parade.draw')}
        </button>
        <button type="button" className="button" onClick={() => setOrder(beats.map(({ id }) => id))}>
          {say('picture.parade.inOrder')}
        </button>
        <KitTrouble player={player} />
      </div>
      <p className="mt-3 text-sm text-faint">{say('picture.parade.how')}</p>
      <ol className="mt-1.5 flex flex-wrap gap-1.5" aria-label={say('picture.parade.order')}>
        {inOrder.map((beat) => (
          <li key={beat.id}>
            <button
              type="button"
              className="button marcher"
              aria-pressed={!left.has(beat.id)}
              aria-current={now === beat.id ? 'true' : undefined}
              onClick={() => flip(beat.id)}
            >
              <bdi>{called(beat)}</bdi>
            </button>
          </li>
        ))}
      </ol>
      {out.length > 0 && (
        <p className="mt-1.5 text-sm text-faint">
          {say('picture.parade.out', { count: out.length })} {names === 'names' && <bdi>{out.map(({ name }) => name).join(', ')}</bdi>}
        </p>
      )}
      <details className="my-2 text-sm">
        <summary className="quiet-link w-fit">{say('picture.parade.file')}</summary>
        <TakeSound
          parade
          title={say('picture.parade.file')}
          ask={(order) =>
            reply(
              api.POST('/api/parts/{id}/renderings', {
                ...at({ id: data.part.id }),
                body: { ...order, attempts: march.map((one) => one.id) },
              }),
            )
          }
        />
      </details>
      {shown && (
        <div className="wall mt-3" style={{ zoom: 1.3 }}>
          <PatternSheet
            key={shown.id}
            title={called(shown)}
            ink="plain"
            pattern={shown.pattern}
            music={music}
            catalogue={catalogue}
            audition={player.audition}
            position={position}
            sounds={sounds}
          />
        </div>
      )}
    </>
  );
}

/** Whose beat sounds now; null while nothing plays. */
function useNow(player: ReturnType<typeof usePlayer>): string | null {
  const [now, setNow] = useState<string | null>(null);
  const { playing } = usePlayerState(player);
  useEffect(() => {
    setNow(null);
    return playing ? everyFrame(() => setNow(player.voiceNow())) : undefined;
  }, [player, playing]);
  return now;
}
