import type { Catalogue, Pattern, Picture } from '../api/types';
import { useSay } from '../words/words';

type Props = { data: Picture; target: Pattern; catalogue: Catalogue; open: (title: string, of: string[]) => void };

/** Misses and extras added up, by bar and by instrument. */
export function Totals({ data, catalogue, open }: Props) {
  const say = useSay();
  const { picture, music } = data;
  const bar = (tick: number) => Math.max(0, Math.floor(tick / music.barTicks));
  const bars = [...new Set([...picture.strokes, ...picture.extras].map(({ tick }) => bar(tick)))].sort((a, b) => a - b);
  const instruments = [...new Set([...picture.strokes, ...picture.extras].map(({ instrument }) => instrument))];
  const label = (name: string) => catalogue.instruments.find((one) => one.name === name)?.label ?? name;
  return (
    <section aria-labelledby="totals">
      <h2 id="totals">{say('picture.totals')}</h2>
      <table className="glance mt-2">
        <thead>
          <tr>
            <th>{say('picture.totals.where')}</th>
            <th>{say('picture.totals.missed')}</th>
            <th>{say('picture.totals.extra')}</th>
          </tr>
        </thead>
        <tbody>
          {bars.length > 1 &&
            bars.map((one) => (
              <Line
                key={one}
                name={say('picture.bar', { number: one + 1 })}
                data={data}
                match={({ tick }) => bar(tick) === one}
                open={open}
              />
            ))}
          {instruments.map((name) => (
            <Line key={name} name={label(name)} data={data} match={({ instrument }) => instrument === name} open={open} />
          ))}
        </tbody>
      </table>
    </section>
  );
}

type LineProps = { name: string; data: Picture; match: (place: { instrument: string; tick: number }) => boolean; open: Props['open'] };

function Line({ name, data, match, open }: LineProps) {
  const say = useSay();
  const missed = data.picture.strokes.filter(match).flatMap((stroke) => [...stroke.missed, ...stroke.moved]);
  const extra = data.picture.extras.filter(match).flatMap(({ by }) => by);
  const cell = (of: string[], what: string) =>
    of.length === 0 ? (
      <span className="px-2 text-faint">0</span>
    ) : (
      <button
        type="button"
        className="count-button"
        aria-label={`${name}, ${what}: ${of.length}`}
        onClick={() => open(`${name}, ${what}`, of)}
      >
        {of.length}
      </button>
    );
  return (
    <tr>
      <th scope="row" className="font-normal">
        {name}
      </th>
      <td>{cell(missed, say('picture.totals.missed'))}</td>
      <td>{cell(extra, say('picture.totals.extra'))}</td>
    </tr>
  );
}
