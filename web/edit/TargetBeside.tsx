import { useEffect, useMemo, useRef, useState, useSyncExternalStore } from 'react';
import type { Music, Pattern, Section } from '../api/types';
import { writtenOut } from '../music/form';
import { calledInstrument } from '../sheet/called';
import { linesOver } from '../sheet/linesOver';
import type { Player } from '../sound/Player';
import { usePlayerState } from '../sound/usePlayer';
import { Choice } from '../ui/Choice';
import { everyFrame } from '../ui/frames';
import { lower } from '../ui/words';
import { locale, useSay } from '../words/words';
import type { Beside, TargetShown } from './beside';
import type { Editor } from './Editor';
import { MINE } from './useHearing';

type ChoiceProps = {
  editor: Editor;
  player: Player;
  music: Music;
  target: Pattern;
  beside: Beside;
  setBeside: (beside: Beside) => void;
  show: (shown: TargetShown) => void;
};

/** The ways to have the target beside one's beat, each one press. */
export default function TargetBeside({ editor, player, music, target, beside, setBeside, show }: ChoiceProps) {
  const say = useSay();
  const section = useTargetSection(editor, target, music);
  const [over, inRows] = [beside === 'over', beside === 'one'];
  useEffect(() => {
    show({ over: over && section ? linesOver(editor.catalogue, music, section) : null, inRows: inRows ? section : null });
  }, [over, inRows, section, editor, music, show]);
  useSyncExternalStore(editor.store.subscribe, () => editor.section.rows.length);
  const missing = inRows && section ? notOnTheSheet(editor, section) : [];
  useByEar(editor, player, beside);
  const now = useVoiceNow(player, beside === 'ear');
  return (
    <>
      <Choice
        label={say('panels.beside.what')}
        small
        value={beside}
        options={(['mine', 'over', 'one', 'ear'] as const).map((value) => ({ value, label: say(`panels.beside.${value}`) }))}
        onChange={setBeside}
      />
      {missing.length > 0 && (
        <span className="text-sm text-target">
          {say('panels.beside.missing', { names: new Intl.ListFormat(locale()).format(missing.map(lower)) })}
        </span>
      )}
      {now && <span className="text-sm text-target">{say('panels.beside.now', { who: now })}</span>}
    </>
  );
}

/** Which voice sounds, while it is asked for. */
function useVoiceNow(player: Player, asked: boolean): string | null {
  const [now, setNow] = useState<string | null>(null);
  const { playing } = usePlayerState(player);
  useEffect(() => {
    setNow(null);
    return asked && playing ? everyFrame(() => setNow(player.voiceNow())) : undefined;
  }, [player, asked, playing]);
  return now;
}

/** By ear, the bar of the cursor sounds as in the target, then as in one's own beat, again and again; another bar is one press away. */
function useByEar(editor: Editor, player: Player, beside: Beside): void {
  const by = beside === 'ear';
  const { barTicks } = editor.music;
  const bar = useSyncExternalStore(editor.subscribe, () => Math.floor(editor.state.cursor.at / barTicks));
  const { voice } = usePlayerState(player);
  const range = useRef({ from: 0, to: 0 });
  range.current = { from: bar * barTicks, to: (bar + 1) * barTicks };
  useEffect(() => {
    if (!by) return;
    player.hear('ear');
    player.loop(range.current);
    void player.play();
    return () => {
      player.hear(MINE);
      player.loop(null);
    };
  }, [by, player]);
  // Another voice is heard whole again.
  const heard = by && voice === 'ear';
  useEffect(() => {
    if (heard) player.loop({ from: bar * barTicks, to: (bar + 1) * barTicks });
  }, [heard, bar, barTicks, player]);
}

/** The section of the target that goes with the one that is shown. */
function useTargetSection(editor: Editor, target: Pattern, music: Music): Section | null {
  const index = useSyncExternalStore(editor.subscribe, () => editor.index);
  const sections = useSyncExternalStore(editor.store.subscribe, () => editor.store.pattern.sections.length);
  return useMemo(() => {
    const all = target.sections.length === sections && sections > 1 ? target.sections : writtenOut(target, music.barTicks).sections;
    return all[sections > 1 && all.length > 1 ? index : 0] ?? null;
  }, [target, music.barTicks, sections, index]);
}

/** Instruments of the target for which the sheet has no row, by their labels. */
function notOnTheSheet(editor: Editor, section: Section): string[] {
  const here = new Set(editor.section.rows.map((row) => row.instrument));
  return section.rows
    .filter((row) => row.hits.length > 0 && !here.has(row.instrument))
    .flatMap((row) => calledInstrument(editor.catalogue, row)?.label ?? []);
}
