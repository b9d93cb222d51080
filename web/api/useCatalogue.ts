import { useQuery } from '@tanstack/react-query';
import { call } from './client';
import type { Catalogue } from './types';

export function useCatalogue() {
  return useQuery({
    queryKey: ['catalogue'],
    queryFn: () => call<Catalogue>('GET', '/api/catalogue'),
    staleTime: Number.POSITIVE_INFINITY,
  });
}
