import type { Row } from '../../api/types';
import { keyOfRow } from '../../sound/Ears';
import type { Player } from '../../sound/Player';
import { usePlayerState } from '../../sound/usePlayer';
import { useSay } from '../../words/words';
import type { Editor } from '../Editor';
import { setOnRow } from './setOnRow';
import './mix.css';

type Props = { editor: Editor; player: Player; row: Row; index: number; locked: boolean; all?: boolean };

/** Letters to hear a row alone, not at all, or to mute it in the beat itself; of all of them, or of the two that are used most. */
export function MixKeys({ editor, player, row, index, locked, all = false }: Props) {
  const say = useSay();
  const { ears } = usePlayerState(player);
  const key = keyOfRow(editor.section.rows, index);
  const name = editor.words.name(index);
  const letter = (letter: string, word: string, title: string, pressed: boolean, act: () => void, disabled = false) => (
    <button
      type="button"
      className="mix-key"
      aria-label={`${word}: ${name}`}
      title={`${word}. ${title}`}
      aria-pressed={pressed}
      disabled={disabled}
      onClick={act}
    >
      {letter}
    </button>
  );
  const mute = () => setOnRow(editor, index, { muted: !row.muted }, say('panels.balance.muteStep'));
  const [alone, off] = [ears.alone.includes(key), ears.silenced.includes(key)];
  return (
    <>
      {letter(say('panels.mix.soloKey'), say('panels.balance.aloneWord'), say('panels.balance.aloneKey'), alone, () => player.alone(key))}
      {all && letter(say('panels.mix.offKey'), say('panels.balance.offWord'), say('panels.balance.offKey'), off, () => player.silence(key))}
      {letter(say('panels.mix.muteKey'), say('panels.balance.muteWord'), say('panels.balance.muteTitle'), row.muted ?? false, mute, locked)}
    </>
  );
}
