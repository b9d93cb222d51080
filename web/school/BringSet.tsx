import { useRef, useState } from 'react';
import { bytes } from '../api/bytes';
import { api, reply } from '../api/client';
import type { RosterLook } from '../api/types';
import { Notice } from '../ui/states';
import { useTask } from '../ui/useTask';
import { useSay } from '../words/words';
import { Faults } from './Faults';
import { RosterChanges } from './RosterChanges';

/** A set as a request, for one of its schools where it has several. */
const set = (file: File, school: string) => ({ ...bytes(file), params: { query: school === '' ? {} : { school } } });

/** The people and classes of a school as a OneRoster 1.2 set, in and out. */
export function BringSet({ done }: { done: () => void }) {
  const say = useSay();
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
      setSaid(say('school.set.done', { made: taken.made, enrolled: taken.enrolled }));
      setLook(null);
      setFile(null);
      if (input.current) input.current.value = '';
      done();
    });
  return (
    <section aria-labelledby="bring-set" className="card mt-3 text-sm">
      <h3 id="bring-set" className="text-lg">
        {say('school.set')}
      </h3>
      <p className="text-faint">{say('school.set.about')}</p>
      <input
        ref={input}
        type="file"
        accept=".zip,application/zip"
        aria-label={say('school.set.file')}
        className="file-field mt-2"
        onChange={(event) => void choose(event.target.files?.[0])}
      />
      {error && <Notice>{error}</Notice>}
      {busy && <p role="status">{say('school.set.reading')}</p>}
      {look && look.schools.length > 1 && (
        <label className="mt-2 block">
          {say('school.set.several')}{' '}
          <select className="field" value={school} onChange={(event) => void choose(file ?? undefined, event.target.value)}>
            <option value="">{say('school.set.choose')}</option>
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
            {say('school.set.take')}
          </button>
        </>
      )}
      <p role="status" className="mt-1 font-bold">
        {said}
      </p>
      <p className="mt-2">
        <a className="quiet-link" href="/api/school/oneroster" download>
          {say('school.set.export')}
        </a>
      </p>
    </section>
  );
}
