import { useQuery } from '@tanstack/react-query';
import { api, reply } from '../api/client';
import { when } from '../ui/words';
import { useSay } from '../words/words';

/** What the stand-in for a mail server has kept, for the administrator to pass on. */
export function MailboxView() {
  const say = useSay();
  const mailbox = useQuery({ queryKey: ['mailbox'], queryFn: () => reply(api.GET('/api/mailbox')) });
  if (!mailbox.data?.standIn) return null;
  const { mails } = mailbox.data;
  return (
    <details className="card mt-3 text-sm">
      <summary className="font-head text-lg font-bold">{say('school.mail', { count: mails.length })}</summary>
      <p className="text-faint">{say('school.mail.about')}</p>
      {mails.map((one) => (
        <article key={one.at + one.subject + one.to} className="mt-2 border-t border-rule pt-2">
          <p>
            <b>{one.subject}</b> {say('school.mail.to', { address: one.to, when: when(one.at) })}
          </p>
          <p className="whitespace-pre-line break-words">{one.text}</p>
        </article>
      ))}
    </details>
  );
}
