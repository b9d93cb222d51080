import { useRef, useState } from 'react';
import { api, reply } from '../api/client';
import type { PeopleLook } from '../api/types';
import { Notice } from '../ui/states';
import { TableLinks } from '../ui/TableLinks';
import { useTask } from '../ui/useTask';
import { plural } from '../ui/words';
import { Faults } from './Faults';

const COLUMN_WORDS: Record<string, string> = {
  '': 'leave it out',
  name: 'the whole name',
  given: 'given name',
  family: 'family name',
  called: 'how they are called',
  email: 'address for mail',
  id: 'their id elsewhere',
};

/** What is sent as it lies on the disk. */
export const bytes = (file: Blob) => ({ body: file as unknown as string, bodySerializer: () => file });

/** A table of people from a file: what its columns are, who would come in, what cannot be taken by line; then all of them or none. */
export function BringList({ courseId, done }: { courseId: string; done: () => void }) {
  const [file, setFile] = useState<File | null>(null);
  const [look, setLook] = useState<PeopleLook | null>(null);
  const [said, setSaid] = useState('');
  const input = useRef<HTMLInputElement>(null);
  const { busy, error, run } = useTask();
  const asking = (head: boolean, columns: string[]) => ({ head: head ? ('1' as const) : ('0' as const), columns: columns.join(',') });
  const see = (chosen: File, query?: ReturnType<typeof asking>) =>
    run(async () => {
      setSaid('');
      setLook(
        await reply(api.POST('/api/courses/{id}/list', { params: { path: { id: courseId }, query: query ?? {} }, ...bytes(chosen) })),
      );
    });
  const choose = (chosen: File | undefined) => {
    setLook(null);
    setFile(chosen ?? null);
    if (chosen) void see(chosen);
  };
  const take = () =>
    run(async () => {
      if (!file || !look) return;
      const params = { path: { id: courseId }, query: asking(look.head, look.columns) };
      const taken = await reply(api.POST('/api/courses/{id}/list/take', { params, ...bytes(file) }));
      setSaid(`${plural(taken.enrolled, 'student is', 'students are')} in the class now; give them slips next.`);
      setLook(null);
      setFile(null);
      if (input.current) input.current.value = '';
      done();
    });
  return (
    <section aria-labelledby="bring" className="card mt-3 text-sm">
      <h3 id="bring" className="text-lg">
        Bring a list from a file
      </h3>
      <p className="text-faint">
        A table from a spreadsheet or a school system: CSV, XLSX (its first sheet) or ODS. You choose what each column holds, and check the
        list before anybody is added.
      </p>
      <input
        ref={input}
        type="file"
        accept=".csv,.txt,.tsv,.xlsx,.ods,text/csv"
        aria-label="The file with the list"
        className="file-field mt-2"
        onChange={(event) => choose(event.target.files?.[0])}
      />
      {error && <Notice>{error}</Notice>}
      {busy && <p role="status">Reading the list …</p>}
      {look && file && (
        <>
          <div className="mt-2 overflow-x-auto">
            <table className="glance" aria-label="What the columns are">
              <thead>
                <tr>
                  {look.titles.map((title, i) => (
                    // biome-ignore lint/suspicious/noArrayIndexKey: columns have no other name
                    <th key={i} scope="col">
                      <span className="block">{title || `Column ${i + 1}`}</span>
                      <select
                        className="field field-small"
                        aria-label={`What stands in “${title || i + 1}”`}
                        value={look.columns[i] ?? ''}
                        onChange={(event) => {
                          const columns = look.titles.map((_, j) => (j === i ? event.target.value : (look.columns[j] ?? '')));
                          void see(file, asking(look.head, columns));
                        }}
                      >
                        {['', ...look.kinds].map((kind) => (
                          <option key={kind} value={kind}>
                            {COLUMN_WORDS[kind] ?? kind}
                          </option>
                        ))}
                      </select>
                    </th>
                  ))}
                </tr>
              </thead>
              <tbody>
                {look.sample.map((cells) => (
                  <tr key={cells.join('\t')}>
                    {look.titles.map((title, i) => (
                      // biome-ignore lint/suspicious/noArrayIndexKey: columns have no other name
                      <td key={`${title} ${i}`}>{cells[i]}</td>
                    ))}
                  </tr>
                ))}
              </tbody>
            </table>
          </div>
          <label className="mt-2 flex items-center gap-1.5">
            <input type="checkbox" checked={look.head} onChange={(event) => void see(file, asking(event.target.checked, look.columns))} />
            the first line says what the columns are
          </label>
          <Faults faults={look.faults} count={look.faultCount} />
          {look.people.length > 0 && (
            <details className="mt-2" open={look.faultCount === 0}>
              <summary>
                {plural(look.count, 'student')} would come in
                {look.already > 0 && `; ${look.already} of the list are in the class already`}
              </summary>
              <ul className="mt-1 columns-2 gap-4 md:columns-3">
                {look.people.map(({ line, name, given, signIn }) => (
                  <li key={line}>
                    <bdi>{name}</bdi>
                    {given !== name.split(' ')[0] && (
                      <>
                        {' '}
                        (<bdi>{given}</bdi>)
                      </>
                    )}{' '}
                    <span className="text-faint">{signIn}</span>
                  </li>
                ))}
              </ul>
            </details>
          )}
          {look.people.length === 0 && look.faultCount === 0 && <p className="mt-2">Everybody of this list is in the class already.</p>}
          <button
            type="button"
            className="button button-main mt-2"
            disabled={busy || look.faultCount > 0 || look.count === 0}
            onClick={() => void take()}
          >
            Bring {look.count} in
          </button>
        </>
      )}
      <p role="status" className="mt-1 font-bold">
        {said}
      </p>
      <p className="mt-2 flex flex-wrap gap-x-3">
        Export class list:
        <TableLinks href={`/api/courses/${courseId}/list.`} />
      </p>
    </section>
  );
}
