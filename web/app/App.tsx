import { useQuery } from '@tanstack/react-query';
import { lazy, Suspense } from 'react';
import { Route, Routes } from 'react-router';
import { Today } from '../today/Today';
import { Failed, Waiting } from '../ui/states';
import { useSay, withWords } from '../words/words';
import { ownedSession } from './ownedSession';
import { Shell } from './Shell';

const SignIn = lazy(() => withWords(import('./SignIn'), 'account').then((one) => ({ default: one.SignIn })));
const Bench = lazy(() => withWords(import('../bench/BenchPage'), 'beat', 'form', 'edit'));
const Student = lazy(() => withWords(import('../results/StudentPage'), 'beat', 'form', 'mark', 'term'));
const TeacherPlaces = lazy(() => import('./TeacherPlaces'));
const Returned = lazy(() => withWords(import('../marking/ReturnedPage'), 'beat', 'form', 'mark'));
const Paper = lazy(() => withWords(import('../paper/PaperPage'), 'beat', 'form', 'paper'));
const Shelf = lazy(() => withWords(import('../shelf/ShelfPage'), 'beat', 'form', 'shelf'));
const NewPassword = lazy(() => withWords(import('./NewPassword'), 'account').then((one) => ({ default: one.NewPassword })));
const Join = lazy(() => withWords(import('./Join'), 'account').then((one) => ({ default: one.Join })));
const Forgot = lazy(() => withWords(import('./Forgot'), 'account').then((one) => ({ default: one.Forgot })));
const Reset = lazy(() => withWords(import('./Forgot'), 'account').then((one) => ({ default: one.Reset })));
const GiveSecond = lazy(() => withWords(import('./GiveSecond'), 'account').then((one) => ({ default: one.GiveSecond })));
const Second = lazy(() => withWords(import('./Second'), 'account').then((one) => ({ default: one.Second })));
const Setup = lazy(() => withWords(import('./Setup'), 'account').then((one) => ({ default: one.Setup })));
const ShelfBench = lazy(() => withWords(import('../shelf/ShelfBench'), 'beat', 'form', 'edit', 'shelf'));

export function App() {
  const say = useSay();
  const { data, error, refetch } = useQuery({ queryKey: ['session'], queryFn: ownedSession, staleTime: Number.POSITIVE_INFINITY });
  if (error) return <Failed error={error} again={() => void refetch()} />;
  if (!data) return <Waiting what="Pulsanda" />;
  if (!data.account) {
    const Way = { '/setup': Setup, '/join': Join, '/forgot': Forgot, '/reset': Reset }[window.location.pathname] ?? SignIn;
    return (
      <Suspense fallback={<Waiting what="Pulsanda" />}>
        <Way />
      </Suspense>
    );
  }
  if (data.account.second === 'needed') {
    return (
      <Suspense fallback={<Waiting what="Pulsanda" />}>
        <GiveSecond name={data.account.name} />
      </Suspense>
    );
  }
  const teacher = data.account.role !== 'student';
  if (data.account.mustChange) {
    return (
      <Shell account={data.account}>
        <Suspense fallback={<Waiting what="Pulsanda" />}>
          <NewPassword first={true} />
        </Suspense>
      </Shell>
    );
  }
  return (
    <Shell account={data.account}>
      <Suspense fallback={<Waiting what={say('frame.loading.place')} />}>
        <Routes>
          <Route path="/" element={<Today account={data.account} />} />
          <Route path="/bench/:partId" element={<Bench />} />
          {!teacher && <Route path="/term" element={<Student own={true} />} />}
          {!teacher && <Route path="/returned/:attemptId" element={<Returned />} />}
          <Route path="/sheet/:kind/:id" element={<Paper />} />
          <Route
            path="/password"
            element={
              <>
                <NewPassword first={false} />
                {teacher && <Second account={data.account} />}
              </>
            }
          />
          <Route path="/shelf" element={<Shelf teacher={teacher} />} />
          <Route path="/shelf/:key" element={<ShelfBench />} />
          <Route path="*" element={teacher ? <TeacherPlaces /> : <Failed error={new Error(say('frame.nowhere'))} />} />
        </Routes>
      </Suspense>
    </Shell>
  );
}
