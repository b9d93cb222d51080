import type { Pattern } from '../api/types';

/** Changes of a target's settings. What no longer fits goes; undo brings it back. */

const barTicks = (meter: Pattern['meter']) => (meter.count * 3840) / meter.unit;

function cut(pattern: Pattern): Pattern {
  const sections = pattern.sections.map((section) => {
    const end = section.bars * barTicks(pattern.meter);
    return { ...section, rows: section.rows.map((row) => ({ ...row, hits: row.hits.filter((hit) => hit.at < end) })) };
  });
  return { ...pattern, sections };
}

/** Hits stay in their bar and at their place in it; those that the new bar has no room for go. */
export function withMeter(meter: Pattern['meter']) {
  return (pattern: Pattern): Pattern => {
    const [before, after] = [barTicks(pattern.meter), barTicks(meter)];
    const beat = meter.unit === 8 && meter.count % 3 === 0 ? '4.' : '4';
    const sections = pattern.sections.map((section) => ({
      ...section,
      rows: section.rows.map((row) => ({
        ...row,
        hits: row.hits
          .filter((hit) => hit.at % before < after)
          .map((hit) => ({ ...hit, at: Math.floor(hit.at / before) * after + (hit.at % before) })),
      })),
    }));
    return { ...pattern, meter, tempo: { ...pattern.tempo, beat }, sections };
  };
}

export function withBars(bars: number) {
  return (pattern: Pattern): Pattern => cut({ ...pattern, sections: pattern.sections.map((section) => ({ ...section, bars })) });
}

export function withSwing(pattern: Pattern, { percent, unit }: { percent: number; unit: number }): Pattern {
  return { ...pattern, swing: { percent, unit } };
}

export function withRow(instrument: string) {
  return (pattern: Pattern): Pattern => ({
    ...pattern,
    sections: pattern.sections.map((section) => ({ ...section, rows: [...section.rows, { instrument, hits: [] }] })),
  });
}

export function withoutRow(instrument: string) {
  return (pattern: Pattern): Pattern => ({
    ...pattern,
    sections: pattern.sections.map((section) => ({ ...section, rows: section.rows.filter((row) => row.instrument !== instrument) })),
  });
}
