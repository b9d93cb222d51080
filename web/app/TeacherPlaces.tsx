import { lazy } from 'react';
import { Route, Routes } from 'react-router';
import { Failed } from '../ui/states';
import { useSay, withWords } from '../words/words';

const Planner = lazy(() => withWords(import('../planner/PlannerPage'), 'beat', 'form', 'edit', 'plan'));
const Marking = lazy(() => withWords(import('../marking/MarkingPage'), 'beat', 'form', 'mark', 'edit'));
const Picture = lazy(() => withWords(import('../picture/PicturePage'), 'beat', 'form', 'mark', 'picture'));
const Term = lazy(() => withWords(import('../results/TermPage'), 'form', 'mark', 'term'));
const Projector = lazy(() => withWords(import('../picture/ProjectorPage'), 'beat', 'form', 'mark', 'picture'));
const Parade = lazy(() => withWords(import('../picture/ParadePage'), 'beat', 'form', 'picture'));
const School = lazy(() => withWords(import('../school/SchoolPage'), 'school', 'form'));
const Student = lazy(() => withWords(import('../results/StudentPage'), 'beat', 'form', 'mark', 'term'));

/** What only teachers see: students need not load the list of it. */
export default function TeacherPlaces() {
  const say = useSay();
  return (
    <Routes>
      <Route path="/plan/:assignmentId" element={<Planner />} />
      <Route path="/marking/:partId/:attemptId?" element={<Marking />} />
      <Route path="/picture/:partId" element={<Picture />} />
      <Route path="/term/:courseId" element={<Term />} />
      <Route path="/student/:studentId" element={<Student own={false} />} />
      <Route path="/project/:partId" element={<Projector />} />
      <Route path="/parade/:partId" element={<Parade />} />
      <Route path="/school" element={<School />} />
      <Route path="*" element={<Failed error={new Error(say('frame.nowhere'))} />} />
    </Routes>
  );
}
