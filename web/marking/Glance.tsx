import { useState } from 'react';
import { Link, useNavigate } from 'react-router';
import type { MarkingList } from '../api/types';
import { ASPECTS } from '../compared/aspects';
import { Choice } from '../ui/Choice';
import { useKeys } from '../ui/useKeys';
import { briefly, lateWords } from '../ui/words';
import { say, useSay } from '../words/words';
import { ExemptionBlock, exemptionWords } from './Exemption';
import { Sharing } from './Sharing';
import '../ui/class.css';
import '../ui/rooms.css';

/** The class at a glance: who is where, or who made the same mistakes. */
export function Glance({ list }: { list: MarkingList }) {
  const say = useSay();
  const [by, setBy] = useState<'student' | 'mistake'>('student');
  const waiting = list.students.filter((student) => student.attempts[0] && student.attempts[0].state !== 'returned').length;
  const navigate = useNavigate();
  const first = list.students.find((student) => student.attempts[0] && student.attempts[0].state !== 'returned')?.attempts[0];
  useKeys({ n: () => first && navigate(`/marking/${list.part.id}/${first.id}`) });
  if (list.students.every((student) => student.attempts.length === 0)) {
    return (
      <>
        <p className="card">{say('mark.glance.nobody')}</p>
        <ExemptionBlock list={list} />
      </>
    );
  }
  return (
    <>
      <div className="mb-3 flex flex-wrap items-center gap-3">
        <h2 className="text-2xl">{say('mark.glance')}</h2>
        <Choice
          label={say('mark.glance.order')}
          value={by}
          options={[
            { value: 'student', label: say('mark.glance.student') },
            { value: 'mistake', label: say('mark.glance.mistake') },
          ]}
          onChange={setBy}
        />
        <span className="text-sm text-faint">
          {waiting === 0 ? say('mark.glance.done') : say('mark.glance.toMark', { count: waiting })}
        </span>
        {list.recomparing && (
          <span role="status" className="text-sm">
            {list.recomparing.done + list.recomparing.failed < list.recomparing.total &&
              say('mark.glance.again', { done: list.recomparing.done, all: list.recomparing.total })}
            {list.recomparing.failed > 0 && say('mark.glance.failed', { count: list.recomparing.failed })}
          </span>
        )}
      </div>
      {by === 'student' ? (
        <Table list={list} />
      ) : (
        <>
          <Groups list={list} />
          <Sharing list={list} />
        </>
      )}
      <ExemptionBlock list={list} />
    </>
  );
}

const percent = (value: number | null | undefined) => (value === null || value === undefined ? '' : Math.round(value * 100));

function Table({ list }: { list: MarkingList }) {
  const say = useSay();
  const aspects = list.students.some(({ attempts }) => attempts[0] && Object.keys(attempts[0].aspects).length > 0);
  const rules = list.students.some(({ attempts }) => attempts[0]?.passed !== null && attempts[0] !== undefined);
  return (
    // biome-ignore lint/a11y/noNoninteractiveTabindex: a table wider than a small screen is scrolled by key
    <section className="card overflow-x-auto p-2" tabIndex={0} aria-label={say('mark.glance.class')}>
      <table className="glance">
        <thead>
          <tr>
            <th>{say('mark.glance.name')}</th>
            <th>{say('mark.glance.state')}</th>
            <th>{say('mark.glance.attempts')}</th>
            <th>{say('mark.glance.handedIn')}</th>
            {aspects && ASPECTS.map((name) => <th key={name}>{say(`mark.aspect.${name}`)}</th>)}
            {rules && <th>{say('mark.glance.rules')}</th>}
            <th>{say('mark.glance.said')}</th>
            <th>{say('mark.glance.mark')}</th>
          </tr>
        </thead>
        <tbody>
          {list.students.map((student) => {
            const [newest] = student.attempts;
            if (!newest) {
              return (
                <tr key={student.id} className="text-faint">
                  <th scope="row" className="font-normal">
                    <bdi>{student.name}</bdi>
                  </th>
                  <td colSpan={6 + (aspects ? ASPECTS.length : 0) + (rules ? 1 : 0)}>
                    {exemptionWords(student) || say('mark.glance.missing')}
                  </td>
                </tr>
              );
            }
            const values = newest.aspects;
            return (
              <tr key={student.id}>
                <th scope="row">
                  <Link to={`/marking/${list.part.id}/${newest.id}`} className="quiet-link">
                    <bdi>{student.name}</bdi>
                  </Link>
                </th>
                <td>{say(`mark.state.${newest.state}`)}</td>
                <td>{student.attempts.length}</td>
                <td className="whitespace-nowrap">
                  {briefly(newest.handedInAt)}
                  {newest.late > 0 && <b>, {lateWords(newest.late)}</b>}
                </td>
                {aspects &&
                  ASPECTS.map((name) => (
                    <td key={name} className="whitespace-nowrap">
                      <Bar value={values[name]} /> {percent(values[name])}
                    </td>
                  ))}
                {rules && (
                  <td>
                    {newest.passed === null
                      ? ''
                      : say('mark.checked.of', { earned: newest.passed, points: newest.passed + (newest.failed ?? 0) })}
                  </td>
                )}
                <td>{newest.said.length === 0 ? say('mark.glance.none') : newest.said.length}</td>
                <td className="font-head text-base">
                  {newest.mark ?? <span className="font-normal text-faint">{newest.suggested === null ? '' : `~${newest.suggested}`}</span>}
                </td>
              </tr>
            );
          })}
        </tbody>
      </table>
      <p className="mt-2 text-sm text-faint">{say('mark.glance.hint')}</p>
    </section>
  );
}

/** How much of an aspect is reached, as a length beside its number. */
function Bar({ value }: { value: number | null | undefined }) {
  if (value === null || value === undefined) return <span className="text-faint">–</span>;
  return (
    <svg aria-hidden="true" width="18" height="8" className="inline-block">
      <rect x="0.5" y="0.5" width="17" height="7" rx="2" fill="none" className="stroke-rule" />
      <rect x="0.5" y="0.5" width={17 * value} height="7" rx="2" className="fill-target" />
    </svg>
  );
}

function Groups({ list }: { list: MarkingList }) {
  const say = useSay();
  const byId = new Map(list.students.flatMap((student) => student.attempts.map((attempt) => [attempt.id, { student, attempt }])));
  return (
    <ul className="flex flex-col gap-2">
      {list.groups.map((group) => {
        const members = group.of.flatMap((id) => byId.get(id) ?? []);
        const open = members.filter(({ attempt }) => attempt.state !== 'returned');
        const first = open[0] ?? members[0];
        return (
          <li key={group.of.join()} className="card flex flex-wrap items-start gap-x-6 gap-y-2 p-3">
            <div className="min-w-64 flex-1">
              {group.statements.length === 0 ? (
                <p className="font-bold">{say('beat.said.correct')}</p>
              ) : (
                <ul className={group.statements.length > 1 ? 'list-disc ps-5 font-bold' : 'font-bold'}>
                  {group.statements.map((text) => (
                    <li key={text}>{text}</li>
                  ))}
                </ul>
              )}
              <p className="mt-1 text-sm">
                {members.map(({ student, attempt }, index) => (
                  <span key={attempt.id} className={attempt.state === 'returned' ? 'text-faint' : ''}>
                    {index > 0 && ', '}
                    <bdi>{student.name}</bdi>
                    {attempt.state === 'returned' && say('mark.glance.returned')}
                  </span>
                ))}
              </p>
            </div>
            {first && (
              <Link
                to={`/marking/${list.part.id}/${first.attempt.id}${open.length > 1 ? '?all' : ''}`}
                className={`button ${open.length > 0 ? 'button-main' : ''}`}
                aria-label={`${doing(open.length)}: ${group.statements[0] ?? say('beat.said.correct')}`}
              >
                {doing(open.length)}
              </Link>
            )}
          </li>
        );
      })}
    </ul>
  );
}

const doing = (open: number) =>
  open > 1 ? say('mark.glance.all', { count: open }) : say(open === 1 ? 'mark.glance.one' : 'mark.glance.look');
