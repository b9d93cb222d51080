import { useQuery } from '@tanstack/react-query';
import { lazy } from 'react';
import { api, reply } from '../api/client';
import type { Account } from '../api/types';
import { Failed, Waiting } from '../ui/states';
import { needWords, useSay } from '../words/words';
import { StudentDay } from './StudentDay';

// A student's first screen is small.
const TeacherDay = lazy(() => Promise.all([import('./TeacherDay'), needWords('mark')]).then(([one]) => ({ default: one.TeacherDay })));

/** What is waiting: to mark, to hand in, to read. */
export function Today({ account }: { account: Account }) {
  const say = useSay();
  const { data, error, refetch } = useQuery({
    queryKey: ['today'],
    queryFn: () => reply(api.GET('/api/today')),
    refetchOnMount: 'always',
  });
  if (error && !data) return <Failed error={error} again={() => void refetch()} />;
  if (!data) return <Waiting what={say('frame.loading.day')} />;
  return 'tasks' in data ? <StudentDay day={data} name={account.name} /> : <TeacherDay day={data} />;
}
