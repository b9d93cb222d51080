import type { Hit, Music, Pattern, Result, Row } from '../api/types';
import { writtenOut } from '../music/form';
import { velocityOf } from '../music/pattern';

/** How loud the target is behind the differences. */
const QUIET = 0.3;
const LOUD = 112;

/**
 * A pattern in which only what is missing or too many sounds full, and the target is quiet behind it. Places off the target sound where
 * they were played.
 */
export function differencesOnly(result: Result, target: Pattern, submission: Pattern, music: Music): Pattern {
  const asked = writtenOut(target, music.barTicks);
  const played = writtenOut(submission, music.barTicks);
  const section = asked.sections[0];
  if (!section) return target;
  const missing = new Set(
    result.pairs.filter((pair) => pair.target !== null && pair.status !== 'match').map((pair) => `${pair.instrument} ${pair.target}`),
  );
  const extra = result.pairs.flatMap((pair) =>
    pair.submission !== null && pair.status !== 'match' ? [{ instrument: pair.played ?? pair.instrument, at: pair.submission }] : [],
  );
  const quiet = (row: Row, hit: Hit): Hit => {
    const full = missing.has(`${row.instrument} ${hit.at + (hit.push ?? 0)}`);
    return { ...hit, velocity: full ? LOUD : Math.max(1, Math.round(velocityOf(hit) * QUIET)) };
  };
  const rows = section.rows.map((row) => ({ ...row, muted: false, hits: row.hits.map((hit) => quiet(row, hit)) }));
  for (const { instrument, at } of extra) {
    let row = rows.find((one) => one.instrument === instrument);
    if (!row) {
      row = { instrument, muted: false, hits: [] };
      rows.push(row);
    }
    const place = Math.max(0, at);
    row.hits = [...row.hits.filter((hit) => hit.at !== place), { at: place, velocity: LOUD }].sort((a, b) => a.at - b.at);
  }
  const bars = Math.max(section.bars, played.sections[0]?.bars ?? 1);
  return { ...asked, sections: [{ ...section, bars, rows }] };
}
