import { locale, say } from '../words/words';
import { inZone, wallTime } from './zone';

/** Times as people say them, in their own language and the school's zone; with the year where it is not this one. */
export function when(time: string | null | undefined): string {
  if (!time) return '';
  const date = new Date(time);
  return date.toLocaleString(locale(), { ...inZone(), weekday: 'short', ...dayOf(date), hour: 'numeric', minute: '2-digit' });
}

/** The same without the day of the week, for narrow places. */
export function briefly(time: string): string {
  const date = new Date(time);
  return date.toLocaleString(locale(), { ...inZone(), ...dayOf(date), hour: 'numeric', minute: '2-digit' });
}

function dayOf(date: Date): Intl.DateTimeFormatOptions {
  return { day: 'numeric', month: 'short', ...(date.getFullYear() === new Date().getFullYear() ? {} : { year: 'numeric' }) };
}

/** A date of the calendar, such as "2026-11-30", in words. */
export function day(date: string): string {
  const noon = new Date(`${date}T12:00:00Z`);
  return noon.toLocaleDateString(locale(), { timeZone: 'UTC', ...dayOf(noon) });
}

/** The day of the week. */
export const weekday = (): string => new Date().toLocaleDateString(locale(), { ...inZone(), weekday: 'long' });

/** How long there still is, or since when it is over: "in 6 days", "yesterday", "in 3 hours". */
export function fromNow(time: string, now = new Date()): string {
  const words = new Intl.RelativeTimeFormat(locale(), { numeric: 'auto' });
  const minutes = Math.round((new Date(time).getTime() - now.getTime()) / 60_000);
  if (Math.abs(minutes) < 60) return words.format(minutes, 'minute');
  if (Math.abs(minutes) < 24 * 60) return words.format(Math.round(minutes / 60), 'hour');
  // Days as people count them: from midnight to midnight.
  const day = (at: string) => Date.parse(wallTime(at).slice(0, 10));
  return words.format(Math.round((day(time) - day(now.toISOString())) / 86_400_000), 'day');
}

/** How a swing stands over music. */
export function swingWords(swing: { percent: number } = { percent: 50 }): string {
  if (swing.percent <= 50) return say('frame.swing.straight');
  return swing.percent === 66.67 ? say('frame.swing.triplet') : say('frame.swing.percent', { percent: swing.percent });
}

/** What a plan is called, also before somebody has named it: "Untitled, begun Monday". */
export function planTitle({ title, createdAt }: { title: string; createdAt: string }, now = new Date()): string {
  if (title.trim() !== '') return title;
  const begun = new Date(createdAt);
  const recent = now.getTime() - begun.getTime() < 6 * 86_400_000;
  const on = recent ? { weekday: 'long' as const } : dayOf(begun);
  return say('frame.untitled', { when: begun.toLocaleDateString(locale(), { ...inZone(), ...on }) });
}

type Part = { position: number; name: string };

/** What a part is called among the others. */
export const partName = ({ position, name }: Part): string => name || say('frame.part.name', { number: position });

/** A task, or one of its parts, in a line. */
export function taskName(title: string, parts: number, part: Part): string {
  if (parts < 2) return title;
  return part.name ? `${title}, ${part.name}` : say('frame.part.in', { title, number: part.position });
}

export function plural(count: number, one: string, many = `${one}s`): string {
  return `${count} ${count === 1 ? one : many}`;
}

/** In the middle of a sentence: only the first letter is made small, so that names keep theirs. German nouns keep their capitals. */
export function lower(text: string): string {
  return locale() === 'de' ? text : text.charAt(0).toLowerCase() + text.slice(1);
}

/** A time of this day. */
export function clock(time: string): string {
  return new Date(time).toLocaleTimeString(locale(), { ...inZone(), hour: 'numeric', minute: '2-digit' });
}

/** Sorts as the reader's language sorts names, by family or given name as the school chooses. */
export function byName<T extends { name: string; sort?: string }>(people: readonly T[]): T[] {
  const collator = new Intl.Collator(locale(), { sensitivity: 'base', numeric: true });
  return [...people].sort((a, b) => collator.compare(a.sort ?? a.name, b.sort ?? b.name));
}

/** Where something stands between left and right: −1 to 1. */
export function panWords(pan: number): string {
  if (pan === 0) return say('edit.pan.middle');
  const percent = Math.round(Math.abs(pan) * 100);
  return pan < 0 ? say('edit.pan.left', { percent }) : say('edit.pan.right', { percent });
}

/** Minutes as people say how late something is. */
export function lateWords(minutes: number): string {
  if (minutes < 60) return say('frame.late.minutes', { count: minutes });
  if (minutes < 48 * 60) return say('frame.late.hours', { count: Math.round(minutes / 60) });
  return say('frame.late.days', { count: Math.round(minutes / 1440) });
}
