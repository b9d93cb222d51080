/** Times as people say them, in their own language and zone. */
export function when(time: string | null | undefined): string {
  return time
    ? new Date(time).toLocaleString(undefined, { weekday: 'short', day: 'numeric', month: 'short', hour: '2-digit', minute: '2-digit' })
    : '';
}

/** The same without the day of the week, for narrow places. */
export function briefly(time: string): string {
  return new Date(time).toLocaleString(undefined, { day: 'numeric', month: 'short', hour: '2-digit', minute: '2-digit' });
}

export function plural(count: number, one: string, many = `${one}s`): string {
  return `${count} ${count === 1 ? one : many}`;
}

/** In the middle of a sentence: only the first letter is made small, so that names keep theirs. */
export function lower(text: string): string {
  return text.charAt(0).toLowerCase() + text.slice(1);
}

/** A time of this day. */
export function clock(time: string): string {
  return new Date(time).toLocaleTimeString(undefined, { hour: '2-digit', minute: '2-digit' });
}
