import { Disclosure, DisclosureButton, DisclosurePanel } from '@headlessui/react';
import { useQuery } from '@tanstack/react-query';
import { api, at, reply } from '../api/client';
import type { History } from '../api/types';
import { when } from '../ui/words';

type Deed = History['deeds'][number];

const WHAT: Record<string, (deed: Deed) => string> = {
  'hand-in': () => 'handed in',
  return: ({ details }) =>
    details.from === null ? `returned with mark ${details.to}` : `mark changed from ${details.from} to ${details.to}`,
  'take-back': () => 'took the return back',
};

/** What has been done to this attempt, by whom and when. */
export function HistoryBlock({ attemptId }: { attemptId: string }) {
  return (
    <Disclosure as="section" className="text-sm">
      <DisclosureButton className="quiet-link font-bold">History</DisclosureButton>
      <DisclosurePanel>
        <Deeds attemptId={attemptId} />
      </DisclosurePanel>
    </Disclosure>
  );
}

function Deeds({ attemptId }: { attemptId: string }) {
  const { data, error } = useQuery({
    queryKey: ['history', attemptId],
    queryFn: () => reply(api.GET('/api/attempts/{id}/history', at({ id: attemptId }))),
    refetchOnMount: 'always',
  });
  if (error) return <p className="mt-2">{error.message}</p>;
  if (!data) return <p className="mt-2 text-faint">Loading …</p>;
  if (data.deeds.length === 0) return <p className="mt-2 text-faint">Nothing is recorded of this attempt.</p>;
  return (
    <ol className="mt-2 flex flex-col gap-1">
      {data.deeds.map((deed) => (
        <li key={`${deed.at} ${deed.what}`}>
          {when(deed.at)}: <bdi>{deed.by ?? 'somebody'}</bdi> {WHAT[deed.what]?.(deed) ?? deed.what}
        </li>
      ))}
    </ol>
  );
}
