import { useQuery } from '@tanstack/react-query';
import { useDeferredValue, useState } from 'react';
import { Link } from 'react-router';
import { api, reply } from '../api/client';
import { Notice } from '../ui/states';
import { useSay } from '../words/words';

/** Any student of the school by a part of their name, also those who are in no class. */
export function FindStudent() {
  const say = useSay();
  const [typed, setTyped] = useState('');
  const name = useDeferredValue(typed.trim());
  const found = useQuery({
    queryKey: ['people', name],
    queryFn: () => reply(api.GET('/api/people', { params: { query: { name } } })),
    enabled: name.length > 1,
  });
  return (
    <section aria-labelledby="find" className="card mt-3 text-sm">
      <label>
        <span id="find" className="font-head text-lg font-bold">
          {say('school.find')}
        </span>
        <input
          type="search"
          className="field mt-1"
          placeholder={say('school.find.hint')}
          value={typed}
          maxLength={120}
          onChange={(event) => setTyped(event.target.value)}
        />
      </label>
      {found.error && <Notice>{found.error.message}</Notice>}
      <p role="status" className="text-faint">
        {found.data?.students.length === 0 && say('school.find.none')}
      </p>
      <ul>
        {found.data?.students.map((one) => (
          <li key={one.id} className="flex flex-wrap gap-x-3 border-b border-rule py-1">
            <Link to={`/student/${one.id}`} className="quiet-link">
              <bdi>{one.name}</bdi>
            </Link>
            <span className="text-faint">
              {one.signIn} · {one.classes.length > 0 ? one.classes.join(', ') : say('school.find.noClass')}
            </span>
          </li>
        ))}
      </ul>
    </section>
  );
}
