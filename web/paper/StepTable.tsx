import type { Catalogue, Pattern, Section } from '../api/types';
import { plural } from '../ui/words';
import { useSay } from '../words/words';
import type { Looks } from './looks';
import { barLines, columnTicks } from './marks';

type Word = { at: number; word: string; weight: number };
type Props = {
  pattern: Pattern;
  /** Whose hits are filled in; null for none. */
  shown: Pattern | null;
  words: Word[];
  catalogue: Catalogue;
  looks: Looks;
  /** The instruments from top to bottom, null as the beat has them. */
  order: readonly string[] | null;
};

/** A pattern as tables of steps, a bar a table: numbers or counting words over it, strong beats bold, rows with their names. */
export function StepTables(props: Props) {
  const { pattern } = props;
  const times = (name: string) => (pattern.order ?? []).filter((one) => one.section === name).reduce((sum, one) => sum + one.times, 0);
  return (
    <>
      {pattern.sections.map((section, index) => (
        <section key={section.name} className="paper-section">
          {(pattern.sections.length > 1 || times(section.name) > 1) && (
            <h3>
              {section.name}
              {times(section.name) > 1 && `, ${plural(times(section.name), 'time')}`}
            </h3>
          )}
          {Array.from({ length: section.bars }, (_, bar) => (
            // biome-ignore lint/suspicious/noArrayIndexKey: a bar is known by its place
            <Bar key={bar} {...props} section={section} filled={props.shown?.sections[index] ?? null} bar={bar} />
          ))}
        </section>
      ))}
    </>
  );
}

type BarProps = Props & { section: Section; filled: Section | null; bar: number };

function Bar({ pattern, section, filled, bar, words, catalogue, looks, order }: BarProps) {
  const say = useSay();
  const barTicks = (pattern.meter.count * 3840) / pattern.meter.unit;
  const step = columnTicks(section);
  return (
    <table className="paper-bar" data-tints={looks.tints}>
      <caption>
        {section.bars > 1 ? (
          say('paper.bar', { number: bar + 1 })
        ) : (
          <span className="sr-only">{say('paper.bar', { number: bar + 1 })}</span>
        )}
      </caption>
      <thead>
        <tr>
          <td />
          {columns(step, barTicks).map((tick) => {
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
        {barLines(section, filled, bar, barTicks, catalogue, { ...looks, order }).map(({ label, tint, cells }, row) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: two rows may have one instrument
          <tr key={row} data-tint={tint ?? undefined}>
            <th scope="row">{label}</th>
            {cells.map((cell, column) => (
              // biome-ignore lint/suspicious/noArrayIndexKey: a cell is its column
              <td key={column} data-beat={(column * step) % (3840 / pattern.meter.unit) === 0}>
                {cell}
              </td>
            ))}
          </tr>
        ))}
      </tbody>
    </table>
  );
}

const columns = (step: number, barTicks: number): number[] =>
  Array.from({ length: Math.max(1, Math.round(barTicks / step)) }, (_, i) => i * step);
