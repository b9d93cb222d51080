import { useQuery } from '@tanstack/react-query';
import { useParams } from 'react-router';
import { call } from '../api/client';
import type { Bench } from '../api/types';
import { useCatalogue } from '../api/useCatalogue';
import { Failed, Waiting } from '../ui/states';
import { BenchView } from './BenchView';

export default function BenchPage() {
  const { partId } = useParams();
  const catalogue = useCatalogue();
  // Read once: from here on the browser's own copy is the newest, and the draft's version guards against other tabs.
  const bench = useQuery({
    queryKey: ['bench', partId],
    queryFn: () => call<Bench>('GET', `/api/parts/${partId}/bench`),
    staleTime: Number.POSITIVE_INFINITY,
    gcTime: 0,
  });
  const error = bench.error ?? catalogue.error;
  if (error) return <Failed error={error} again={() => void (bench.error ? bench : catalogue).refetch()} />;
  if (!bench.data || !catalogue.data) return <Waiting what="the Bench" />;
  return <BenchView key={partId} bench={bench.data} catalogue={catalogue.data} path={`/api/parts/${partId}`} />;
}
