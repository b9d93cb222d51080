import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { Link } from 'react-router';
import { api, at, reply } from '../api/client';
import { NumberField } from '../ui/NumberField';
import { Notice } from '../ui/states';
import { useTask } from '../ui/useTask';
import { useSay } from '../words/words';

/** The same task for another class, or once more for this one: a draft with its time so many days later. */
export function CopyTo({ id, courseId }: { id: string; courseId: string }) {
  const say = useSay();
  const [open, setOpen] = useState(false);
  return (
    <details className="mt-2 text-sm" onToggle={(event) => setOpen(event.currentTarget.open)}>
      <summary className="quiet-link w-fit py-1">{say('plan.copy')}</summary>
      {open && <Form id={id} courseId={courseId} />}
    </details>
  );
}

function Form({ id, courseId }: { id: string; courseId: string }) {
  const say = useSay();
  const school = useQuery({ queryKey: ['school'], queryFn: () => reply(api.GET('/api/school')) });
  const queries = useQueryClient();
  const [to, setTo] = useState(courseId);
  const [days, setDays] = useState(0);
  const [made, setMade] = useState<{ id: string; name: string } | null>(null);
  const { busy, error, run } = useTask();
  const courses = (school.data?.courses ?? []).filter(({ archived }) => !archived);
  const copy = () =>
    run(async () => {
      const copied = await reply(api.POST('/api/assignments/{id}/copy', { ...at({ id }), body: { courseId: to, days } }));
      setMade({ id: copied.id, name: courses.find((one) => one.id === to)?.name ?? '' });
      void queries.invalidateQueries({ queryKey: ['today'] });
    });
  return (
    <div className="flex flex-col gap-2 pt-1">
      <label>
        {say('plan.copy.class')}
        <select className="field field-small mt-1" value={to} onChange={(event) => setTo(event.target.value)}>
          {courses.map((one) => (
            <option key={one.id} value={one.id}>
              {one.name} {one.year}
            </option>
          ))}
        </select>
      </label>
      <span className="flex flex-wrap items-center gap-2">
        <NumberField label={say('plan.copy.days')} value={days} low={-1100} high={1100} take={(number) => setDays(Math.round(number))} />
        {say('plan.copy.later')}
      </span>
      <button type="button" className="button self-start" disabled={busy || courses.length === 0} onClick={() => void copy()}>
        {say('plan.copy.do')}
      </button>
      {error && <Notice>{error}</Notice>}
      <p role="status">
        {made && (
          <>
            {say('plan.copy.done', { name: made.name })}{' '}
            <Link className="quiet-link" to={`/plan/${made.id}`} reloadDocument>
              {say('plan.copy.go')}
            </Link>
          </>
        )}
      </p>
    </div>
  );
}
