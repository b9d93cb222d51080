import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Link, useParams } from 'react-router';
import { api, reply } from '../api/client';
import type { TermCell } from '../api/types';
import { Failed, Waiting } from '../ui/states';
import { TableLinks } from '../ui/TableLinks';
import { lateWords, taskName } from '../ui/words';
import { AddColumn, OwnMark } from './OwnColumn';
import { type Line, linesOf, percentWords, stateWords } from './states';
import { TaskHead } from './TaskHead';
import { EVERYTHING, type Shown, TermBar, type TermView } from './TermBar';
import '../ui/class.css';
import '../ui/rooms.css';
import './results.css';
import { useSay } from '../words/words';

/** The marks of a class over the term: tasks against students. Every number opens what is behind it. */
export default function TermPage() {
  const say = useSay();
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
  if (!data) return <Waiting what={say('term.place')} />;
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
        <h1>{say('term.title', { name: course.name })}</h1>
        <span className="text-faint">
          {course.year}
          {course.archived && `, ${say('term.archived')}`}
        </span>
        <span className="ms-auto flex flex-wrap items-baseline gap-x-3 text-sm">
          {say('term.download')}
          <TableLinks href={`/api/courses/${course.id}/term.`} query={`attempt=${attempt}`} />
          <a className="quiet-link" href={`/api/courses/${course.id}/term.zip?attempt=${attempt}`} download>
            {say('term.oneroster')}
          </a>
        </span>
      </div>
      <TermBar view={view} change={(some) => setView({ ...view, ...some })} hidden={hidden} />
      {!course.archived && <AddColumn courseId={course.id} changed={() => void refetch()} />}
      {data.parts.length === 0 ? (
        <p className="card">{say('term.nothing')}</p>
      ) : (
        // biome-ignore lint/a11y/noNoninteractiveTabindex: a table wider than a small screen is scrolled by key
        <section aria-label={say('term.table')} tabIndex={0} className="card term-room">
          <table className="glance">
            <thead>
              <tr>
                <th scope="col">{say('term.student')}</th>
                {parts.map((part) => (
                  <TaskHead key={part.id} part={part} shown={shown} frozen={course.archived} changed={() => void refetch()} />
                ))}
                <th scope="col">{say('term.sum')}</th>
                <th scope="col">{say('term.missingLate')}</th>
              </tr>
            </thead>
            <tbody>
              {lines.map((line) => (
                <tr key={line.id}>
                  <th scope="row">
                    <Link to={`/student/${line.id}`} className="quiet-link">
                      <bdi>{line.name}</bdi>
                    </Link>
                    {line.left && <span className="text-sm font-normal text-faint"> ({say('term.left')})</span>}
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
                    <Link
                      to={`/student/${line.id}`}
                      className="quiet-link"
                      aria-label={say('term.all', { name: line.name, percent: percentWords(sum(line)) })}
                    >
                      {percentWords(sum(line))}
                    </Link>
                  </td>
                  <td className="text-sm whitespace-nowrap">
                    {[
                      line.missing > 0 && say('term.missing', { count: line.missing }),
                      line.lateCount > 0 && say('term.late', { count: line.lateCount }),
                      line.excused > 0 && say('term.excused', { count: line.excused }),
                    ]
                      .filter(Boolean)
                      .join(', ')}
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
          {lines.length === 0 && <p className="p-2">{say('term.nobody')}</p>}
        </section>
      )}
      <p className="mt-2 text-sm text-faint">
        {say(shown === 'mark' ? 'term.about.mark' : 'term.about.percent')} {say('term.about', { count: lines.length })}
      </p>
    </>
  );
}

type CellProps = { cell: TermCell; shown: Shown; points: number /** Of student and task. */; name: string };

function Cell({ cell, shown, points, name }: CellProps) {
  const say = useSay();
  if (!cell.attemptId) {
    if (cell.mark !== null && shown === 'mark') return <span>{cell.mark}</span>;
    return <span className={cell.state === 'missing' ? 'font-bold' : 'text-faint'}>{stateWords(cell.state)}</span>;
  }
  const value = shown === 'mark' ? (cell.mark ?? cell.suggested) : (cell.aspects[shown] ?? null);
  const share = value === null ? null : shown === 'mark' ? value / Math.max(points, 1) : value;
  const text =
    value === null ? say('term.notAssessed') : shown === 'mark' ? `${cell.mark === null ? '~' : ''}${value}` : `${Math.round(value * 100)}`;
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
        {cell.late > 0 && <span className="text-xs"> {say('term.state.late')}</span>}
        {cell.state === 'excused' && <span className="text-xs"> {say('term.state.excused')}</span>}
      </span>
    </Link>
  );
}
