import type { Catalogue, Row } from '../../api/types';
import { velocityOf } from '../../music/pattern';
import { useSay } from '../../words/words';

const HEIGHT = 26;
/** Pixels that a hit takes. */
const WIDE = 5;
/** Hits that are drawn at most; more than these are too thin to be seen. */
const MOST = 32;

/**
 * How hard the first hits of a row are (outlined) and what is heard of them (filled): the row's level times each hit's own. One glance
 * tells which of the two makes a row quiet.
 */
export function LevelPicture({ row, name, exponent }: { row: Row; name: string; exponent: Catalogue['sound']['exponent'] }) {
  const say = useSay();
  const level = row.muted ? 0 : (row.level ?? 1);
  const hits = row.hits.slice(0, MOST);
  const loudest = Math.max(0, ...hits.map(velocityOf));
  const gain = (velocity: number) => (velocity / 127) ** exponent;
  const percent = (value: number) => `${Math.round(value * 100)} %`;
  const heard = percent(gain(loudest) * level);
  if (hits.length === 0) return null;
  return (
    <figure className="my-1 flex items-end justify-between gap-2">
      <svg
        role="img"
        aria-label={say('panels.level.picture', { name, gain: percent(gain(loudest)), level: percent(level), heard })}
        width={WIDE * hits.length}
        height={HEIGHT}
      >
        {hits.map((hit, i) => {
          const own = (HEIGHT - 1) * Math.min(1, gain(velocityOf(hit)));
          const both = (HEIGHT - 1) * Math.min(1, gain(velocityOf(hit)) * level);
          return (
            <g key={hit.at}>
              <path className="fill-lamp/70" d={`M${WIDE * i + 0.5} ${HEIGHT}v${-both}h${WIDE - 2}v${both}z`} />
              <path className="fill-none stroke-ink stroke-[0.8]" d={`M${WIDE * i + 0.5} ${HEIGHT}v${-own}h${WIDE - 2}v${own}`} />
            </g>
          );
        })}
      </svg>
      <figcaption className="flex-none text-xs text-faint">{say('panels.level.product', { level: percent(level), heard })}</figcaption>
    </figure>
  );
}
