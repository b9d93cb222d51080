import { useQuery } from '@tanstack/react-query';
import { useLayoutEffect, useMemo, useRef, useState } from 'react';
import { Link, useParams } from 'react-router';
import { api, at, reply } from '../api/client';
import type { AttemptToMark, Catalogue, Music, Pattern, Result } from '../api/types';
import { useCatalogue } from '../api/useCatalogue';
import { BeatSheet } from '../compared/BeatSheet';
import { KitTrouble, Transport } from '../sound/Transport';
import { usePlayer, usePosition } from '../sound/usePlayer';
import { Choice } from '../ui/Choice';
import { TempoSign } from '../ui/NoteValue';
import { Failed, Waiting } from '../ui/states';
import '../ui/class.css';
import '../ui/rooms.css';
import { useSay } from '../words/words';

type Look = 'target' | 'beat' | 'both';
const SIZES = [
  { value: 'fit', label: 'picture.wall.fit' },
  { value: '1.7', label: 'picture.wall.larger' },
  { value: '2.4', label: 'picture.wall.largest' },
] as const;
/** How large a sheet may be to fill the wall. */
const LARGEST = 4;

/** For the wall: the target, or any beat without its name, large, with the counting words and the reading line, to count aloud together. */
export default function ProjectorPage() {
  const say = useSay();
  const { partId = '' } = useParams();
  const catalogue = useCatalogue();
  const [look, setLook] = useState<Look>('target');
  const [chosen, setChosen] = useState('');
  const [size, setSize] = useState('fit');
  const picture = useQuery({ queryKey: ['picture', partId], queryFn: () => reply(api.GET('/api/parts/{id}/picture', at({ id: partId }))) });
  // In no order that a class could know.
  const beats = useMemo(() => [...(picture.data?.beats ?? [])].sort((a, b) => shuffled(a.id) - shuffled(b.id)), [picture.data]);
  const attempt = useQuery({
    queryKey: ['attempt', chosen],
    queryFn: () => reply(api.GET('/api/attempts/{id}', at({ id: chosen ?? '' }))) as Promise<AttemptToMark>,
    enabled: chosen !== '',
  });
  const failed = picture.error ?? catalogue.error ?? attempt.error;
  if (failed && !picture.data) return <Failed error={failed} again={() => void picture.refetch()} />;
  if (!picture.data || !catalogue.data) return <Waiting what={say('picture.wall.place')} />;
  const { data } = picture;
  const beat = chosen !== '' && attempt.data?.attempt.id === chosen ? attempt.data : null;
  const choose = (id: string) => {
    setChosen(id);
    setLook(id === '' ? 'target' : look === 'target' ? 'beat' : look);
  };
  const index = beats.findIndex(({ id }) => id === chosen);
  const step = (by: number) => choose(beats[(index + by + beats.length) % beats.length]?.id ?? '');
  const shown = look === 'target' || !beat ? data.target : beat.attempt.pattern;
  return (
    <>
      <div className="mb-3 flex flex-wrap items-center gap-x-4 gap-y-2">
        <h1 dir="auto" lang={data.assignment.course.language}>
          {data.assignment.title}
        </h1>
        {beats.length > 0 && (
          <span className="joined">
            <button type="button" className="button" onClick={() => step(-1)}>
              {say('picture.wall.before')}
            </button>
            <label className="sr-only" htmlFor="beat">
              {say('picture.wall.what')}
            </label>
            <select id="beat" className="field w-auto rounded-none" value={chosen} onChange={(event) => choose(event.target.value)}>
              <option value="">{data.target ? say('picture.wall.target') : say('picture.wall.choose')}</option>
              {beats.map(({ id }, i) => (
                <option key={id} value={id}>
                  {say('picture.wall.beatOf', { number: i + 1, count: beats.length })}
                </option>
              ))}
            </select>
            <button type="button" className="button" onClick={() => step(1)}>
              {say('picture.wall.next')}
            </button>
          </span>
        )}
        {beat?.result && (
          <Choice<Look>
            label={say('picture.wall.look')}
            value={look}
            options={[
              { value: 'target', label: say('picture.wall.onlyTarget') },
              { value: 'beat', label: say('picture.wall.beat') },
              { value: 'both', label: say('picture.wall.both') },
            ]}
            onChange={setLook}
          />
        )}
        <span className="ms-auto flex flex-wrap gap-2">
          <Choice
            label={say('picture.wall.size')}
            value={size}
            options={SIZES.map(({ value, label }) => ({ value: value as string, label: say(label) }))}
            onChange={setSize}
          />
          <button type="button" className="button" onClick={() => void document.documentElement.requestFullscreen?.()}>
            {say('picture.wall.full')}
          </button>
          <Link to={`/parade/${data.part.id}`} className="button">
            {say('picture.parade')}
          </Link>
          <Link to={`/picture/${data.part.id}`} className="button">
            {say('picture.wall.back')}
          </Link>
        </span>
      </div>
      {attempt.error && <Failed error={attempt.error} again={() => void attempt.refetch()} />}
      {shown ? (
        <Wall
          key={`${chosen} ${look} ${size}`}
          pattern={shown}
          both={look === 'both' && beat?.result && beat.target ? { result: beat.result, target: beat.target } : null}
          title={look === 'target' || !beat ? say('picture.wall.onlyTarget') : say('picture.wall.beatN', { number: index + 1 })}
          music={beat?.music ?? data.music}
          catalogue={catalogue.data}
          size={size === 'fit' ? null : Number(size)}
        />
      ) : chosen === '' ? (
        <p className="card text-xl">{say('picture.wall.noTarget')}</p>
      ) : (
        <Waiting what={say('picture.wall.loading')} />
      )}
    </>
  );
}

/** The order of beats on the wall: fixed for a beat, and nobody's. */
function shuffled(id: string): number {
  let hash = 7;
  for (const letter of id) hash = (hash * 31 + letter.charCodeAt(0)) % 1_000_003;
  return hash;
}

type WallProps = {
  pattern: Pattern;
  both: { result: Result; target: Pattern } | null;
  title: string;
  music: Music;
  catalogue: Catalogue;
  /** Times its usual size; null for as large as all of it is seen. */
  size: number | null;
};

/** As large as the whole sheet is seen in what is left of the window: tried from the largest down, until it fits. */
function useFitting(wanted: number | null) {
  const ref = useRef<HTMLDivElement>(null);
  const [size, setSize] = useState(wanted ?? LARGEST);
  const [room, setRoom] = useState<number | null>(null);
  useLayoutEffect(() => {
    const element = ref.current;
    const sheet = element?.firstElementChild;
    if (!element || !sheet || wanted !== null) return;
    const fit = () => {
      const { top, bottom } = sheet.getBoundingClientRect();
      const free = window.innerHeight - BENEATH - top;
      const share = free / Math.max(1, bottom - top);
      // Lines break otherwise when it is smaller, so that it is approached step by step. What is left then is the rows'.
      if (share < 1) setSize((before) => Math.max(1, before * Math.max(0.7, Math.min(0.97, Math.sqrt(share)))));
      else setRoom((before) => before ?? free / Number((element as HTMLElement).style.zoom) - HEAD);
    };
    const again = () => {
      setRoom(null);
      setSize(LARGEST);
    };
    const observer = new ResizeObserver(fit);
    observer.observe(sheet);
    window.addEventListener('resize', again);
    return () => {
      observer.disconnect();
      window.removeEventListener('resize', again);
    };
  }, [wanted]);
  return { ref, size, room };
}

/** Pixels under the sheet that stay free, and those of its heading and signs before it is made larger. */
const BENEATH = 16;
const HEAD = 92;

function Wall({ pattern, both, title, music, catalogue, size }: WallProps) {
  const say = useSay();
  const voices = useMemo(
    () => [{ name: 'shown', pattern: () => pattern }, ...(both ? [{ name: 'target', pattern: () => both.target }] : [])],
    [pattern, both],
  );
  const player = usePlayer(catalogue, voices, music);
  const position = usePosition(player);
  const wall = useFitting(size);
  return (
    <>
      <div className="work-tools">
        <Transport
          player={player}
          {...(both && {
            voices: [
              { value: 'shown', label: say('picture.wall.beat') },
              { value: 'target', label: say('picture.wall.onlyTarget') },
              { value: 'turn', label: say('picture.wall.turn') },
            ],
          })}
        />
        <span className="head-sign ms-2">
          <TempoSign tempo={pattern.tempo} />
        </span>
        <KitTrouble player={player} />
      </div>
      <div ref={wall.ref} className="wall mt-2" style={{ zoom: wall.size }}>
        <BeatSheet
          title={title}
          compared={both}
          beat={pattern}
          music={music}
          catalogue={catalogue}
          audition={player.audition}
          position={position}
          stretch={wall.room}
        />
      </div>
    </>
  );
}
