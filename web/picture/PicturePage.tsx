import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Link, useParams, useSearchParams } from 'react-router';
import { api, reply } from '../api/client';
import type { Picture } from '../api/types';
import { useCatalogue } from '../api/useCatalogue';
import type { ASPECTS } from '../compared/aspects';
import { soon } from '../ui/soon';
import { Failed, Waiting } from '../ui/states';
import { partName, taskName } from '../ui/words';
import { PictureSheet } from './PictureSheet';
import { Spread } from './Spread';
import { Totals } from './Totals';
import '../ui/class.css';
import '../ui/rooms.css';
import { useSay, withWords } from '../words/words';

const ClassLay = soon(() => withWords(import('../play/ClassLay'), 'play'));

/** A number that was pressed: what it counts, and the beats behind it. */
export type Behind = { title: string; of: string[] };

/** The Class picture: what the class made of one part. Every number opens the beats behind it. */
export default function PicturePage() {
  const say = useSay();
  const { partId = '' } = useParams();
  const catalogue = useCatalogue();
  const [search] = useSearchParams();
  const shown = Number(search.get('target') ?? 0);
  const [behind, setBehind] = useState<Behind | null>(null);
  const { data, error, refetch } = useQuery({
    queryKey: ['picture', partId, shown],
    queryFn: () => reply(api.GET('/api/parts/{id}/picture', { params: { path: { id: partId }, query: { target: shown } } })),
    refetchOnMount: 'always',
  });
  const failed = error ?? catalogue.error;
  if (failed && !data) return <Failed error={failed} again={() => void refetch()} />;
  if (!data || !catalogue.data) return <Waiting what={say('picture.place')} />;
  const { picture, beats, target } = data;
  const open = (title: string, of: string[]) => setBehind({ title, of });
  return (
    <div className="picture">
      <div className="picture-main">
        <PictureHead data={data} />
        {beats.length === 0 && <p className="card">{say('picture.none')}</p>}
        {beats.length > 0 && target && <PictureSheet data={data} target={target} catalogue={catalogue.data} open={open} />}
        {beats.length > 0 && !target && <p className="card">{say('picture.noTarget')}</p>}
      </div>
      {beats.length > 0 && (
        // biome-ignore lint/a11y/noNoninteractiveTabindex: what scrolls by itself is scrolled by key
        <section aria-label={say('picture.numbers')} tabIndex={0} className="picture-said">
          <BehindIt behind={behind} data={data} />
          <Said data={data} open={open} />
          {target && <Totals data={data} target={target} catalogue={catalogue.data} open={open} />}
          {beats.some(({ played }) => played) && (
            <ClassLay
              beats={beats}
              called={({ id, name }) => (
                <Link to={`/marking/${data.part.id}/${id}`} className="quiet-link truncate">
                  <bdi>{name}</bdi>
                </Link>
              )}
            />
          )}
          <section aria-labelledby="spread">
            <h2 id="spread">{say('picture.spread')}</h2>
            <div className="mt-2 grid gap-y-3">
              <Spread
                title={say('picture.spread.mark')}
                values={beats.flatMap(({ mark, suggested, id }) => {
                  const value = mark ?? suggested;
                  return value === null ? [] : [{ value, of: id }];
                })}
                most={data.part.points}
                unit=""
                open={open}
              />
              {Object.entries(picture.aspects).map(([name, values]) => (
                <Spread
                  key={name}
                  title={say(`mark.aspect.${name as (typeof ASPECTS)[number]}`)}
                  values={values.map((one) => ({ ...one, value: one.value * 100 }))}
                  most={100}
                  unit=" %"
                  open={open}
                />
              ))}
            </div>
          </section>
        </section>
      )}
    </div>
  );
}

function PictureHead({ data }: { data: Picture }) {
  const say = useSay();
  return (
    <div className="head-line">
      <h1>{say('picture.title', { name: taskName(data.assignment.title, data.parts.length, data.part) })}</h1>
      <span className="text-sm text-faint" title={say('picture.newest')}>
        {say('picture.beats', { count: data.beats.length })}
      </span>
      {data.nearest.length > 1 && (
        <nav aria-label={say('picture.nearest')} className="flex flex-wrap gap-1.5">
          {data.nearest.map((count, target) => (
            <Link
              // biome-ignore lint/suspicious/noArrayIndexKey: targets have no name but their number
              key={target}
              to={`/picture/${data.part.id}${target > 0 ? `?target=${target}` : ''}`}
              aria-current={target === data.shown ? 'page' : undefined}
              className="part-tab"
            >
              {say('picture.targetBeats', { number: target + 1, count })}
            </Link>
          ))}
        </nav>
      )}
      <nav aria-label={say('picture.ofPart')} className="ms-auto flex flex-wrap gap-1.5">
        {data.parts.length > 1 &&
          data.parts.map((part) => (
            <Link
              key={part.id}
              to={`/picture/${part.id}`}
              aria-current={part.id === data.part.id ? 'page' : undefined}
              className="part-tab"
            >
              {partName(part)}
            </Link>
          ))}
        <Link to={`/marking/${data.part.id}`} className="button button-small">
          {say('picture.marking')}
        </Link>
        <Link to={`/parade/${data.part.id}`} className="button button-small">
          {say('picture.parade')}
        </Link>
        <Link to={`/project/${data.part.id}`} className="button button-small">
          {say('picture.projector')}
        </Link>
        <Link to={`/term/${data.assignment.course.id}`} className="button button-small">
          {say('picture.term')}
        </Link>
      </nav>
    </div>
  );
}

/** The commonest statements, with how many made them. */
function Said({ data, open }: { data: Picture; open: (title: string, of: string[]) => void }) {
  const say = useSay();
  const { statements, marks } = data.picture;
  // Beats that are nearer to another target are counted there.
  const here = data.beats.filter(({ id }) => !data.target || marks.some(({ of }) => of === id));
  const right = here.filter(({ id }) => !statements.some(({ by }) => by.includes(id))).map(({ id }) => id);
  return (
    <section aria-labelledby="said">
      <h2 id="said">{say('picture.comments')}</h2>
      <ol className="mt-2 flex flex-col gap-1">
        {statements.slice(0, 12).map(({ text, by }) => (
          <li key={text} className="flex items-baseline gap-2">
            <button
              type="button"
              className="count-button"
              aria-label={say('picture.beatsSaid', { count: by.length, text })}
              onClick={() => open(text, by)}
            >
              {by.length}
            </button>
            <span>{text}</span>
          </li>
        ))}
        {data.target && right.length > 0 && (
          <li className="flex items-baseline gap-2">
            <button
              type="button"
              className="count-button"
              aria-label={say('picture.beatsSaid', { count: right.length, text: say('picture.right') })}
              onClick={() => open(say('picture.right.title'), right)}
            >
              {right.length}
            </button>
            <span className="text-faint">{say('picture.right')}</span>
          </li>
        )}
      </ol>
      {statements.length > 12 && <p className="mt-2 text-sm text-faint">{say('picture.more', { count: statements.length - 12 })}</p>}
    </section>
  );
}

/** The beats behind a number. */
function BehindIt({ behind, data }: { behind: Behind | null; data: Picture }) {
  const say = useSay();
  const beats = data.beats.filter(({ id }) => behind?.of.includes(id));
  return (
    <aside aria-label={say('picture.behind')} className="card p-3">
      <div role="status">
        {behind ? (
          <>
            <h2>{behind.title}</h2>
            <p className="text-sm text-faint">{say('picture.beats', { count: beats.length })}</p>
          </>
        ) : (
          <p className="text-faint">{say('picture.behind.hint')}</p>
        )}
      </div>
      <ul className="mt-2 flex flex-col gap-1">
        {beats.map((beat) => (
          <li key={beat.id}>
            <Link to={`/marking/${data.part.id}/${beat.id}`} className="quiet-link flex justify-between gap-2">
              <bdi>{beat.name}</bdi>
              <span className="font-head">{beat.mark ?? (beat.suggested === null ? '' : `~${beat.suggested}`)}</span>
            </Link>
          </li>
        ))}
      </ul>
    </aside>
  );
}
