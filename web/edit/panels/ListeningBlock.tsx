import { CLICKS } from '../../sound/metronome';
import { MASTER, type Player } from '../../sound/Player';
import { usePlayerState } from '../../sound/usePlayer';
import { NumberField } from '../../ui/NumberField';
import { useSay } from '../../words/words';
import { Block, Small } from './parts';

const PARTS = [1, 2, 3, 4] as const;

/** How the one who listens hears it, here and from now on. Nothing of it belongs to the beat. */
export function ListeningBlock({ player }: { player: Player }) {
  const say = useSay();
  const { set, countIn, ears } = usePlayerState(player);
  const { metronome } = set;
  const level = (value: number) => player.setHearing({ level: value });
  const percent = Math.round(set.level * 100);
  return (
    <section aria-labelledby="listening" className="card mt-3 p-3">
      <h2 id="listening">{say('edit.ears')}</h2>
      <p className="text-sm text-faint">{say('edit.ears.about')}</p>
      <Block title={say('edit.ears.all', { percent })}>
        <input
          type="range"
          className="slider w-40"
          aria-label={say('edit.ears.level')}
          aria-valuetext={say('edit.percent', { percent })}
          min={MASTER.low}
          max={MASTER.high}
          step={0.05}
          value={set.level}
          onChange={(event) => level(event.target.valueAsNumber)}
        />
        <NumberField
          label={say('edit.ears.typed')}
          value={percent}
          low={MASTER.low * 100}
          high={MASTER.high * 100}
          take={(value) => level(value / 100)}
        />
        <Small disabled={ears.silenced.length + ears.alone.length === 0} onClick={() => player.hearAll()}>
          {say('edit.ears.hearAll')}
        </Small>
      </Block>
      <Block title={say('edit.ears.click')}>
        <span className="joined">
          {CLICKS.map((sound) => (
            <Small
              key={sound}
              pressed={metronome.sound === sound}
              onClick={() => player.setHearing({ metronome: { ...metronome, sound } })}
            >
              {say(`edit.click.${sound}`)}
            </Small>
          ))}
        </span>
        <Small
          pressed={metronome.groups}
          onClick={() => player.setHearing({ metronome: { ...metronome, groups: !metronome.groups } })}
          title={say('edit.ears.groupsTitle')}
        >
          {say('edit.ears.groups')}
        </Small>
      </Block>
      <Block title={say('edit.ears.parts')}>
        <span className="joined">
          {PARTS.map((parts) => (
            <Small
              key={parts}
              pressed={metronome.parts === parts}
              onClick={() => player.setHearing({ metronome: { ...metronome, parts } })}
              label={say('edit.ears.partsOf', { count: parts })}
            >
              {parts}
            </Small>
          ))}
        </span>
      </Block>
      <Block title={say('edit.ears.countIn')}>
        <span className="joined">
          {([0, 1, 2] as const).map((bars) => (
            <Small
              key={bars}
              pressed={countIn === bars}
              onClick={() => player.setCountIn(bars)}
              label={bars === 0 ? say('edit.ears.noCountIn') : say('edit.countIn', { count: bars })}
            >
              {bars === 0 ? say('edit.none') : bars}
            </Small>
          ))}
        </span>
      </Block>
    </section>
  );
}
