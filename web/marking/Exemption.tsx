import { useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { api, at, reply } from '../api/client';
import type { MarkingList } from '../api/types';
import { Notice } from '../ui/states';
import { TimeField, unfinished } from '../ui/TimeField';
import { useTask } from '../ui/useTask';
import { when } from '../ui/words';
import { say, useSay } from '../words/words';

type Student = MarkingList['students'][number];

/** What holds for one student beside the others, in a few words. */
export function exemptionWords({ exemption }: Student): string {
  if (!exemption) return '';
  return exemption.excused
    ? say('mark.exemption.isExcused')
    : exemption.until
      ? say('mark.exemption.until', { when: when(exemption.until) })
      : '';
}

/** More time for some, also where the task is closed, or that nothing is expected of them. */
export function ExemptionBlock({ list }: { list: MarkingList }) {
  const say = useSay();
  const [chosen, setChosen] = useState<string[]>([]);
  const [until, setUntil] = useState<string | null>(null);
  const [reason, setReason] = useState('');
  const [said, setSaid] = useState('');
  const { busy, error, run } = useTask();
  const queries = useQueryClient();
  const grant = (what: { until?: string | null; excused?: boolean }, done: string) =>
    run(async () => {
      const body = { students: chosen, reason, ...what };
      await reply(api.PUT('/api/assignments/{id}/exemptions', { ...at({ id: list.assignment.id }), body }));
      await queries.invalidateQueries({ queryKey: ['marking'] });
      setSaid(say('mark.exemption.done', { what: done, count: chosen.length }));
      setChosen([]);
    });
  const nobody = busy || chosen.length === 0;
  const held = list.students.filter((student) => student.exemption);
  return (
    <details className="card mt-3 text-sm">
      <summary className="font-bold">
        {say('mark.exemption')}
        {held.length > 0 && <span className="font-normal text-faint"> · {say('mark.exemption.holds', { count: held.length })}</span>}
      </summary>
      {held.length > 0 && (
        <ul className="mt-2">
          {held.map((student) => (
            <li key={student.id}>
              <bdi>{student.name}</bdi>: {exemptionWords(student)}
              {student.exemption?.reason && <span className="text-faint"> ({student.exemption.reason})</span>}
            </li>
          ))}
        </ul>
      )}
      <fieldset className="mt-2">
        <legend>{say('mark.exemption.whom')}</legend>
        <div className="flex flex-wrap gap-x-4">
          {list.students.map(({ id, name }) => (
            <label key={id} className="flex min-h-8 items-center gap-1.5">
              <input
                type="checkbox"
                checked={chosen.includes(id)}
                onChange={(event) => setChosen(event.target.checked ? [...chosen, id] : chosen.filter((one) => one !== id))}
              />
              <bdi>{name}</bdi>
            </label>
          ))}
        </div>
      </fieldset>
      <div className="mt-2 flex flex-wrap items-end gap-3">
        <TimeField label={say('mark.exemption.moreUntil')} lesson={list.assignment.course.lesson} value={until} change={setUntil} />
        <label className="min-w-56 flex-1">
          {say('mark.exemption.why')}
          <input className="field mt-1" value={reason} maxLength={300} onChange={(event) => setReason(event.target.value)} />
        </label>
      </div>
      <div className="mt-2 flex flex-wrap gap-2">
        <button
          type="button"
          className="button button-main"
          disabled={nobody || until === null}
          onClick={() => !unfinished() && void grant({ until }, say('mark.exemption.more'))}
        >
          {say('mark.exemption.give')}
        </button>
        <button
          type="button"
          className="button"
          disabled={nobody}
          onClick={() => void grant({ excused: true }, say('mark.exemption.excused'))}
        >
          {say('mark.exemption.excuse')}
        </button>
        <button type="button" className="button" disabled={nobody} onClick={() => void grant({}, say('mark.exemption.same'))}>
          {say('mark.exemption.same')}
        </button>
      </div>
      {error && <Notice>{error}</Notice>}
      <p role="status">{said}</p>
    </details>
  );
}
