import { useQuery } from '@tanstack/react-query';
import { api, reply } from './client';

export function useCatalogue() {
  return useQuery({
    queryKey: ['catalogue'],
    queryFn: () => reply(api.GET('/api/catalogue')),
    staleTime: Number.POSITIVE_INFINITY,
  });
}
