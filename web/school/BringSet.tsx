import { useRef, useState } from 'react';
import { api, reply } from '../api/client';
import type { RosterLook } from '../api/types';
import { Notice } from '../ui/states';
import { useTask } from '../ui/useTask';
import { plural } from '../ui/words';
import { bytes } from './BringList';
import { Faults } from './Faults';
import { RosterChanges } from './RosterChanges';

/** A set as a request, for one of its schools where it has several. */
const set = (file: File, school: string) => ({ ...bytes(file), params: { query: school === '' ? {} : { school } } });

/** The people and classes of a school as a OneRoster 1.2 set, in and out. */
export function BringSet({ done }: { done: () => void }) {
  const [file, setFile] = useState<File | null>(null);
  const [look, setLook] = useState<RosterLook | null>(null);
  const [school, setSchool] = useState('');
  const [said, setSaid] = useState('');
  const input = useRef<HTMLInputElement>(null);
  const { busy, error, run } = useTask();
  const choose = (chosen: File | undefined, wanted = '') =>
    run(async () => {
      setLook(null);
      setSaid('');
      setFile(chosen ?? null);
      setSchool(wanted);
      if (chosen) setLook(await reply(api.POST('/api/school/oneroster', set(chosen, wanted))));
    });
  const take = () =>
    run(async () => {
      if (!file) return;
      const taken = await reply(api.POST('/api/school/oneroster/take', set(file, school)));
      setSaid(
        `${plural(taken.made, 'account is', 'accounts are')} new, ${plural(taken.enrolled, 'place')} in classes. Slips are in each class.`,
      );
      setLook(null);
      setFile(null);
      if (input.current) input.current.value = '';
      done();
    });
  return (
    <section aria-labelledby="bring-set" className="card mt-3 text-sm">
      <h3 id="bring-set" className="text-lg">
        The whole school from another system
      </h3>
      <p className="text-faint">
        A OneRoster 1.2 set: a zip of CSV files with classes, users and enrolments. Ids decide who and what is meant; before anything is
        brought in, you see what would change.
      </p>
      <input
        ref={input}
        type="file"
        accept=".zip,application/zip"
        aria-label="The zip of the set"
        className="file-field mt-2"
        onChange={(event) => void choose(event.target.files?.[0])}
      />
      {error && <Notice>{error}</Notice>}
      {busy && <p role="status">Reading the set …</p>}
      {look && look.schools.length > 1 && (
        <label className="mt-2 block">
          This set holds several schools. Bring in the classes and people of{' '}
          <select className="field" value={school} onChange={(event) => void choose(file ?? undefined, event.target.value)}>
            <option value="">Choose a school</option>
            {look.schools.map((one) => (
              <option key={one.id} value={one.id}>
                {one.name}
              </option>
            ))}
          </select>
        </label>
      )}
      {look && (look.schools.length < 2 || school !== '') && (
        <>
          <RosterChanges look={look} />
          <Faults faults={look.faults.map((text) => ({ line: 0, text }))} count={look.faultCount} />
          <button
            type="button"
            className="button button-main mt-2"
            disabled={busy || look.faultCount > 0 || look.nothing}
            onClick={() => void take()}
          >
            Bring all of it in
          </button>
        </>
      )}
      <p role="status" className="mt-1 font-bold">
        {said}
      </p>
      <p className="mt-2">
        <a className="quiet-link" href="/api/school/oneroster" download>
          Export the school as such a set
        </a>
      </p>
    </section>
  );
}
