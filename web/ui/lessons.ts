import { instantOf, wallTime } from './zone';

/** When a class usually meets: the day of the week, 1 for Monday, and a time of the school's clock. */
export type Lesson = { day: number; time: string } | null;

/** As the last minute of a day is written. */
const END_OF_DAY = '23:59';
const DAY = 86_400_000;
/** How many lessons are offered. */
const OFFERED = 3;

/** The day of the week, 1 for Monday to 7, of a date such as "2026-12-01". */
const weekdayOf = (date: string): number => new Date(`${date}T12:00:00Z`).getUTCDay() || 7;

/** The time that a day alone stands for: that of the lesson on that day, else the end of the day. */
export const timeFor = (date: string, lesson: Lesson): string => (lesson?.day === weekdayOf(date) ? lesson.time : END_OF_DAY);

/** The next lessons after a moment, as instants, by the school's clock. */
export function lessonsFrom(lesson: NonNullable<Lesson>, now: Date): string[] {
  const lessons: string[] = [];
  const today = Date.parse(`${wallTime(now.toISOString()).slice(0, 10)}T12:00:00Z`);
  for (let day = 0; lessons.length < OFFERED; day++) {
    const date = new Date(today + day * DAY).toISOString().slice(0, 10);
    const at = instantOf(`${date}T${lesson.time}`);
    if (weekdayOf(date) === lesson.day && Date.parse(at) > now.getTime()) lessons.push(at);
  }
  return lessons;
}
