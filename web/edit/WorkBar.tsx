import { useSyncExternalStore } from 'react';
import { hitCount } from '../music/pattern';
import type { Player } from '../sound/Player';
import { KitTrouble, Transport } from '../sound/Transport';
import { Choice } from '../ui/Choice';
import { useSay } from '../words/words';
import { EditBar, MarkedBar } from './EditBar';
import type { Editor } from './Editor';
import { MINE, type Scope, TARGET } from './useHearing';

type Props = {
  editor: Editor;
  player: Player;
  locked: boolean;
  scope: Scope;
  setScope: (scope: Scope) => void;
  /** Which section sounds, in words. */
  turn: string | null;
  hint: string;
  /** Whether there is a target to hear. */
  target: boolean;
  /** Whether what is struck is written down. */
  armed: boolean;
  setArmed: (armed: boolean) => void;
};

/** Under the sheet: what was done, what is played, and what takes back. */
export function WorkBar({ editor, player, locked, scope, setScope, turn, hint, target, armed, setArmed }: Props) {
  const say = useSay();
  // Where the beat is to be drummed in, that comes first.
  const drums = typeof editor.allowed.freedom?.played === 'number';
  return (
    <footer className="work-bar">
      <div className="work-said">
        <Said editor={editor} hint={hint} />
        {turn && <span>{say('edit.playing', { turn })}</span>}
        <KitTrouble player={player} />
        <span className="ms-auto flex flex-none items-center gap-2 max-sm:max-w-full max-sm:overflow-x-auto">
          <Scopes editor={editor} scope={scope} setScope={setScope} />
          {!locked && <MarkedBar editor={editor} />}
        </span>
      </div>
      <div className="work-tools">
        <Transport
          player={player}
          beside={
            !locked && (
              <button
                type="button"
                className={drums ? 'button' : 'button px-1.5!'}
                aria-label={say('edit.playIn')}
                aria-pressed={armed}
                title={say('edit.playIn.title')}
                onClick={() => setArmed(!armed)}
              >
                <svg aria-hidden="true" viewBox="0 0 16 16" className="size-4 fill-none stroke-current">
                  <path d="M2 2l8 7M14 2L6 9" strokeWidth="1.6" strokeLinecap="round" />
                  <ellipse cx="8" cy="11.5" rx="6" ry="2.6" strokeWidth="1.3" />
                </svg>
                {drums && say('edit.playIn')}
              </button>
            )
          }
          {...(target && {
            voices: [
              { value: MINE, label: say('beat.voice.mine') },
              { value: TARGET, label: say('beat.voice.target') },
              { value: 'turn', label: say('beat.voice.turn') },
            ],
          })}
        />
        {!locked && <EditBar editor={editor} />}
      </div>
    </footer>
  );
}

/** What is played: the whole form, the section that is shown, or the bars that are marked. */
function Scopes({ editor, scope, setScope }: { editor: Editor; scope: Scope; setScope: (scope: Scope) => void }) {
  const say = useSay();
  const range = useSyncExternalStore(editor.subscribe, () => editor.state.range);
  useSyncExternalStore(editor.subscribe, () => editor.state.section);
  const pattern = useSyncExternalStore(editor.store.subscribe, () => editor.store.pattern);
  const several = pattern.sections.length > 1;
  const repeats = (pattern.order ?? []).some(({ times }) => times > 1);
  const options = [
    { value: 'form' as const, label: several || repeats ? say('edit.scope.all') : say('edit.scope.everything') },
    ...(several || repeats || scope === 'section' ? [{ value: 'section' as const, label: editor.section.name }] : []),
    ...(range || scope === 'marked' ? [{ value: 'marked' as const, label: say('edit.scope.marked') }] : []),
  ];
  if (options.length < 2) return null;
  return <Choice label={say('edit.scope.what')} value={scope} options={options} onChange={setScope} />;
}

/** What was done last, or what to do first: in a quiet line, and told to those who listen. */
function Said({ editor, hint }: { editor: Editor; hint: string }) {
  const said = useSyncExternalStore(editor.subscribe, () => editor.state.said);
  const empty = useSyncExternalStore(editor.store.subscribe, () => hitCount(editor.store.pattern) === 0);
  return (
    <p role="status" className="truncate">
      {said || (empty ? hint : '')}
    </p>
  );
}
