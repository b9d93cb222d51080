import { useCallback, useEffect, useMemo, useRef, useState, useSyncExternalStore } from 'react';
import type { Catalogue, Music, Pattern } from '../api/types';
import { placeInForm } from '../music/form';
import type { Player } from '../sound/Player';
import { usePlayer, usePlayerState } from '../sound/usePlayer';
import { everyFrame } from '../ui/frames';
import { say } from '../words/words';
import type { Editor } from './Editor';

export const MINE = 'mine';
export const TARGET = 'target';
export type Scope = 'form' | 'section' | 'marked';

/**
 * What of the pattern is played, and where the reading line stands in the section that is shown.
 *
 * @param both whether it reads the target as well, where that stands beside one's beat
 */
export function useHearing(editor: Editor, catalogue: Catalogue, music: Music, target: Pattern | null, both: boolean) {
  const [scope, setScope] = useState<Scope>('form');
  const section = useSyncExternalStore(editor.subscribe, () => editor.state.section);
  const range = useSyncExternalStore(editor.subscribe, () => editor.state.range);
  const scoped = useRef(scope);
  scoped.current = scope;
  const alone = useRef<{ of: Pattern; section: number; pattern: Pattern } | null>(null);
  const voices = useMemo(() => {
    // The section by itself, made once for every state of the pattern.
    const heard = (): Pattern => {
      const { pattern } = editor.store;
      if (scoped.current === 'form') return pattern;
      if (alone.current?.of !== pattern || alone.current.section !== editor.index) {
        alone.current = {
          of: pattern,
          section: editor.index,
          pattern: { ...pattern, order: [{ section: editor.section.name, times: 1 }] },
        };
      }
      return alone.current.pattern;
    };
    return [{ name: MINE, pattern: heard }, ...(target ? [{ name: TARGET, pattern: () => target }] : [])];
  }, [editor, target]);
  const player = usePlayer(catalogue, voices, music);
  const marked = useMemo(
    () => (scope === 'marked' && range?.section === section ? editor.markedBeats() : null),
    [editor, scope, range, section],
  );
  useEffect(() => {
    player.loop(marked);
  }, [player, marked]);
  const turn = useTurn(editor, player, music, scope);
  const position = useCallback((): number | null => {
    const tick = both || player.voiceNow() === MINE ? player.position() : null;
    if (tick === null || scoped.current !== 'form') return tick;
    const place = placeInForm(editor.store.pattern, editor.music.barTicks, tick);
    return place?.section === editor.index ? place.tick : null;
  }, [player, editor, both]);
  /** Plays what is marked again and again. */
  const loopMarked = useCallback(() => {
    scoped.current = 'marked';
    setScope('marked');
    void player.play(editor.markedBeats() ?? undefined);
  }, [editor, player]);
  return { player, scope, setScope, position, turn, loopMarked };
}

/**
 * Which turn of which section sounds, and the sheet turned to it while the form plays. Somebody who looks at another section while
 * it plays stays there until it is played anew.
 */
function useTurn(editor: Editor, player: Player, music: Music, scope: Scope): string | null {
  const { playing } = usePlayerState(player);
  const [turn, setTurn] = useState<string | null>(null);
  useEffect(() => {
    if (!playing || scope !== 'form') {
      setTurn(null);
      return;
    }
    let shown = editor.index;
    let following = true;
    const look = () => {
      const { pattern } = editor.store;
      const tick = player.voiceNow() === MINE ? player.position() : null;
      const place = tick === null || pattern.sections.length < 1 ? null : placeInForm(pattern, music.barTicks, tick);
      if (!place) return;
      if (editor.index !== shown) following = false;
      if (following && place.section !== shown) {
        editor.show(place.section);
        shown = place.section;
      }
      const name = pattern.sections[place.section]?.name ?? '';
      const words =
        pattern.sections.length > 1 || place.turns > 1
          ? `${name}${place.turns > 1 ? say('edit.turn', { turn: place.turn, turns: place.turns }) : ''}`
          : null;
      setTurn(words);
    };
    return everyFrame(look);
  }, [editor, player, music, playing, scope]);
  return turn;
}
