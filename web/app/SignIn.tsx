import { useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { api, reply } from '../api/client';
import { sent } from '../ui/sent';
import { Notice } from '../ui/states';
import { useTask } from '../ui/useTask';
import { type Language, speak, useSay } from '../words/words';
import { LanguageChoice } from './LanguageChoice';
import { ownedSession } from './ownedSession';

export function SignIn() {
  const say = useSay();
  const queries = useQueryClient();
  const { busy, error, run } = useTask();
  const [choice, setChoice] = useState<Language | null>(null);
  const submit = (form: FormData) =>
    run(async () => {
      await reply(api.POST('/api/sign-in', { body: { name: String(form.get('name')), password: String(form.get('password')) } }));
      const session = await ownedSession();
      // What was chosen a moment ago stays on the account; before a second step it cannot yet.
      const chosen = choice && session.account ? await keepLanguage(choice).catch(() => null) : null;
      await speak(chosen ?? session.language);
      const account = session.account && { ...session.account, language: chosen ?? session.account.language };
      queries.setQueryData(['session'], { ...session, account, language: chosen ?? session.language });
    });
  return (
    <main className="mx-auto flex min-h-dvh max-w-md flex-col justify-center px-5 py-8">
      <svg aria-hidden="true" viewBox="0 -8 360 78" className="mb-3 w-full text-ink">
        <line x1="0" x2="360" y1="56" y2="56" stroke="var(--rule)" />
        {[0, 1, 2, 3, 4, 5, 6, 7].map((i) => (
          <g key={i} transform={`translate(${24 + i * 44} 56)`} className="note">
            <ellipse rx="7" ry="5.2" transform="rotate(-18)" className="note-head" />
            <line x1="6" x2="6" y1="-2" y2={i % 4 === 0 ? -46 : i % 2 === 0 ? -32 : -20} className="note-stem" />
            {i % 4 === 0 && <path d="M0 -57L13 -53L0 -49" className="note-mark" />}
          </g>
        ))}
      </svg>
      <h1 className="text-4xl">Pulsanda</h1>
      <p className="mb-5 text-faint">{say('account.signIn.motto')}</p>
      <form onSubmit={sent(submit)} className="card flex flex-col gap-3">
        <label>
          {say('account.signIn.name')}
          <input
            name="name"
            className="field"
            autoComplete="username"
            autoCapitalize="none"
            spellCheck={false}
            maxLength={60}
            defaultValue={new URLSearchParams(window.location.search).get('as') ?? ''}
            required
          />
        </label>
        <label>
          {say('account.signIn.password')}
          <input name="password" type="password" className="field" autoComplete="current-password" maxLength={200} required />
        </label>
        {error && <Notice>{error}</Notice>}
        <button type="submit" className="button button-main justify-center" disabled={busy}>
          {busy ? say('account.signIn.busy') : say('account.signIn.do')}
        </button>
        <p className="flex flex-wrap justify-center gap-x-6 gap-y-1 text-sm">
          <a href="/join" className="quiet-link py-1">
            {say('account.signIn.join')}
          </a>
          <a href="/forgot" className="quiet-link py-1">
            {say('account.signIn.forgot')}
          </a>
        </p>
      </form>
      <p className="mt-4 text-center text-sm">
        <LanguageChoice
          chosen={null}
          choose={(language) => {
            setChoice(language);
            void remember(language);
          }}
        />
      </p>
    </main>
  );
}

const keepLanguage = async (language: Language) => (await reply(api.PUT('/api/language', { body: { language } }))).language;

/** Before anybody has signed in, this browser keeps the choice. */
async function remember(language: Language | null): Promise<void> {
  // biome-ignore lint/suspicious/noDocumentCookie: the one that every browser has
  document.cookie = `language=${language ?? ''}; path=/; max-age=31536000; samesite=strict`;
  // Without a connection it is changed when the page is opened again.
  if (language) await speak(language).catch(() => {});
}
