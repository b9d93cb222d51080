import type { Pattern, Played } from '../api/types';
import { tickSeconds } from '../music/schedule';
import { useSay } from '../words/words';
import './play.css';

/** Milliseconds from the line of the place to the edge of its strip. */
export const REACH = 60;

type LayProps = { played: Played; pattern: Pattern; name: (row: number, section: number) => string };

/** How a beat was played, row by row, in words and as dots around the line of their places. */
export default function Lay({ played, pattern, name }: LayProps) {
  const say = useSay();
  const millisecond = tickSeconds(pattern) * 1000;
  return (
    <div className="text-sm">
      <ul className="lay">
        {played.rows.map(({ section, row, median: middle, spread, drift, softest, loudest }) => (
          <li key={`${section} ${row}`}>
            <span className="truncate first-letter:uppercase">{name(row, section)}</span>
            <svg aria-hidden="true" viewBox={`${-REACH} -8 ${2 * REACH} 16`} className="lay-dots">
              <path d="M0 -8V8" className="lay-line" />
              {pattern.sections[section]?.rows[row]?.hits.map((hit) => (
                <circle
                  key={hit.at}
                  cx={Math.max(-REACH + 2, Math.min(REACH - 2, (hit.push ?? 0) * millisecond))}
                  cy={((hit.at * 7) % 9) - 4}
                  r="2"
                />
              ))}
            </svg>
            <span>
              {Math.abs(middle) < 1
                ? say('play.lay.on', { spread: Math.round(spread) })
                : say(middle > 0 ? 'play.lay.late' : 'play.lay.early', {
                    ms: Math.round(Math.abs(middle)),
                    spread: Math.round(spread),
                  })}{' '}
              {say('play.lay.loud', { softest, loudest })}
              {drift !== null && Math.abs(drift) >= 1 && (
                <> {say(drift > 0 ? 'play.lay.slower' : 'play.lay.faster', { ms: Math.round(Math.abs(drift) * 10) / 10 })}</>
              )}
            </span>
          </li>
        ))}
      </ul>
      {played.swing && (
        <p>{say('play.lay.swing', { percent: Math.round(played.swing.percent), spread: Math.round(played.swing.spread) })}</p>
      )}
    </div>
  );
}
