import { useEffect, useMemo, useRef, useState, useSyncExternalStore } from 'react';
import { api, reply } from '../../api/client';
import type { Music, NotatedBar, Pattern } from '../../api/types';
import { hitCount } from '../../music/pattern';
import StaffView from '../../staff/StaffView';
import { useSay } from '../../words/words';
import type { Editor } from '../Editor';

type Props = { editor: Editor; music: Music; position: () => number | null };
type Notated = { pattern: Pattern; staff: NotatedBar[][] };

/** The beat on the staff under its grid, after every edit; the place of the cursor is lit in both. */
export default function StaffUnder({ editor, music, position }: Props) {
  const say = useSay();
  const { notated, away } = useNotated(editor);
  const at = useSyncExternalStore(editor.subscribe, () => editor.state.cursor.at);
  const heard = useMemo(() => ({ music, position }), [music, position]);
  // Of several sections the staff shows the whole form, the grid one: their places are not the same.
  const lit = useMemo(() => ({ at, light: (tick: number) => editor.go({ row: editor.state.cursor.row, at: tick }) }), [at, editor]);
  if (away && !notated) return <p className="mt-2 text-sm text-faint">{say('panels.staff.away')}</p>;
  if (!notated) return null;
  return (
    <section aria-label={say('panels.staff')} className="card mt-2 px-3 py-1" data-hits={hitCount(notated.pattern)}>
      {away && <p className="text-sm text-faint">{say('panels.staff.away')}</p>}
      <StaffView pattern={notated.pattern} staff={notated.staff} heard={heard} {...(notated.pattern.sections.length === 1 && { lit })} />
    </section>
  );
}

/** The notation of the beat as it is now. While one answer is waited for, no other is asked; then that of the last state. */
function useNotated(editor: Editor): { notated: Notated | null; away: boolean } {
  const pattern = useSyncExternalStore(editor.store.subscribe, () => editor.store.pattern);
  const [notated, setNotated] = useState<Notated | null>(null);
  const [away, setAway] = useState(false);
  const [tries, setTries] = useState(0);
  const asking = useRef(false);
  const known = notated?.pattern;
  // biome-ignore lint/correctness/useExhaustiveDependencies: asked once more after a while without a connection
  useEffect(() => {
    if (asking.current || known === pattern) return;
    asking.current = true;
    reply(api.POST('/api/edit/staff', { body: { pattern } })).then(
      ({ staff }) => {
        asking.current = false;
        setAway(false);
        setNotated({ pattern, staff });
      },
      () => {
        asking.current = false;
        setAway(true);
        setTimeout(() => setTries((before) => before + 1), AGAIN);
      },
    );
  }, [pattern, known, tries]);
  return { notated, away };
}

/** Milliseconds until it is asked once more, where there is no connection. */
const AGAIN = 3000;
