import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Link, useParams } from 'react-router';
import { api, reply } from '../api/client';
import type { TermCell } from '../api/types';
import { Failed, Waiting } from '../ui/states';
import { TableLinks } from '../ui/TableLinks';
import { lateWords, plural, taskName } from '../ui/words';
import { AddColumn, OwnMark } from './OwnColumn';
import { type Line, linesOf, percentWords, STATE_WORDS } from './states';
import { TaskHead } from './TaskHead';
import { EVERYTHING, type Shown, TermBar, type TermView } from './TermBar';
import '../ui/rooms.css';
import './results.css';

/** The marks of a class over the term: tasks against students. Every number opens what is behind it. */
export default function TermPage() {
  const { courseId = '' } = useParams();
  const [view, setView] = useState<TermView>(EVERYTHING);
  const { shown, attempt, only, sort, withMissing, all } = view;
  const { data, error, refetch } = useQuery({
    queryKey: ['term', courseId, attempt],
    queryFn: () => reply(api.GET('/api/courses/{id}/term', { params: { path: { id: courseId }, query: { attempt } } })),
    refetchOnMount: 'always',
    placeholderData: (before) => before,
  });
  if (error && !data) return <Failed error={error} again={() => void refetch()} />;
  if (!data) return <Waiting what="the term" />;
  const { course } = data;
  const hidden = data.parts.filter(({ weight }) => weight === 0).length;
  const parts = all ? data.parts : data.parts.filter(({ weight }) => weight > 0);
  const own = new Set(parts.filter((part) => part.own).map(({ id }) => id));
  const columns = new Set(parts.map(({ id }) => id));
  const lines = linesOf(data.students, only, sort, withMissing);
  const points = new Map(parts.map((part) => [part.id, part.points]));
  const names = new Map(parts.map((part) => [part.id, taskName(part.title, part.parts, part)]));
  const sum = (line: Line) => (withMissing ? line.withMissing : line.share);
  return (
    <>
      <div className="mb-2 flex flex-wrap items-baseline gap-x-4 gap-y-1">
        <h1>{course.name} over the term</h1>
        <span className="text-faint">
          {course.year}
          {course.archived && ', archived'}
        </span>
        <span className="ms-auto flex flex-wrap items-baseline gap-x-3 text-sm">
          Download:
          <TableLinks href={`/api/courses/${course.id}/term.`} query={`attempt=${attempt}`} />
          <a className="quiet-link" href={`/api/courses/${course.id}/term.zip?attempt=${attempt}`} download>
            OneRoster results
          </a>
        </span>
      </div>
      <TermBar view={view} change={(some) => setView({ ...view, ...some })} hidden={hidden} />
      {!course.archived && <AddColumn courseId={course.id} changed={() => void refetch()} />}
      {data.parts.length === 0 ? (
        <p className="card">Nothing is published yet. Tasks stand here one beside the other as the term goes on.</p>
      ) : (
        // biome-ignore lint/a11y/noNoninteractiveTabindex: a table wider than a small screen is scrolled by key
        <section aria-label="Students and tasks" tabIndex={0} className="card term-room">
          <table className="glance">
            <thead>
              <tr>
                <th scope="col">Student</th>
                {parts.map((part) => (
                  <TaskHead key={part.id} part={part} shown={shown} frozen={course.archived} changed={() => void refetch()} />
                ))}
                <th scope="col">Sum</th>
                <th scope="col">Missing, late</th>
              </tr>
            </thead>
            <tbody>
              {lines.map((line) => (
                <tr key={line.id}>
                  <th scope="row">
                    <Link to={`/student/${line.id}`} className="quiet-link">
                      <bdi>{line.name}</bdi>
                    </Link>
                    {line.left && <span className="text-sm font-normal text-faint"> (has left)</span>}
                  </th>
                  {line.cells
                    .filter(({ partId }) => columns.has(partId))
                    .map((cell) => (
                      <td key={cell.partId}>
                        {own.has(cell.partId) && !line.left && !course.archived && shown === 'mark' ? (
                          <OwnMark
                            columnId={cell.partId}
                            studentId={line.id}
                            label={`${line.name}, ${names.get(cell.partId)}`}
                            mark={cell.mark}
                            points={points.get(cell.partId) ?? 0}
                            changed={() => void refetch()}
                          />
                        ) : (
                          <Cell
                            cell={cell}
                            shown={shown}
                            points={points.get(cell.partId) ?? 0}
                            name={`${line.name}, ${names.get(cell.partId)}`}
                          />
                        )}
                      </td>
                    ))}
                  <td className="font-head text-base whitespace-nowrap">
                    <Link to={`/student/${line.id}`} className="quiet-link" aria-label={`${line.name}: ${percentWords(sum(line))} in all`}>
                      {percentWords(sum(line))}
                    </Link>
                  </td>
                  <td className="text-sm whitespace-nowrap">
                    {[
                      line.missing > 0 && `${line.missing} missing`,
                      line.lateCount > 0 && `${line.lateCount} late`,
                      line.excused > 0 && `${line.excused} excused`,
                    ]
                      .filter(Boolean)
                      .join(', ')}
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
          {lines.length === 0 && <p className="p-2">Nobody: choose “everybody” to see the class again.</p>}
        </section>
      )}
      <p className="mt-2 text-sm text-faint">
        {shown === 'mark' ? '~ is a mark that Pulsanda suggests and you have not given yet; it counts nowhere. ' : 'In percent. '}
        The sum is the mean of what is marked, each task by its weight. {plural(lines.length, 'student')}.
      </p>
    </>
  );
}

type CellProps = { cell: TermCell; shown: Shown; points: number /** Of student and task. */; name: string };

function Cell({ cell, shown, points, name }: CellProps) {
  if (!cell.attemptId) {
    if (cell.mark !== null && shown === 'mark') return <span>{cell.mark}</span>;
    return <span className={cell.state === 'missing' ? 'font-bold' : 'text-faint'}>{STATE_WORDS[cell.state]}</span>;
  }
  const value = shown === 'mark' ? (cell.mark ?? cell.suggested) : (cell.aspects[shown] ?? null);
  const share = value === null ? null : shown === 'mark' ? value / Math.max(points, 1) : value;
  const text =
    value === null ? 'not assessed' : shown === 'mark' ? `${cell.mark === null ? '~' : ''}${value}` : `${Math.round(value * 100)}`;
  return (
    <Link
      to={`/marking/${cell.partId}/${cell.attemptId}`}
      className="term-cell"
      aria-label={`${name}: ${text}${cell.late > 0 ? `, ${lateWords(cell.late)}` : ''}`}
      title={cell.late > 0 ? lateWords(cell.late) : undefined}
    >
      <span className="term-bar" style={{ width: `${(share ?? 0) * 100}%` }} />
      <span className="relative">
        {text}
        {cell.late > 0 && <span className="text-xs"> late</span>}
        {cell.state === 'excused' && <span className="text-xs"> excused</span>}
      </span>
    </Link>
  );
}
