/** The zone in which the school reads times; the browser's own until somebody of a school is signed in. */
let zone: string | undefined;

export function setZone(name: string | undefined): void {
  zone = name;
}

/** For every time that is written. */
export const inZone = (): { timeZone: string } | Record<string, never> => (zone ? { timeZone: zone } : {});

/** Whether the clock of this device shows another time than the school's. */
export function isAway(now = new Date()): boolean {
  const time = now.toISOString();
  return zone !== undefined && wallTime(time) !== wallTimeIn(time, undefined);
}

/** The name of the school's zone, as people read it. */
export const zoneName = (): string => (zone ?? '').replaceAll('_', ' ');

/** An instant as a clock on the wall shows it, as a datetime-local field wants it: "2026-12-01T18:00". */
export const wallTime = (time: string): string => wallTimeIn(time, zone);

/** Making one is what takes the time, so each is made once. */
const clocks = new Map<string | undefined, Intl.DateTimeFormat>();

function clockOf(there: string | undefined): Intl.DateTimeFormat {
  const clock =
    clocks.get(there) ??
    new Intl.DateTimeFormat('en-GB', {
      ...(there && { timeZone: there }),
      year: 'numeric',
      month: '2-digit',
      day: '2-digit',
      hour: '2-digit',
      minute: '2-digit',
      hourCycle: 'h23',
    });
  clocks.set(there, clock);
  return clock;
}

function wallTimeIn(time: string, there: string | undefined): string {
  const parts = clockOf(there).formatToParts(new Date(time));
  const part = (type: string) => parts.find((one) => one.type === type)?.value ?? '';
  return `${part('year')}-${part('month')}-${part('day')}T${part('hour')}:${part('minute')}`;
}

/**
 * The instant at which the school's clock shows this: where it shows it twice, the first; where it leaps over it, as much later.
 * @param wall "2026-12-01T18:00"
 */
export function instantOf(wall: string): string {
  const shown = Date.parse(`${wall}Z`);
  const offset = (at: number) => Date.parse(`${wallTime(new Date(at).toISOString())}Z`) - at;
  // The day before and the day after tell both offsets that there may be.
  const tries = [offset(shown - 86_400_000), offset(shown + 86_400_000)].map((one) => shown - one);
  const right = tries.filter((at) => wallTime(new Date(at).toISOString()) === wall);
  const at = right.length > 0 ? Math.min(...right) : Math.max(...tries);
  return new Date(at).toISOString().replace(/\.\d+Z$/, 'Z');
}
