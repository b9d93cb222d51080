import { useState } from 'react';
import type { Added, PreviewedStudent } from '../api/types';
import { Notice } from '../ui/states';
import { useKept } from '../ui/useKept';
import { useTask } from '../ui/useTask';
import { day, plural } from '../ui/words';

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
        <span className="block text-faint">
          One person a line: “Ines Caldeira”, “Caldeira, Ines”, or two cells of a spreadsheet. Add a nickname in brackets: “Maximiliana
          (Maxi) Brandt”.
        </span>
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
            ? 'Adding …'
            : 'Reading the list …'
          : preview && !people
            ? 'Look at the list'
            : button(people?.filter((one) => !one.already).length ?? null)}
      </button>
    </form>
  );
}

type PreviewProps = { people: PreviewedStudent[]; same: ReadonlySet<string>; change: (same: ReadonlySet<string>) => void };

function Preview({ people, same, change }: PreviewProps) {
  const already = people.filter((one) => one.already).length;
  const turn = (id: string, on: boolean) => change(new Set(on ? [...same, id] : [...same].filter((one) => one !== id)));
  return (
    <>
      {already > 0 && (
        <p>
          {plural(already, 'person of this list is', 'people of this list are')} in the class already and won’t be added again. If somebody
          else has the same name, add a letter.
        </p>
      )}
      <table className="glance" aria-label="Who will be added">
        <thead>
          <tr>
            <th scope="col">Name</th>
            <th scope="col">Called</th>
            <th scope="col">Username</th>
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
                        Use the account {theirs}
                        {until ? `: was in this class until ${day(until)}` : classes.length > 0 && `: is in ${classes.join(', ')}`}
                      </label>
                    ))}
                </td>
                <td>
                  <bdi>{given}</bdi>
                </td>
                <td>{one.already ? 'in the class' : (chosen?.signIn ?? signIn)}</td>
              </tr>
            );
          })}
        </tbody>
      </table>
    </>
  );
}
