import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Link, useParams } from 'react-router';
import { api, at, reply } from '../api/client';
import type { Aspects, Term } from '../api/types';
import { ASPECT_NAMES } from '../compared/names';
import { Choice } from '../ui/Choice';
import { Failed, Waiting } from '../ui/states';
import { taskName } from '../ui/words';
import '../ui/rooms.css';

type Shown = 'mark' | keyof Aspects;
type TermAttempt = Term['attempts'][number];

/** Each student from task to task. Every number opens its beat. */
export default function TermPage() {
  const { courseId = '' } = useParams();
  const [shown, setShown] = useState<Shown>('mark');
  const { data, error, refetch } = useQuery({
    queryKey: ['term', courseId],
    queryFn: () => reply(api.GET('/api/courses/{id}/term', at({ id: courseId }))),
    refetchOnMount: 'always',
  });
  if (error && !data) return <Failed error={error} again={() => void refetch()} />;
  if (!data) return <Waiting what="the term" />;
  const points = new Map(data.parts.map((part) => [part.id, part.points]));
  /** From 0 to 1, and as it is written. */
  const shownOf = (attempt: TermAttempt): { share: number; text: string } | null => {
    if (shown !== 'mark') {
      const value = attempt.aspects[shown];
      return value === null || value === undefined ? null : { share: value, text: `${Math.round(value * 100)}` };
    }
    const mark = attempt.mark ?? attempt.suggested;
    const most = points.get(attempt.partId) ?? 0;
    return mark === null || !most ? null : { share: mark / most, text: `${attempt.mark === null ? '~' : ''}${mark}` };
  };
  return (
    <>
      <div className="mb-3 flex flex-wrap items-baseline gap-x-4 gap-y-2">
        <h1>{data.course.name} over the term</h1>
        <Choice<Shown>
          label="What is shown"
          value={shown}
          options={[
            { value: 'mark', label: 'Mark' },
            ...(Object.keys(ASPECT_NAMES) as (keyof Aspects)[]).map((name) => ({ value: name, label: ASPECT_NAMES[name] })),
          ]}
          onChange={setShown}
        />
      </div>
      {data.parts.length === 0 ? (
        <p className="card">Nothing is published yet. Tasks stand here one beside the other as the term goes on.</p>
      ) : (
        // biome-ignore lint/a11y/noNoninteractiveTabindex: a table wider than a small screen is scrolled by key
        <section aria-label="Students and tasks" tabIndex={0} className="card overflow-x-auto p-2">
          <table className="glance">
            <thead>
              <tr>
                <th>Student</th>
                {data.parts.map((part) => (
                  <th key={part.id}>
                    <Link to={`/picture/${part.id}`} className="quiet-link">
                      {taskName(part.title, part.parts, part)}
                    </Link>
                    {shown === 'mark' && ` (of ${part.points})`}
                  </th>
                ))}
              </tr>
            </thead>
            <tbody>
              {data.students.map((student) => (
                <tr key={student.id}>
                  <th scope="row">
                    <bdi>{student.name}</bdi>
                  </th>
                  {data.parts.map((part) => {
                    const attempt = data.attempts.find((one) => one.partId === part.id && one.studentId === student.id);
                    const value = attempt ? shownOf(attempt) : null;
                    return (
                      <td key={part.id}>
                        {!attempt ? (
                          <span className="text-faint" title="not handed in">
                            –
                          </span>
                        ) : (
                          <Link
                            to={`/marking/${part.id}/${attempt.id}`}
                            className="term-cell"
                            aria-label={`${student.name}, ${part.title}: ${value?.text ?? 'not assessed'}`}
                          >
                            <span className="term-bar" style={{ width: `${(value?.share ?? 0) * 100}%` }} />
                            <span className="relative">{value?.text ?? 'not assessed'}</span>
                          </Link>
                        )}
                      </td>
                    );
                  })}
                </tr>
              ))}
            </tbody>
          </table>
          <p className="mt-2 text-sm text-faint">
            {shown === 'mark' ? '~ is a mark that Pulsanda suggests and you have not given yet.' : 'In percent, of each newest attempt.'}
          </p>
        </section>
      )}
    </>
  );
}
