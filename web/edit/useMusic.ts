import { type QueryClient, useQuery } from '@tanstack/react-query';
import { useMemo, useSyncExternalStore } from 'react';
import { api, reply } from '../api/client';
import type { Meter, Music, Pattern } from '../api/types';
import type { PatternStore } from '../music/PatternStore';

export type Counting = 'steps' | 'syllables' | 'bar-beat';
const MOST_BARS = 16;

const meterKey = ({ count, unit, groups }: Meter) => `${count}/${unit} ${groups?.join('+') ?? ''}`;
const swingKey = ({ swing }: Pattern) => `${swing?.unit ?? 16} ${swing?.percent ?? 50}`;

function query(meter: Meter, swing: Pattern['swing'], counting: Counting) {
  return {
    queryKey: ['music', meterKey(meter), counting, `${swing?.unit} ${swing?.percent}`],
    queryFn: () => reply(api.POST('/api/music', { body: { meter, swing: swing ?? STRAIGHT, bars: MOST_BARS, counting } })),
    staleTime: Number.POSITIVE_INFINITY,
    gcTime: Number.POSITIVE_INFINITY,
  };
}

const PLAIN = { order: null, values: false };
const STRAIGHT = { percent: 50, unit: 16 };

/** Fetches what a meter needs before a pattern takes it, so that the sheet never stands without. */
export function fetchMusic(queries: QueryClient, meter: Meter, counting: Counting): Promise<Music> {
  return queries.fetchQuery(query(meter, STRAIGHT, counting));
}

/**
 * The core's groove and counting words for a pattern as it is now. The swings that can be chosen come all at once, so a new one is
 * heard at once, also without a connection.
 * @param given what the page came with, for the meter that it came with
 * @param sheet how the class draws its sheets, the same in every meter
 */
export function useMusic(
  store: PatternStore,
  counting: Counting,
  given: { music: Music; pattern: Pattern } | null,
  sheet: Pick<Music, 'order' | 'values'> = PLAIN,
): { music: Music | null; error: Error | null } {
  // Drawn again only when the meter or the swing changes, not for every hit.
  useSyncExternalStore(store.subscribe, () => `${meterKey(store.pattern.meter)} ${swingKey(store.pattern)}`);
  const { pattern } = store;
  const sameMeter = given && meterKey(given.pattern.meter) === meterKey(pattern.meter);
  const sameSwing = given && swingKey(given.pattern) === swingKey(pattern);
  const enough = sameMeter && (sameSwing || given.music.grooves?.[swingKey(pattern)] !== undefined);
  const table = useQuery({ ...query(pattern.meter, STRAIGHT, counting), enabled: !enough });
  const listed = table.data?.grooves?.[swingKey(pattern)] !== undefined;
  const exact = useQuery({ ...query(pattern.meter, pattern.swing, counting), enabled: !enough && table.data !== undefined && !listed });
  const source = enough ? given.music : listed ? table.data : exact.data;
  const groove = enough && sameSwing ? given.music.groove : (source?.grooves?.[swingKey(pattern)] ?? source?.groove);
  const { order, values } = sheet;
  const music = useMemo(() => (source && groove ? { ...source, groove, order, values } : null), [source, groove, order, values]);
  return { music, error: table.error ?? exact.error };
}
