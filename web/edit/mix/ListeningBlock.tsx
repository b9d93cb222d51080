import { CLICKS } from '../../sound/metronome';
import { MASTER, type Player } from '../../sound/Player';
import { usePlayerState } from '../../sound/usePlayer';
import { NumberField } from '../../ui/NumberField';
import { Slider } from '../../ui/Slider';
import { useSay } from '../../words/words';
import { Block, Small } from '../panels/parts';

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
      <h2 id="listening">{say('panels.ears')}</h2>
      <p className="text-sm text-faint">{say('panels.ears.about')}</p>
      <Block title={say('panels.ears.all', { percent })}>
        <Slider
          className="slider w-40"
          label={say('panels.ears.level')}
          words={say('panels.percent', { percent })}
          low={MASTER.low}
          high={MASTER.high}
          step={0.05}
          fine={0.01}
          usual={1}
          value={set.level}
          take={level}
        />
        <NumberField
          label={say('panels.ears.typed')}
          value={percent}
          low={MASTER.low * 100}
          high={MASTER.high * 100}
          take={(value) => level(value / 100)}
        />
        <Small disabled={ears.silenced.length + ears.alone.length === 0} onClick={() => player.hearAll()}>
          {say('panels.ears.hearAll')}
        </Small>
      </Block>
      <Block title={say('panels.ears.click')}>
        <span className="joined">
          {CLICKS.map((sound) => (
            <Small
              key={sound}
              pressed={metronome.sound === sound}
              onClick={() => player.setHearing({ metronome: { ...metronome, sound } })}
            >
              {say(`panels.click.${sound}`)}
            </Small>
          ))}
        </span>
        <Small
          pressed={metronome.groups}
          onClick={() => player.setHearing({ metronome: { ...metronome, groups: !metronome.groups } })}
          title={say('panels.ears.groupsTitle')}
        >
          {say('panels.ears.groups')}
        </Small>
      </Block>
      <Block title={say('panels.ears.parts')}>
        <span className="joined">
          {PARTS.map((parts) => (
            <Small
              key={parts}
              pressed={metronome.parts === parts}
              onClick={() => player.setHearing({ metronome: { ...metronome, parts } })}
              label={say('panels.ears.partsOf', { count: parts })}
            >
              {parts}
            </Small>
          ))}
        </span>
      </Block>
      <Block title={say('panels.ears.countIn')}>
        <span className="joined">
          {([0, 1, 2] as const).map((bars) => (
            <Small
              key={bars}
              pressed={countIn === bars}
              onClick={() => player.setCountIn(bars)}
              label={bars === 0 ? say('panels.ears.noCountIn') : say('panels.countIn', { count: bars })}
            >
              {bars === 0 ? say('panels.none') : bars}
            </Small>
          ))}
        </span>
        <Small onClick={() => player.countAgain()} title={say('edit.key', { key: 'C' })}>
          {say('panels.ears.again')}
        </Small>
      </Block>
    </section>
  );
}
