import { useState } from 'react';
import { api, at, reply } from '../api/client';
import { Notice } from '../ui/states';
import { useTask } from '../ui/useTask';
import { useSay } from '../words/words';

/** Characters. */
const MOST = 300;

/** One sentence back to the teacher, who reads it at the next marking. */
export function Reply({ attemptId, written }: { attemptId: string; written: string }) {
  const say = useSay();
  const [text, setText] = useState(written);
  const [kept, setKept] = useState(written);
  const { busy, error, run } = useTask();
  const send = () =>
    run(async () => {
      await reply(api.PUT('/api/attempts/{id}/reply', { ...at({ id: attemptId }), body: { text } }));
      setKept(text.trim());
      setText(text.trim());
    });
  return (
    <form
      className="mt-3 border-t border-rule pt-2"
      onSubmit={(event) => {
        event.preventDefault();
        void send();
      }}
    >
      <label className="text-sm">
        {say('beat.reply')}
        <input
          className="field field-small mt-1 w-full"
          maxLength={MOST}
          placeholder={say('beat.reply.hint')}
          value={text}
          onChange={(event) => setText(event.target.value)}
        />
      </label>
      <p className="mt-1.5 flex items-center gap-2 text-sm">
        <button type="submit" className="button button-small" disabled={busy || text.trim() === kept}>
          {say('beat.reply.send')}
        </button>
        <span role="status" className="text-faint">
          {kept !== '' && text.trim() === kept && say('beat.reply.kept')}
        </span>
      </p>
      {error && <Notice>{error}</Notice>}
    </form>
  );
}
