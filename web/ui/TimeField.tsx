import { type FocusEvent, useState } from 'react';
import { useSay } from '../words/words';
import { type Lesson, lessonsFrom, timeFor } from './lessons';
import { when } from './words';
import { instantOf, inZone, isAway, wallTime, zoneName } from './zone';

type Props = {
  label: string;
  /** An instant; null for none. */
  value: string | null;
  change: (value: string | null) => void;
  /** When the class usually meets: its next lessons are offered. */
  lesson?: Lesson;
  disabled?: boolean;
};

/** The days that a task may have. */
const FIRST_DAY = '2000-01-01';
const LAST_DAY = '2099-12-31';

/**
 * A day and a time of the school's clock. A day alone means the usual lesson on that day, else the end of the day, and says so. What is
 * half filled in is never taken for nothing: it is marked, and `unfinished` finds it.
 */
export function TimeField({ label, value, change, lesson = null, disabled = false }: Props) {
  const say = useSay();
  const [day = '', time = ''] = value ? wallTime(value).split('T') : [];
  // What stands in the fields before it makes a moment.
  const [typed, setTyped] = useState({ day, time });
  const [of, setOf] = useState(value);
  if (of !== value) {
    setOf(value);
    setTyped({ day, time });
  }
  // A browser tells of a half-typed date nothing but that there is one.
  const [half, setHalf] = useState(false);
  const [cleared, setCleared] = useState(0);
  const look = ({ target }: FocusEvent<HTMLInputElement>) => setHalf(!target.validity.valid);
  const clear = () => {
    setHalf(false);
    setCleared(cleared + 1);
    take({ day: '', time: '' });
  };
  const take = (next: { day: string; time: string }) => {
    setTyped(next);
    // While a year is being typed it is that of another century.
    const full = next.day < FIRST_DAY ? null : instantOf(`${next.day}T${next.time || timeFor(next.day, lesson)}`);
    if (full !== null && next.time === '') setTyped({ ...next, time: timeFor(next.day, lesson) });
    setOf(full);
    if (full !== value) change(full);
  };
  const lessons = lesson ? lessonsFrom(lesson, new Date()) : [];
  const lonely = typed.day === '' && typed.time !== '';
  return (
    <fieldset className="text-sm" disabled={disabled}>
      <legend>
        {label}
        {isAway() && 'timeZone' in inZone() && <span className="text-faint">{say('form.time.zone', { zone: zoneName() })}</span>}
      </legend>
      <span className="mt-1 flex flex-wrap items-center gap-1.5">
        <input
          key={`day ${cleared}`}
          type="date"
          onBlur={look}
          className="field w-40"
          aria-label={say('form.time.day', { label })}
          aria-invalid={lonely}
          data-moment
          min={FIRST_DAY}
          max={LAST_DAY}
          required={lonely}
          value={typed.day}
          onChange={(event) => take({ ...typed, day: event.target.value })}
        />
        <input
          key={`time ${cleared}`}
          type="time"
          onBlur={look}
          className="field w-28"
          aria-label={say('form.time.time', { label })}
          data-moment
          value={typed.time}
          onChange={(event) => take({ ...typed, time: event.target.value })}
        />
        {(half || typed.day !== '' || typed.time !== '') && (
          <button type="button" className="button button-small" aria-label={say('form.time.clearOf', { label })} onClick={clear}>
            {say('form.time.clear')}
          </button>
        )}
      </span>
      {lonely && <span className="mt-1 block font-bold">{say('form.time.noDay')}</span>}
      {half && !lonely && <span className="mt-1 block font-bold">{say('form.time.half')}</span>}
      {lessons.length > 0 && typed.day === '' && (
        <span className="mt-1 flex flex-wrap items-center gap-1.5">
          <span className="text-faint">{say('form.time.lessons')}</span>
          {lessons.map((at) => (
            <button key={at} type="button" className="button button-small" onClick={() => change(at)}>
              {when(at)}
            </button>
          ))}
        </span>
      )}
    </fieldset>
  );
}

/** Goes to the first date or time on the page that is half filled in. @returns whether there is one */
export function unfinished(): boolean {
  const field = [...document.querySelectorAll<HTMLInputElement>('[data-moment]')].find(({ validity }) => !validity.valid);
  field?.focus();
  field?.reportValidity();
  return field !== undefined;
}
