import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useEffect, useMemo, useState } from 'react';
import { Link } from 'react-router';
import { api, at, reply } from '../api/client';
import type { Catalogue, KeptInput, Shelf, ShelfItem, ShelfThing } from '../api/types';
import { KeptFields } from '../keep/KeepOnShelf';
import { KitTrouble, Transport } from '../sound/Transport';
import { usePlayer } from '../sound/usePlayer';
import { GridAndStaff } from '../staff/GridAndStaff';
import { Choice } from '../ui/Choice';
import { TempoSign } from '../ui/NoteValue';
import { Failed, Notice, Waiting } from '../ui/states';
import { keep, kept } from '../ui/storage';
import { useTask } from '../ui/useTask';
import { partName, swingWords } from '../ui/words';
import { useSay } from '../words/words';
import { Level } from './Level';
import { SetTask, TakeInto } from './TakeInto';

type As = 'grid' | 'staff' | 'both';
type Props = {
  item: ShelfItem;
  shelf: Shelf;
  catalogue: Catalogue;
  teacher: boolean;
  /** Rises with every press that asks to hear it; 0 where it is only looked at. */
  plays: number;
  remove: () => void;
};

/** One thing of the Shelf: seen, heard, and what can be done with it. */
export function Thing(props: Props) {
  const { item } = props;
  const thing = useQuery({
    queryKey: ['shelf', item.key, item.version],
    queryFn: () => reply(api.GET('/api/shelf/{key}', at({ key: item.key }))),
  });
  if (thing.error) return <Failed error={thing.error} again={() => void thing.refetch()} />;
  if (!thing.data) return <Waiting what={item.title} />;
  return <Shown {...props} thing={thing.data} />;
}

function Shown({ item, shelf, catalogue, teacher, plays, remove, thing }: Props & { thing: ShelfThing }) {
  const say = useSay();
  const [part, setPart] = useState(0);
  const [as, setAs] = useState<As>(() => kept<As>('setting', 'shelf') ?? 'grid');
  const beat = thing.beats[part] ?? thing.beats[0];
  const voices = useMemo(() => (beat ? [{ name: 'shelf', pattern: () => beat.pattern }] : []), [beat]);
  const player = usePlayer(catalogue, voices, (beat as NonNullable<typeof beat>).music);
  useEffect(() => {
    if (plays > 0 && !player.state.playing) player.toggle();
  }, [plays, player]);
  if (!beat) return null;
  const { glimpse } = item;
  return (
    <>
      <header>
        <div className="head-line">
          <h2 className="text-2xl">{item.title}</h2>
          <span className="head-sign">
            {beat.pattern.meter.count}/{beat.pattern.meter.unit}
          </span>
          <span className="head-sign">
            <TempoSign tempo={beat.pattern.tempo} />
          </span>
          {glimpse.swing.percent > 50 && <span className="head-sign">{swingWords(glimpse.swing)}</span>}
          <span className="text-sm text-faint">
            {say('frame.bars', { count: glimpse.bars })}
            <Level level={item.level} />
            {item.form && <b> {say(`shelf.form.${item.form as 'easier' | 'harder'}`)}</b>}
          </span>
        </div>
        {item.listen && <p>{item.listen}</p>}
        {item.trains && (
          <p className="text-sm">
            <b>{say('shelf.trains')}</b> {item.trains}
          </p>
        )}
        {item.introduction && (
          <p className="text-sm">
            <b>{say('shelf.introduce')}</b> {item.introduction}
          </p>
        )}
        <p className="text-sm text-faint">
          {item.tags.join(' · ')}
          {item.owner && !item.mine && ` · ${say('shelf.from', { name: item.owner })}`}
        </p>
        {thing.beats.length > 1 && (
          <Choice
            label={say('shelf.part')}
            value={String(part)}
            options={thing.beats.map(({ name }, i) => ({ value: String(i), label: partName({ position: i + 1, name }) }))}
            onChange={(index) => setPart(Number(index))}
          />
        )}
        {thing.plan && <p className="mt-1 whitespace-pre-line">{thing.plan.brief}</p>}
      </header>
      <div className="work-tools my-2">
        <Transport player={player} />
        <KitTrouble player={player} />
        <span className="ms-auto">
          <Choice
            label={say('shelf.seenAs')}
            value={as}
            options={[
              { value: 'grid', label: say('shelf.grid') },
              { value: 'staff', label: say('shelf.staff') },
              { value: 'both', label: say('shelf.both') },
            ]}
            onChange={(value) => {
              setAs(value);
              keep('setting', 'shelf', value);
            }}
          />
        </span>
      </div>
      <GridAndStaff
        key={part}
        pattern={beat.pattern}
        staff={beat.staff}
        music={beat.music}
        catalogue={catalogue}
        player={player}
        title={beat.name || say('shelf.onGrid')}
        as={as}
      />
      <div className="mt-3 flex flex-col gap-3">
        {item.kind === 'task' ? <SetTask item={item} shelf={shelf} /> : <TakeInto item={item} teacher={teacher} />}
        {teacher && item.kind === 'pattern' && <Lending item={item} shelf={shelf} />}
        {item.mine && <Own item={item} remove={remove} />}
        <Copy item={item} thing={thing} />
        <p>
          <Link to={`/sheet/shelf/${item.key}`} className="quiet-link text-sm">
            {say('shelf.print')}
          </Link>
        </p>
      </div>
    </>
  );
}

/** Which classes may take it to their Benches. */
function Lending({ item, shelf }: { item: ShelfItem; shelf: Shelf }) {
  const say = useSay();
  const queries = useQueryClient();
  const { busy, error, run } = useTask();
  const lend = (courses: string[]) =>
    run(async () => {
      await reply(api.PUT('/api/shelf/{key}/classes', { ...at({ key: item.key }), body: { courses } }));
      await queries.invalidateQueries({ queryKey: ['shelf'], exact: true });
    });
  return (
    <fieldset className="text-sm" disabled={busy}>
      <legend className="font-bold">{say('shelf.lend')}</legend>
      {shelf.courses.map(({ id, name }) => (
        <label key={id} className="me-4 inline-flex min-h-8 items-center gap-1.5">
          <input
            type="checkbox"
            checked={item.sharedWith.includes(id)}
            onChange={(event) => void lend(event.target.checked ? [...item.sharedWith, id] : item.sharedWith.filter((one) => one !== id))}
          />
          {name}
        </label>
      ))}
      {error && <Notice>{error}</Notice>}
    </fieldset>
  );
}

/** One's own: worked on, said otherwise, taken off. */
function Own({ item, remove }: { item: ShelfItem; remove: () => void }) {
  const say = useSay();
  const queries = useQueryClient();
  const [open, setOpen] = useState(false);
  const { busy, error, run } = useTask();
  const save = (input: KeptInput) =>
    run(async () => {
      await reply(api.PUT('/api/shelf/{key}', { ...at({ key: item.key }), body: { ...input, version: item.version } }));
      setOpen(false);
      await queries.invalidateQueries({ queryKey: ['shelf'] });
    });
  const { title, listen, tags, level, shared } = item;
  return (
    <div>
      {open ? (
        <KeptFields
          value={{ title, listen, tags, level, shared }}
          busy={busy}
          done={say('shelf.save')}
          save={(input) => void save(input)}
          leave={() => setOpen(false)}
        />
      ) : (
        <p className="flex flex-wrap gap-1.5">
          {item.kind === 'pattern' && (
            <Link to={`/shelf/${item.key}`} className="button button-small">
              {say('shelf.edit')}
            </Link>
          )}
          <button type="button" className="button button-small" onClick={() => setOpen(true)}>
            {say('shelf.details')}
          </button>
          <button type="button" className="button button-small" onClick={remove}>
            {say('shelf.remove')}
          </button>
        </p>
      )}
      {error && <Notice>{error}</Notice>}
    </div>
  );
}

/** It once more as one's own. */
function Copy({ item, thing }: { item: ShelfItem; thing: ShelfThing }) {
  const say = useSay();
  const queries = useQueryClient();
  const { busy, error, run } = useTask();
  const [said, setSaid] = useState('');
  const copy = () =>
    run(async () => {
      const { title, listen, tags, level } = item;
      const pattern = thing.beats[0]?.pattern;
      const body = { title, listen, tags, level, ...(thing.plan ? { plan: thing.plan } : pattern && { pattern }) };
      await reply(api.POST('/api/shelf', { body }));
      setSaid(say('shelf.copied'));
      await queries.invalidateQueries({ queryKey: ['shelf'], exact: true });
    });
  return (
    <p className="flex flex-wrap items-center gap-2 text-sm">
      <button type="button" className="button button-small" disabled={busy} onClick={() => void copy()}>
        {item.mine ? say('shelf.duplicate') : say('shelf.copy')}
      </button>
      <span role="status">{error || said}</span>
    </p>
  );
}
