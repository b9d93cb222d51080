import { Disclosure, DisclosureButton, DisclosurePanel } from '@headlessui/react';
import { useQuery } from '@tanstack/react-query';
import { api, at, reply } from '../api/client';
import type { History } from '../api/types';
import { when } from '../ui/words';
import { say, useSay } from '../words/words';

type Entry = History['entries'][number];

const WHAT: Record<string, (entry: Entry) => string> = {
  'hand-in': () => say('mark.history.handIn'),
  return: ({ details }) =>
    details.from === null
      ? say('mark.history.return', { to: String(details.to) })
      : say('mark.history.changed', { from: String(details.from), to: String(details.to) }),
  'take-back': () => say('mark.history.back'),
};

/** What has been done to this attempt, by whom and when. */
export function HistoryBlock({ attemptId }: { attemptId: string }) {
  const say = useSay();
  return (
    <Disclosure as="section" className="text-sm">
      <DisclosureButton className="quiet-link font-bold">{say('mark.history')}</DisclosureButton>
      <DisclosurePanel>
        <Entries attemptId={attemptId} />
      </DisclosurePanel>
    </Disclosure>
  );
}

function Entries({ attemptId }: { attemptId: string }) {
  const say = useSay();
  const { data, error } = useQuery({
    queryKey: ['history', attemptId],
    queryFn: () => reply(api.GET('/api/attempts/{id}/history', at({ id: attemptId }))),
    refetchOnMount: 'always',
  });
  if (error) return <p className="mt-2">{error.message}</p>;
  if (!data) return <p className="mt-2 text-faint">{say('mark.history.loading')}</p>;
  if (data.entries.length === 0) return <p className="mt-2 text-faint">{say('mark.history.none')}</p>;
  return (
    <ol className="mt-2 flex flex-col gap-1">
      {data.entries.map((entry) => (
        <li key={`${entry.at} ${entry.what}`}>
          {when(entry.at)}: <bdi>{entry.by ?? say('mark.history.somebody')}</bdi> {WHAT[entry.what]?.(entry) ?? entry.what}
        </li>
      ))}
    </ol>
  );
}
