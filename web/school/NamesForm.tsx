import { useState } from 'react';
import type { Slip } from '../api/types';
import { Notice } from '../ui/states';
import { useTask } from '../ui/useTask';

type Person = { name: string; given: string; signIn: string };
type Props = {
  title: string;
  button: string;
  /** What the list would make, to be looked at first; left out where that is plain. */
  preview?: (names: string) => Promise<Person[]>;
  send: (names: string) => Promise<Slip[]>;
  done: (slips: Slip[]) => void;
};

/** Names as somebody types or pastes them, a person a line: all of them or none. */
export function NamesForm({ title, button, preview, send, done }: Props) {
  const [names, setNames] = useState('');
  const [people, setPeople] = useState<Person[] | null>(null);
  const { busy, error, run } = useTask();
  const look = () =>
    run(async () => {
      setPeople(null);
      if (preview) setPeople(await preview(names));
    });
  const make = () =>
    run(async () => {
      const slips = await send(names);
      setNames('');
      setPeople(null);
      done(slips);
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
          A person a line: “Ines Caldeira”, “Caldeira, Ines”, or cells of a spreadsheet, family name first. How somebody is called stands in
          brackets: “Maximiliana (Maxi) Brandt”.
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
      {people && (
        <table className="glance" aria-label="Who would be added">
          <thead>
            <tr>
              <th scope="col">Name</th>
              <th scope="col">Called</th>
              <th scope="col">Signs in as</th>
            </tr>
          </thead>
          <tbody>
            {people.map(({ name, given, signIn }) => (
              <tr key={signIn}>
                <td>
                  <bdi>{name}</bdi>
                </td>
                <td>
                  <bdi>{given}</bdi>
                </td>
                <td>{signIn}</td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      <button type="submit" className="button button-main self-start" disabled={busy || names.trim() === ''}>
        {busy ? 'One moment …' : preview && !people ? 'Look at the list' : button}
      </button>
    </form>
  );
}
