import { useRef, useState } from 'react';
import { bytes } from '../api/bytes';
import { api, reply } from '../api/client';
import type { PeopleLook } from '../api/types';
import { Notice } from '../ui/states';
import { TableLinks } from '../ui/TableLinks';
import { useTask } from '../ui/useTask';
import { type Key, say, useSay } from '../words/words';
import { Faults } from './Faults';

/** What a column may hold. */
const columnWords = (kind: string): string => say(`school.list.column.${kind || 'out'}` as Key);

/** A table of people from a file: what its columns are, who would come in, what cannot be taken by line; then all of them or none. */
export function BringList({ courseId, done }: { courseId: string; done: () => void }) {
  const say = useSay();
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
      setSaid(say('school.list.done', { count: taken.enrolled }));
      setLook(null);
      setFile(null);
      if (input.current) input.current.value = '';
      done();
    });
  return (
    <section aria-labelledby="bring" className="card mt-3 text-sm">
      <h3 id="bring" className="text-lg">
        {say('school.list')}
      </h3>
      <p className="text-faint">{say('school.list.about')}</p>
      <input
        ref={input}
        type="file"
        accept=".csv,.txt,.tsv,.xlsx,.ods,text/csv"
        aria-label={say('school.list.file')}
        className="file-field mt-2"
        onChange={(event) => choose(event.target.files?.[0])}
      />
      {error && <Notice>{error}</Notice>}
      {busy && <p role="status">{say('school.list.reading')}</p>}
      {look && file && (
        <>
          <div className="mt-2 overflow-x-auto">
            <table className="glance" aria-label={say('school.list.columns')}>
              <thead>
                <tr>
                  {look.titles.map((title, i) => (
                    // biome-ignore lint/suspicious/noArrayIndexKey: columns have no other name
                    <th key={i} scope="col">
                      <span className="block">{title || say('school.list.column', { number: i + 1 })}</span>
                      <select
                        className="field field-small"
                        aria-label={say('school.list.holds', { title: title || `${i + 1}` })}
                        value={look.columns[i] ?? ''}
                        onChange={(event) => {
                          const columns = look.titles.map((_, j) => (j === i ? event.target.value : (look.columns[j] ?? '')));
                          void see(file, asking(look.head, columns));
                        }}
                      >
                        {['', ...look.kinds].map((kind) => (
                          <option key={kind} value={kind}>
                            {columnWords(kind)}
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
            {say('school.list.head')}
          </label>
          <Faults faults={look.faults} count={look.faultCount} />
          {look.people.length > 0 && (
            <details className="mt-2" open={look.faultCount === 0}>
              <summary>{say('school.list.come', { count: look.count, already: look.already })}</summary>
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
          {look.people.length === 0 && look.faultCount === 0 && <p className="mt-2">{say('school.list.all')}</p>}
          <button
            type="button"
            className="button button-main mt-2"
            disabled={busy || look.faultCount > 0 || look.count === 0}
            onClick={() => void take()}
          >
            {say('school.list.take', { count: look.count })}
          </button>
        </>
      )}
      <p role="status" className="mt-1 font-bold">
        {said}
      </p>
      <p className="mt-2 flex flex-wrap gap-x-3">
        {say('school.list.export')}
        <TableLinks href={`/api/courses/${courseId}/list.`} />
      </p>
    </section>
  );
}
