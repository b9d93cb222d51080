import { Notice } from '../ui/states';
import type { Keeping } from './DraftKeeper';

/** The saved state, always in sight. */
export function KeepingNote({ keeping }: { keeping: Keeping }) {
  const text = {
    saved: () =>
      keeping.state === 'saved' && keeping.at
        ? `Saved at ${new Date(keeping.at).toLocaleTimeString(undefined, { hour: '2-digit', minute: '2-digit' })}`
        : 'Nothing to save yet',
    changed: () => 'Saving …',
    saving: () => 'Saving …',
    waiting: () => 'Not sent yet; kept in this browser and sent when the connection is back',
    refused: () => (keeping.state === 'refused' ? `Not saved: ${keeping.sentence}` : ''),
    conflict: () => 'Not saved: changed elsewhere',
  }[keeping.state]();
  return (
    <p
      role="status"
      data-keeping={keeping.state}
      className={`text-sm ${keeping.state === 'refused' || keeping.state === 'waiting' ? 'font-bold' : 'text-faint'}`}
    >
      {text}
    </p>
  );
}

export function ConflictNotice({
  keeping,
  settle,
}: {
  keeping: Extract<Keeping, { state: 'conflict' }>;
  settle: (keep: 'mine' | 'other') => void;
}) {
  const hits = keeping.other.pattern.sections[0]?.rows.reduce((sum, row) => sum + row.hits.length, 0) ?? 0;
  return (
    <div className="mb-3">
      <Notice>
        <p>{keeping.sentence}</p>
        <p className="mt-2 flex flex-wrap items-center gap-2">
          <button type="button" className="button" onClick={() => settle('mine')}>
            Keep the beat in this tab
          </button>
          <button type="button" className="button" onClick={() => settle('other')}>
            Take the other one ({hits} hits, saved {keeping.other.savedAt ? new Date(keeping.other.savedAt).toLocaleTimeString() : ''})
          </button>
          <span className="text-sm">Either way, undo brings back what you have here.</span>
        </p>
      </Notice>
    </div>
  );
}
