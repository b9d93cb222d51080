import { useSay } from '../words/words';

type Value = { value: number; of: string };
type Props = { title: string; values: Value[]; most: number; unit: string; open: (title: string, of: string[]) => void };

const BINS = 10;
const HEIGHT = 56;

/** How values spread, in ten steps up to the most; every column opens its beats. */
export function Spread({ title, values, most, unit, open }: Props) {
  const say = useSay();
  const bins = Array.from({ length: BINS }, (_, i) =>
    values.filter(({ value }) => Math.min(BINS - 1, Math.floor((value / most) * BINS)) === i),
  );
  const tallest = Math.max(1, ...bins.map((bin) => bin.length));
  const sorted = values.map(({ value }) => value).sort((a, b) => a - b);
  const middle = sorted[Math.floor((sorted.length - 1) / 2)];
  const round = (value: number) => Math.round(value * 10) / 10;
  return (
    <div>
      <h3>{title}</h3>
      {values.length === 0 ? (
        <p className="text-sm text-faint">{say('picture.spread.none')}</p>
      ) : (
        <>
          <div className="mt-1 flex items-end gap-0.5 border-b border-ink" style={{ height: HEIGHT + 24 }}>
            {bins.map((bin, i) => {
              const from = round((i * most) / BINS);
              const to = round(((i + 1) * most) / BINS);
              const name = say('picture.spread.range', { title, from: `${from}`, to: `${to}${unit}` });
              return (
                <div key={from} className="flex flex-1 flex-col justify-end text-center">
                  {bin.length > 0 && (
                    <button
                      type="button"
                      className="spread-column"
                      style={{ height: 24 + (HEIGHT * bin.length) / tallest }}
                      aria-label={`${name}: ${say('picture.beats', { count: bin.length })}`}
                      title={name}
                      onClick={() =>
                        open(
                          name,
                          bin.map(({ of }) => of),
                        )
                      }
                    >
                      {bin.length}
                    </button>
                  )}
                </div>
              );
            })}
          </div>
          <p className="flex justify-between text-sm text-faint">
            <span>0</span>
            <span>{say('picture.spread.middle', { value: `${round(middle ?? 0)}${unit}` })}</span>
            <span>
              {most}
              {unit}
            </span>
          </p>
        </>
      )}
    </div>
  );
}
