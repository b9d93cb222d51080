import { useQuery, useQueryClient } from '@tanstack/react-query';
import { type DragEvent, type ReactNode, useRef, useState } from 'react';
import { useSearchParams } from 'react-router';
import { api, at, reply } from '../api/client';
import type { Shelf, ShelfItem } from '../api/types';
import { useCatalogue } from '../api/useCatalogue';
import { FirstBar } from '../sheet/FirstBar';
import { Choice } from '../ui/Choice';
import { TempoSign } from '../ui/NoteValue';
import { Failed, Notice, Waiting } from '../ui/states';
import { useTask } from '../ui/useTask';
import { EVERYTHING, groupsOf, type Wanted } from './filter';
import { Level } from './Level';
import { NewPattern, useNewPattern } from './NewPattern';
import { type Bringing, ShelfFileBlock, useBringing } from './ShelfFileBlock';
import { Thing } from './Thing';
import '../ui/class.css';
import '../ui/rooms.css';
import './shelf.css';
import { useSay } from '../words/words';

/** Patterns and tasks to keep and to use again: looked for at the left, heard and taken at the right. */
export default function ShelfPage({ teacher }: { teacher: boolean }) {
  const say = useSay();
  const catalogue = useCatalogue();
  const shelf = useQuery({ queryKey: ['shelf'], queryFn: () => reply(api.GET('/api/shelf')) });
  const [search, setSearch] = useSearchParams();
  const [wanted, setWanted] = useState(EVERYTHING);
  // How often a press has asked to hear a thing: another press plays it again.
  const [plays, setPlays] = useState({ key: '', turn: 0 });
  const queries = useQueryClient();
  const { error, run } = useTask();
  const shown = useRef<HTMLDivElement>(null);
  const making = useNewPattern(catalogue.data);
  const bringing = useBringing();
  const [gone, setGone] = useState<{ title: string; back: () => Promise<unknown> } | null>(null);
  const problem = shelf.error ?? catalogue.error;
  if (problem) return <Failed error={problem} again={() => void shelf.refetch()} />;
  if (!shelf.data || !catalogue.data) return <Waiting what={say('shelf.place')} />;
  const own = teacher ? say('shelf.own') : say('shelf.ownBeats');
  const groups = groupsOf(shelf.data, wanted, own);
  const listed = groups.flatMap(({ items }) => items);
  const key = search.get('thing') ?? listed[0]?.key ?? '';
  const chosen = shelf.data.items.find((one) => one.key === key) ?? listed[0] ?? null;
  const choose = (thing: string, play = false) => {
    setPlays(({ turn }) => (play ? { key: thing, turn: turn + 1 } : { key: '', turn }));
    setSearch({ thing }, { replace: true });
    // Where all stands in one column, it is further down.
    const place = shown.current?.getBoundingClientRect();
    if (place && place.top > window.innerHeight - 120) shown.current?.scrollIntoView({ block: 'start' });
  };
  const remove = (item: ShelfItem) =>
    run(async () => {
      const { beats, plan } = await reply(api.GET('/api/shelf/{key}', at({ key: item.key })));
      await reply(api.DELETE('/api/shelf/{key}', at({ key: item.key })));
      const { title, listen, tags, level, shared } = item;
      const pattern = beats[0]?.pattern;
      const body = { title, listen, tags, level, shared, ...(plan ? { plan } : pattern && { pattern }) };
      // Gone at once: a line that is still there would be pressed while the others move up.
      queries.setQueryData<Shelf>(['shelf'], (now) => now && { ...now, items: now.items.filter((one) => one.key !== item.key) });
      setGone({ title, back: () => reply(api.POST('/api/shelf', { body })) });
      setSearch({}, { replace: true });
      await queries.invalidateQueries({ queryKey: ['shelf'] });
    });
  const bringBack = () =>
    run(async () => {
      await gone?.back();
      setGone(null);
      await queries.invalidateQueries({ queryKey: ['shelf'] });
    });
  return (
    // biome-ignore lint/a11y/noStaticElementInteractions: dropping a file does what New pattern and its Files do
    <div className="shelf" onDragOver={(event) => event.preventDefault()} onDrop={(event) => drop(event, making.begin, bringing.bring)}>
      <Looking shelf={shelf.data} wanted={wanted} set={setWanted} own={own} teacher={teacher} bringing={bringing}>
        <NewPattern making={making} />
      </Looking>
      <div className="shelf-list">
        <input
          type="search"
          aria-label={say('shelf.search')}
          placeholder={say('shelf.search.hint')}
          className="field"
          value={wanted.text}
          onChange={(event) => setWanted({ ...wanted, text: event.target.value })}
        />
        <p role="status" className="text-sm text-faint">
          {gone ? (
            <>
              {say('shelf.gone', { name: gone.title })}{' '}
              <button type="button" className="button button-small" onClick={() => void bringBack()}>
                {say('shelf.undo')}
              </button>
            </>
          ) : (
            say(`shelf.count.${wanted.kind}`, { count: listed.length })
          )}
        </p>
        {error && <Notice>{error}</Notice>}
        <div className="shelf-room">
          {groups.map(({ name, teaches, items }) => (
            <section key={name} aria-label={name}>
              <h2 className="text-base">{name}</h2>
              {teaches && <p className="text-xs text-faint">{teaches}</p>}
              <ul>
                {items.map((item) => (
                  <Line key={item.key} item={item} chosen={item === chosen} choose={choose} />
                ))}
              </ul>
            </section>
          ))}
          {listed.length === 0 && <Nothing wanted={wanted} set={setWanted} teacher={teacher} />}
        </div>
      </div>
      <div ref={shown} className="shelf-thing">
        {chosen ? (
          <Thing
            key={`${chosen.key} ${chosen.version}`}
            item={chosen}
            shelf={shelf.data}
            catalogue={catalogue.data}
            teacher={teacher}
            plays={plays.key === chosen.key ? plays.turn : 0}
            remove={() => void remove(chosen)}
          />
        ) : (
          shelf.data.items.length > 0 && <p className="card text-faint">{say('shelf.nothingChosen')}</p>
        )}
      </div>
    </div>
  );
}

/** A pattern file that is dropped on the Shelf opens on a sheet of its own; a zip is a whole shelf. */
function drop(event: DragEvent, begin: (file: File) => void, bring: (file: File) => void): void {
  const [file] = event.dataTransfer.files;
  if (!file) return;
  event.preventDefault();
  if (/\.zip$/i.test(file.name)) bring(file);
  else begin(file);
}

type LookingProps = {
  shelf: Shelf;
  wanted: Wanted;
  set: (wanted: Wanted) => void;
  own: string;
  teacher: boolean;
  bringing: Bringing;
  children: ReactNode;
};

/** What is looked at: patterns or tasks, whose, and what they teach. */
function Looking({ shelf, wanted, set, own, teacher, bringing, children }: LookingProps) {
  const say = useSay();
  const button = (label: string, part: Partial<Wanted>) => {
    const next = { ...wanted, where: '' as const, lesson: '', ...part };
    return (
      <li key={label}>
        <button
          type="button"
          className="shelf-filter"
          aria-pressed={next.where === wanted.where && next.lesson === wanted.lesson}
          onClick={() => set(next)}
        >
          {label}
        </button>
      </li>
    );
  };
  const taught = shelf.lessons.filter(({ key }) => shelf.items.some(({ lesson, kind }) => lesson === key && kind === wanted.kind));
  return (
    <section aria-label={say('shelf.looking')} className="shelf-looking">
      <h1>{say('shelf.title')}</h1>
      {teacher && (
        <Choice
          label={say('shelf.what')}
          value={wanted.kind}
          options={[
            { value: 'pattern', label: say('shelf.patterns') },
            { value: 'task', label: say('shelf.tasks') },
          ]}
          onChange={(kind) => set({ ...EVERYTHING, kind, text: wanted.text })}
        />
      )}
      <ul>
        {button(say('shelf.everything'), {})}
        {button(own, { where: 'mine' })}
        {teacher && button(say('shelf.ofSchool'), { where: 'school' })}
        {taught.map(({ key, name }) => button(name, { lesson: key }))}
      </ul>
      <label className="text-sm">
        {say('shelf.level.label')}
        <select
          className="field field-small"
          value={wanted.level ?? ''}
          onChange={(event) => set({ ...wanted, level: event.target.value === '' ? null : Number(event.target.value) })}
        >
          <option value="">{say('shelf.level.every')}</option>
          <option value="1">1, {say('beat.level.1')}</option>
          <option value="2">2, {say('beat.level.2')}</option>
          <option value="3">3, {say('beat.level.3')}</option>
        </select>
      </label>
      {children}
      <ShelfFileBlock any={shelf.items.some(({ mine }) => mine)} teacher={teacher} bringing={bringing} />
    </section>
  );
}

type LineProps = { item: ShelfItem; chosen: boolean; choose: (key: string, play?: boolean) => void };

function Line({ item, chosen, choose }: LineProps) {
  const say = useSay();
  const { glimpse, title } = item;
  return (
    <li className="shelf-line" data-chosen={chosen}>
      <button
        type="button"
        className="shelf-play"
        aria-label={say('shelf.hear', { title })}
        title={say('shelf.hear', { title })}
        onClick={() => choose(item.key, true)}
      >
        <svg aria-hidden="true" viewBox="0 0 12 12" className="size-3 fill-current">
          <path d="M2 0l10 6-10 6z" />
        </svg>
      </button>
      <button type="button" className="shelf-name" aria-current={chosen} onClick={() => choose(item.key)}>
        <span className="min-w-0 flex-1">
          <span className="block truncate font-bold">{title}</span>
          <span className="block truncate text-xs text-faint">
            {glimpse.meter.count}/{glimpse.meter.unit} <TempoSign tempo={glimpse.tempo} />
            <Level level={item.level} />
            {item.form && <b> {say(`shelf.form.${item.form as 'easier' | 'harder'}`)}</b>}
            {glimpse.swing.percent > 50 && ` · ${say('shelf.swung')}`}
            {item.parts > 1 && ` · ${say('shelf.parts', { count: item.parts })}`}
            {item.shared && ` · ${say('shelf.shared')}`}
            {item.sharedWith.length > 0 && ` · ${say('shelf.open')}`}
          </span>
        </span>
        <span className="shelf-bar">
          <FirstBar glimpse={glimpse} />
        </span>
      </button>
    </li>
  );
}

function Nothing({ wanted, set, teacher }: { wanted: Wanted; set: (wanted: Wanted) => void; teacher: boolean }) {
  const say = useSay();
  const looked = wanted.text !== '' || wanted.level !== null || wanted.lesson !== '';
  return (
    <div className="card mt-2 text-sm">
      <p>{looked ? say('shelf.none.like') : teacher ? say('shelf.none.teacher') : say('shelf.none.student')}</p>
      {(looked || wanted.where !== '') && (
        <button type="button" className="button button-small mt-2" onClick={() => set({ ...EVERYTHING, kind: wanted.kind })}>
          {say('shelf.showAll')}
        </button>
      )}
    </div>
  );
}
