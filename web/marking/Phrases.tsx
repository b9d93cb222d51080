import { Disclosure, DisclosureButton, DisclosurePanel } from '@headlessui/react';
import { useState } from 'react';
import { api, at, reply } from '../api/client';
import type { AttemptToMark, Catalogue, Statement } from '../api/types';
import { Notice } from '../ui/states';
import { useTask } from '../ui/useTask';
import { useSay } from '../words/words';
import { filled, offered } from './phrases';

type Phrase = AttemptToMark['phrases'][number];
type Props = { data: AttemptToMark; catalogue: Catalogue; statement: Statement | null; text: string; add: (sentence: string) => void };

/** The teacher's own phrases: a press puts one into the text with name, place and instrument filled in. */
export function Phrases({ data, catalogue, statement, text, add }: Props) {
  const say = useSay();
  const [phrases, setPhrases] = useState(data.phrases);
  const [own, setOwn] = useState('');
  const { error, busy, run } = useTask();
  const said = statement ?? data.result?.statements[0] ?? null;
  const keep = (phrase: string, kind: string | null = said && forIt ? said.kind : null) =>
    run(async () => {
      const made = await reply(api.POST('/api/phrases', { body: { text: phrase, kind } }));
      setPhrases((before) => [...before, made]);
      setOwn('');
    });
  const [forIt, setForIt] = useState(false);
  const [deleted, setDeleted] = useState<Phrase | null>(null);
  const remove = (phrase: Phrase) =>
    run(async () => {
      await reply(api.DELETE('/api/phrases/{id}', at({ id: phrase.id })));
      setPhrases((before) => before.filter((one) => one.id !== phrase.id));
      setDeleted(phrase);
    });
  const last = text.trim().split('\n').at(-1) ?? '';
  return (
    <Disclosure as="div" className="contents">
      <DisclosureButton className="button button-small">{say('mark.phrases', { count: phrases.length })}</DisclosureButton>
      <DisclosurePanel className="w-full rounded-md border border-rule p-2 text-sm">
        <ul className="flex flex-col gap-1">
          {offered(phrases, said?.kind ?? null).map((phrase) => (
            <li key={phrase.id} className="flex items-start gap-2">
              <button
                type="button"
                className="button button-small flex-1 justify-start text-start"
                onClick={() => add(filled(phrase.text, data.student.firstName, said, catalogue))}
              >
                {filled(phrase.text, data.student.firstName, said, catalogue)}
              </button>
              <button
                type="button"
                className="button button-small"
                aria-label={say('mark.phrases.delete', { text: phrase.text })}
                onClick={() => void remove(phrase)}
              >
                ×
              </button>
            </li>
          ))}
        </ul>
        {deleted !== null && (
          <p role="status" className="mt-1 flex flex-wrap items-center gap-2">
            {say('mark.phrases.deleted')}
            <button
              type="button"
              className="button button-small"
              disabled={busy}
              onClick={() => void keep(deleted.text, deleted.kind).then(() => setDeleted(null))}
            >
              {say('mark.phrases.undo')}
            </button>
          </p>
        )}
        <div className="mt-2 flex flex-wrap items-end gap-2">
          <label className="min-w-48 flex-1">
            {say('mark.phrases.new', { name: '{name}', place: '{place}', instrument: '{instrument}' })}
            <input
              className="field field-small mt-0.5"
              dir="auto"
              maxLength={catalogue.limits.phrase}
              value={own}
              onChange={(event) => setOwn(event.target.value)}
            />
          </label>
          <button type="button" className="button button-small" disabled={busy || own.trim() === ''} onClick={() => void keep(own)}>
            {say('mark.phrases.save')}
          </button>
          {said && (
            <label className="flex w-full items-center gap-2">
              <input type="checkbox" checked={forIt} onChange={(event) => setForIt(event.target.checked)} />
              {say('mark.phrases.first', { text: said.text })}
            </label>
          )}
          {last !== '' && last.length <= catalogue.limits.phrase && (
            <button type="button" className="button button-small" onClick={() => setOwn(last)}>
              {say('mark.phrases.fromText')}
            </button>
          )}
        </div>
        {error && <Notice>{error}</Notice>}
      </DisclosurePanel>
    </Disclosure>
  );
}
