import type { Catalogue, Pattern } from '../api/types';
import { instrumentsOf } from '../music/pattern';
import { rowKey } from '../sound/Ears';
import type { Player } from '../sound/Player';
import { usePlayerState } from '../sound/usePlayer';
import { useSay } from '../words/words';

/** One drum of both beats alone, or all of them: for the one who listens. */
export function HearAlone({ player, beats, catalogue }: { player: Player; beats: Pattern[]; catalogue: Catalogue }) {
  const say = useSay();
  const { ears } = usePlayerState(player);
  const names = [...new Set(beats.flatMap(instrumentsOf))];
  const chosen = names.find((name) => ears.alone.includes(rowKey(name, 0))) ?? '';
  const label = (name: string) => catalogue.instruments.find((one) => one.name === name)?.label ?? name;
  const choose = (name: string) => {
    player.hearAll();
    if (name !== '') player.alone(rowKey(name, 0));
  };
  return (
    <label className="flex items-center gap-1.5">
      {say('mark.hear')}
      <select className="field field-small w-auto" value={chosen} onChange={(event) => choose(event.target.value)}>
        <option value="">{say('mark.hear.all')}</option>
        {names.map((name) => (
          <option key={name} value={name}>
            {say('mark.hear.alone', { name: label(name) })}
          </option>
        ))}
      </select>
    </label>
  );
}
