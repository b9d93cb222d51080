import { useQuery } from '@tanstack/react-query';
import { useParams } from 'react-router';
import { api, at, reply } from '../api/client';
import { useCatalogue } from '../api/useCatalogue';
import { arrived, unsent } from '../keep/SaveQueue';
import { UndoStore } from '../keep/UndoStore';
import { Failed, Waiting } from '../ui/states';
import { useSay } from '../words/words';
import { BenchView } from './BenchView';
import { draftName, newest, type Work } from './DraftQueue';

export default function BenchPage() {
  const say = useSay();
  const { partId = '' } = useParams();
  const catalogue = useCatalogue();
  // Read once: from here on the browser's own copy is the newest, and the draft's version guards against other tabs.
  const bench = useQuery({
    queryKey: ['bench', partId],
    queryFn: async () => {
      const name = draftName(partId);
      // What was done a moment ago may still be on its way.
      await arrived(name);
      const answer = await reply(api.GET('/api/parts/{id}/bench', at({ id: partId })));
      if (!answer.trying) answer.draft = newest(name, answer.draft);
      const left = answer.trying ? null : unsent<Work>(name);
      const steps = new UndoStore(name);
      const history = await steps.read(left?.work.pattern ?? answer.draft.pattern);
      return { answer, left, steps, history };
    },
    staleTime: Number.POSITIVE_INFINITY,
    gcTime: 0,
  });
  const error = bench.error ?? catalogue.error;
  if (error) return <Failed error={error} again={() => void (bench.error ? bench : catalogue).refetch()} />;
  if (!bench.data || !catalogue.data) return <Waiting what={say('beat.loading.bench')} />;
  return <BenchView key={partId} catalogue={catalogue.data} {...bench.data} />;
}
