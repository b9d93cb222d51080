import type { Meter } from '../api/types';
import { say } from '../words/words';

export const sameMeter = (a: Meter, b: Meter): boolean =>
  a.count === b.count && a.unit === b.unit && (a.groups ?? []).join() === (b.groups ?? []).join();

/** "4/4", "7/8 in 2 + 2 + 3". */
export function meterName({ count, unit, groups = [] }: Meter): string {
  const meter = `${count}/${unit}`;
  return new Set(groups).size > 1 ? say('beat.meter.groups', { meter, groups: groups.join(' + ') }) : meter;
}
