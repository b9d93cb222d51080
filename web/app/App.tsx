import { useQuery } from '@tanstack/react-query';
import { lazy, Suspense } from 'react';
import { Route, Routes } from 'react-router';
import { Today } from '../today/Today';
import { Failed, Waiting } from '../ui/states';
import { needWords, type Place, useSay } from '../words/words';
import { ownedSession } from './ownedSession';
import { Shell } from './Shell';

const SignIn = lazy(() => import('./SignIn').then((one) => ({ default: one.SignIn })));
const Bench = lazy(() => withBeat(import('../bench/BenchPage'), 'edit'));
const Planner = lazy(() => withBeat(import('../planner/PlannerPage'), 'edit'));
const Marking = lazy(() => withBeat(import('../marking/MarkingPage'), 'mark', 'edit'));
const Picture = lazy(() => withBeat(import('../picture/PicturePage'), 'mark'));
const Term = lazy(() => import('../results/TermPage'));
const Student = lazy(() => withBeat(import('../results/StudentPage'), 'mark'));
const Projector = lazy(() => withBeat(import('../picture/ProjectorPage'), 'mark'));
const Returned = lazy(() => withBeat(import('../marking/ReturnedPage'), 'mark'));
const Paper = lazy(() => withBeat(import('../paper/PaperPage')));
const Shelf = lazy(() => withBeat(import('../shelf/ShelfPage')));
const School = lazy(() => import('../school/SchoolPage'));
const NewPassword = lazy(() => import('./NewPassword').then((one) => ({ default: one.NewPassword })));
const Join = lazy(() => import('./Join').then((one) => ({ default: one.Join })));
const Forgot = lazy(() => import('./Forgot').then((one) => ({ default: one.Forgot })));
const Reset = lazy(() => import('./Forgot').then((one) => ({ default: one.Reset })));
const GiveSecond = lazy(() => import('./GiveSecond').then((one) => ({ default: one.GiveSecond })));
const Second = lazy(() => import('./Second').then((one) => ({ default: one.Second })));
const Setup = lazy(() => import('./Setup').then((one) => ({ default: one.Setup })));
const ShelfBench = lazy(() => withBeat(import('../shelf/ShelfBench'), 'edit'));

/** A place with the words that its sheets say. */
async function withBeat<M>(code: Promise<M>, ...more: Place[]): Promise<M> {
  const [loaded] = await Promise.all([code, needWords('beat', ...more)]);
  return loaded;
}

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
          {teacher && <Route path="/plan/:assignmentId" element={<Planner />} />}
          {teacher && <Route path="/marking/:partId/:attemptId?" element={<Marking />} />}
          {teacher && <Route path="/picture/:partId" element={<Picture />} />}
          {teacher && <Route path="/term/:courseId" element={<Term />} />}
          {teacher && <Route path="/student/:studentId" element={<Student own={false} />} />}
          {!teacher && <Route path="/term" element={<Student own={true} />} />}
          {teacher && <Route path="/project/:partId" element={<Projector />} />}
          {!teacher && <Route path="/returned/:attemptId" element={<Returned />} />}
          <Route path="/sheet/:kind/:id" element={<Paper />} />
          {teacher && <Route path="/school" element={<School />} />}
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
          <Route path="*" element={<Failed error={new Error(say('frame.nowhere'))} />} />
        </Routes>
      </Suspense>
    </Shell>
  );
}
