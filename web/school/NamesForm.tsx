import { useState } from 'react';
import type { Added, PreviewedStudent } from '../api/types';
import { Notice } from '../ui/states';
import { useKept } from '../ui/useKept';
import { useTask } from '../ui/useTask';
import { day } from '../ui/words';
import { useSay } from '../words/words';

type Props = {
  /** What the half-written list is kept under. */
  kept: string;
  title: string;
  /** @param count how many are new; null where the list was not looked at */
  button: (count: number | null) => string;
  /** What the list would make, to be looked at first; left out where that is plain. */
  preview?: (names: string) => Promise<PreviewedStudent[]>;
  /** @param same accounts that people of the list have already */
  send: (names: string, same: string[]) => Promise<Added>;
  done: (added: Added) => void;
};

/** Names as somebody types or pastes them, a person a line: all of them or none. What is typed stays until it was sent. */
export function NamesForm({ kept, title, button, preview, send, done }: Props) {
  const say = useSay();
  const [names, setNames] = useKept(kept, '');
  const [people, setPeople] = useState<PreviewedStudent[] | null>(null);
  const [same, setSame] = useState<ReadonlySet<string>>(new Set());
  const { busy, error, run } = useTask();
  const look = () =>
    run(async () => {
      setPeople(null);
      if (!preview) return;
      const found = await preview(names);
      setPeople(found);
      // Somebody who was in this class before is nearly always the same person.
      setSame(new Set(found.flatMap(({ known }) => known.filter(({ until }) => until !== null).map(({ id }) => id))));
    });
  const make = () =>
    run(async () => {
      const added = await send(names, [...same]);
      setNames('');
      setPeople(null);
      done(added);
    });
  return (
    <form
      className="card mt-3 flex flex-col gap-2 text-sm"
      onSubmit={(event) => {
        event.preventDefault();
        void (preview && !people ? look() : make());
      }}
    >
      <label>
        <span className="font-head text-lg font-bold">{title}</span>
        <span className="block text-faint">{say('school.names.about')}</span>
        <textarea
          className="field mt-1 h-28"
          value={names}
          spellCheck={false}
          onChange={(event) => {
            setNames(event.target.value);
            setPeople(null);
          }}
        />
      </label>
      {error && <Notice>{error}</Notice>}
      {people && <Preview people={people} same={same} change={setSame} />}
      <button type="submit" className="button button-main self-start" disabled={busy || names.trim() === ''}>
        {busy
          ? people || !preview
            ? say('school.names.adding')
            : say('school.list.reading')
          : preview && !people
            ? say('school.names.look')
            : button(people?.filter((one) => !one.already).length ?? null)}
      </button>
    </form>
  );
}

type PreviewProps = { people: PreviewedStudent[]; same: ReadonlySet<string>; change: (same: ReadonlySet<string>) => void };

function Preview({ people, same, change }: PreviewProps) {
  const say = useSay();
  const already = people.filter((one) => one.already).length;
  const turn = (id: string, on: boolean) => change(new Set(on ? [...same, id] : [...same].filter((one) => one !== id)));
  return (
    <>
      {already > 0 && <p>{say('school.names.already', { count: already })}</p>}
      <table className="glance" aria-label={say('school.names.who')}>
        <thead>
          <tr>
            <th scope="col">{say('school.name')}</th>
            <th scope="col">{say('school.called')}</th>
            <th scope="col">{say('school.username')}</th>
          </tr>
        </thead>
        <tbody>
          {people.map((one) => {
            const { name, given, signIn, known } = one;
            const chosen = known.find(({ id }) => same.has(id));
            return (
              <tr key={name} className={one.already ? 'text-faint' : ''}>
                <td>
                  <bdi>{name}</bdi>
                  {!one.already &&
                    known.map(({ id, signIn: theirs, until, classes }) => (
                      <label key={id} className="flex items-center gap-1.5">
                        <input type="checkbox" checked={same.has(id)} onChange={(event) => turn(id, event.target.checked)} />
                        {until
                          ? say('school.names.useUntil', { username: theirs, day: day(until) })
                          : say('school.names.use', { username: theirs, count: classes.length, classes: classes.join(', ') })}
                      </label>
                    ))}
                </td>
                <td>
                  <bdi>{given}</bdi>
                </td>
                <td>{one.already ? say('school.names.in') : (chosen?.signIn ?? signIn)}</td>
              </tr>
            );
          })}
        </tbody>
      </table>
    </>
  );
}
