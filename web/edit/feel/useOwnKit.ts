import { useQuery } from '@tanstack/react-query';
import { api, reply } from '../../api/client';
import type { Pattern, SavedKit } from '../../api/types';
import { isPlayedWith } from '../../music/kits';

export const keptKits = { queryKey: ['kits'], queryFn: () => reply(api.GET('/api/kits')) };

/** The kit of one's own, or lent, with which a beat is played; asked for only where rows have sounds of their own. */
export function useOwnKit(pattern: Pattern): SavedKit | undefined {
  const isSet = pattern.sections.some(({ rows }) => rows.some(({ sound, level, pan, tune }) => sound || pan || tune || (level ?? 1) !== 1));
  const { data } = useQuery({ ...keptKits, enabled: isSet });
  return data?.kits.find((kit) => isPlayedWith(pattern, kit));
}
