import type { Meter } from '../api/types';

export const sameMeter = (a: Meter, b: Meter): boolean =>
  a.count === b.count && a.unit === b.unit && (a.groups ?? []).join() === (b.groups ?? []).join();

/** "4/4", "7/8 in 2 + 2 + 3". */
export function meterName({ count, unit, groups = [] }: Meter): string {
  return `${count}/${unit}${new Set(groups).size > 1 ? ` in ${groups.join(' + ')}` : ''}`;
}
