import { useQuery } from '@tanstack/react-query';
import { useState, useSyncExternalStore } from 'react';
import { api, at, reply } from '../api/client';
import type { Pattern } from '../api/types';
import type { Editor } from '../edit/Editor';
import { hitCount } from '../music/pattern';
import { useTask } from '../ui/useTask';
import { clock } from '../ui/words';
import { useSay } from '../words/words';
import type { DraftQueue } from './DraftQueue';

/** An earlier state that is looked at, above the sheet. */
export type Looked = { version: number; pattern: Pattern };

type Props = {
  editor: Editor;
  partId: string;
  queue: DraftQueue;
  looked: Looked | null;
  look: (looked: Looked | null) => void;
};

/** What the draft was at each save of the last hour, and beats that were kept: to look at, and to take back. */
export default function StatesBlock({ editor, partId, queue, looked: chosen, look: setChosen }: Props) {
  const say = useSay();
  const keeping = useSyncExternalStore(queue.subscribe, () => queue.keeping);
  const [open, setOpen] = useState(false);
  const saved = keeping.state === 'saved' ? keeping.at : null;
  const { data, error } = useQuery({
    queryKey: ['states', partId, saved],
    queryFn: () => reply(api.GET('/api/parts/{id}/draft/states', at({ id: partId }))),
    enabled: open,
    placeholderData: (before) => before,
  });
  const { error: failed, run } = useTask();
  const look = async (version: number) => {
    const state = await run(() => reply(api.GET('/api/parts/{id}/draft/states/{version}', at({ id: partId, version }))));
    if (state) setChosen({ version, pattern: state.pattern });
  };
  const take = (pattern: Pattern) => {
    editor.show(0);
    editor.store.strike(say('beat.versions.step'), () => pattern);
    editor.say(say('beat.versions.done'));
    setChosen(null);
  };
  return (
    <section aria-labelledby="states" className="card p-3">
      <h2 id="states">{say('beat.versions.hour')}</h2>
      <button type="button" className="button button-small mt-1" aria-expanded={open} onClick={() => setOpen(!open)}>
        {say('beat.versions')}
      </button>
      {open && error && <p className="mt-1 text-sm">{error.message}</p>}
      {open && data && data.states.length === 0 && <p className="mt-1 text-sm text-faint">{say('beat.versions.none')}</p>}
      {open && data && (
        <ul className="mt-2 flex max-h-48 flex-col gap-0.5 overflow-y-auto text-sm">
          {data.states.map((state) => (
            <li key={state.version}>
              <button
                type="button"
                className="step-line"
                aria-current={chosen?.version === state.version}
                onClick={() => void look(state.version)}
              >
                {say(state.kept ? 'beat.versions.kept' : 'beat.versions.one', { time: clock(state.savedAt), number: state.version })}
              </button>
            </li>
          ))}
        </ul>
      )}
      {failed && <p className="mt-1 text-sm">{failed}</p>}
      {chosen && (
        <div className="mt-2 rounded-md border border-dashed border-target p-2 text-sm">
          <p>
            {say('beat.versions.what', {
              count: hitCount(chosen.pattern),
              sections: chosen.pattern.sections.map(({ name, bars }) => `${name} (${say('frame.bars', { count: bars })})`).join(', '),
            })}
          </p>
          <button type="button" className="button button-small" onClick={() => take(chosen.pattern)}>
            {say('beat.versions.restore')}
          </button>{' '}
          <button type="button" className="button button-small" onClick={() => setChosen(null)}>
            {say('beat.cancel')}
          </button>
        </div>
      )}
    </section>
  );
}
