import { CLICKS } from '../../sound/metronome';
import { MASTER, type Player } from '../../sound/Player';
import { usePlayerState } from '../../sound/usePlayer';
import { NumberField } from '../../ui/NumberField';
import { plural } from '../../ui/words';
import { Block, Small } from './parts';

const PARTS = [1, 2, 3, 4] as const;

/** How the one who listens hears it, here and from now on. Nothing of it belongs to the beat. */
export function ListeningBlock({ player }: { player: Player }) {
  const { set, countIn, ears } = usePlayerState(player);
  const { metronome } = set;
  const level = (value: number) => player.setHearing({ level: value });
  const percent = Math.round(set.level * 100);
  return (
    <section aria-labelledby="listening" className="card mt-3 p-3">
      <h2 id="listening">Only for your ears</h2>
      <p className="text-sm text-faint">It stays as it is for every beat that you hear, and is no part of yours.</p>
      <Block title={`All of it: ${percent} percent`}>
        <input
          type="range"
          className="slider w-40"
          aria-label="Level of all of it"
          aria-valuetext={`${percent} percent`}
          min={MASTER.low}
          max={MASTER.high}
          step={0.05}
          value={set.level}
          onChange={(event) => level(event.target.valueAsNumber)}
        />
        <NumberField
          label="Level of all of it in percent"
          value={percent}
          low={MASTER.low * 100}
          high={MASTER.high * 100}
          take={(value) => level(value / 100)}
        />
        <Small disabled={ears.silenced.length + ears.alone.length === 0} onClick={() => player.hearAll()}>
          hear every row
        </Small>
      </Block>
      <Block title="The metronome's sound">
        <span className="joined">
          {CLICKS.map((sound) => (
            <Small
              key={sound}
              pressed={metronome.sound === sound}
              onClick={() => player.setHearing({ metronome: { ...metronome, sound } })}
            >
              {sound}
            </Small>
          ))}
        </span>
        <Small
          pressed={metronome.groups}
          onClick={() => player.setHearing({ metronome: { ...metronome, groups: !metronome.groups } })}
          title="As 2 + 2 + 3 in 7/8"
        >
          accent the groups
        </Small>
      </Block>
      <Block title="Clicks in a beat">
        <span className="joined">
          {PARTS.map((parts) => (
            <Small
              key={parts}
              pressed={metronome.parts === parts}
              onClick={() => player.setHearing({ metronome: { ...metronome, parts } })}
              label={`${parts} in a beat`}
            >
              {parts}
            </Small>
          ))}
        </span>
      </Block>
      <Block title="Bars that are counted in">
        <span className="joined">
          {([0, 1, 2] as const).map((bars) => (
            <Small
              key={bars}
              pressed={countIn === bars}
              onClick={() => player.setCountIn(bars)}
              label={bars === 0 ? 'none: no count-in' : `Count in ${plural(bars, 'bar')}`}
            >
              {bars === 0 ? 'none' : bars}
            </Small>
          ))}
        </span>
      </Block>
    </section>
  );
}
