import type { Catalogue, Pattern } from '../api/types';
import { plural } from '../ui/words';
import { barLines, columnTicks, type MarkStyle } from './marks';

type Word = { at: number; word: string; weight: number };
type Props = { pattern: Pattern; words: Word[]; catalogue: Catalogue; marks: MarkStyle; blank: boolean };

/** A pattern as tables of steps, a bar a table: numbers or counting words over it, strong beats bold, rows with their names. */
export function StepTables({ pattern, words, catalogue, marks, blank }: Props) {
  const barTicks = (pattern.meter.count * 3840) / pattern.meter.unit;
  const times = (name: string) => (pattern.order ?? []).filter((one) => one.section === name).reduce((sum, one) => sum + one.times, 0);
  return (
    <>
      {pattern.sections.map((section) => (
        <section key={section.name} className="paper-section">
          {(pattern.sections.length > 1 || times(section.name) > 1) && (
            <h3>
              {section.name}
              {times(section.name) > 1 && `, ${plural(times(section.name), 'time')}`}
            </h3>
          )}
          {Array.from({ length: section.bars }, (_, bar) => (
            // biome-ignore lint/suspicious/noArrayIndexKey: a bar is known by its place
            <table key={bar} className="paper-bar">
              <caption>{section.bars > 1 ? `Bar ${bar + 1}` : <span className="sr-only">The bar</span>}</caption>
              <thead>
                <tr>
                  <td />
                  {columns(columnTicks(section), barTicks).map((tick) => {
                    const word = words.find((one) => one.at === bar * barTicks + tick);
                    return (
                      <th key={tick} scope="col" data-weight={word?.weight ?? 0}>
                        {word?.word ?? ''}
                      </th>
                    );
                  })}
                </tr>
              </thead>
              <tbody>
                {barLines(section, bar, barTicks, catalogue, marks, blank).map(({ label, cells }, row) => (
                  // biome-ignore lint/suspicious/noArrayIndexKey: two rows may have one instrument
                  <tr key={row}>
                    <th scope="row">{label}</th>
                    {cells.map((cell, column) => (
                      // biome-ignore lint/suspicious/noArrayIndexKey: a cell is its column
                      <td key={column} data-beat={(column * columnTicks(section)) % (3840 / pattern.meter.unit) === 0}>
                        {cell}
                      </td>
                    ))}
                  </tr>
                ))}
              </tbody>
            </table>
          ))}
        </section>
      ))}
    </>
  );
}

const columns = (step: number, barTicks: number): number[] =>
  Array.from({ length: Math.max(1, Math.round(barTicks / step)) }, (_, i) => i * step);
