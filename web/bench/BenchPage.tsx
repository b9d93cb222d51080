import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useParams } from 'react-router';
import { call } from '../api/client';
import type { Bench, Session } from '../api/types';
import { useCatalogue } from '../api/useCatalogue';
import { StepKeeper } from '../keep/StepKeeper';
import { Failed, Waiting } from '../ui/states';
import { BenchView } from './BenchView';
import { newest, unsent } from './DraftKeeper';

export default function BenchPage() {
  const { partId } = useParams();
  const path = `/api/parts/${partId}`;
  const catalogue = useCatalogue();
  // Computers are shared at school: what the browser keeps is kept for one person.
  const key = `${useQueryClient().getQueryData<Session>(['session'])?.account?.id} ${path}`;
  // Read once: from here on the browser's own copy is the newest, and the draft's version guards against other tabs.
  const bench = useQuery({
    queryKey: ['bench', partId],
    queryFn: async () => {
      const answer = await call<Bench>('GET', `${path}/bench`);
      if (!answer.trying) answer.draft = newest(key, answer.draft);
      const kept = answer.trying ? null : unsent(key);
      const steps = new StepKeeper(key);
      const history = await steps.read(kept?.pattern ?? answer.draft.pattern);
      return { answer, kept, steps, history };
    },
    staleTime: Number.POSITIVE_INFINITY,
    gcTime: 0,
  });
  const error = bench.error ?? catalogue.error;
  if (error) return <Failed error={error} again={() => void (bench.error ? bench : catalogue).refetch()} />;
  if (!bench.data || !catalogue.data) return <Waiting what="the Bench" />;
  return <BenchView key={partId} path={path} storageKey={key} catalogue={catalogue.data} {...bench.data} />;
}
