import type { Statement } from '../api/types';
import { lower } from '../ui/words';
import { locale, say, useSay } from '../words/words';

type Props = {
  statements: Statement[];
  /** Names of the rows that are right. */
  right?: string[];
  chosen: number | null;
  choose: (index: number | null) => void;
  take?: (statement: Statement) => void;
  /** The beats that the chosen place can be heard in, "Target" and "Your beat"; one press plays it. */
  voices?: { label: string; hear: () => void }[];
};

/** More than this is no list that anybody reads. */
const MOST = 8;

/** What is right, then the differences in words, the one that would win back the most first. Pressing one shows and plays its place. */
export function Statements({ statements, right = [], ...rest }: Props) {
  const say = useSay();
  if (statements.length === 0) return <p>{say('beat.said.correct')}</p>;
  const more = statements.slice(MOST);
  return (
    <>
      {right.length > 0 && (
        <p className="mb-1.5">{say('beat.said.right', { names: new Intl.ListFormat(locale()).format(right.map(lower)) })}</p>
      )}
      <List statements={statements.slice(0, MOST)} from={0} {...rest} />
      {more.length > 0 && (
        <details className="mt-1.5">
          <summary>{moreWords(more)}</summary>
          <List statements={more} from={MOST} {...rest} />
        </details>
      )}
    </>
  );
}

function List({ statements, from, chosen, choose, take, voices = [] }: Omit<Props, 'right'> & { from: number }) {
  const say = useSay();
  return (
    <ol className="flex flex-col gap-1.5" start={from + 1}>
      {statements.map((statement, i) => (
        <li key={`${statement.kind} ${statement.text}`} className="flex flex-wrap items-start gap-x-2">
          {from + i === 0 && statements.length > 1 && <span className="w-full text-xs text-faint">{say('beat.said.first')}</span>}
          <button
            type="button"
            className="button button-small flex-1 justify-start py-1 text-start leading-snug"
            aria-pressed={chosen === from + i}
            onClick={() => choose(chosen === from + i ? null : from + i)}
          >
            <span className="flex-1">{statement.text}</span>
            {statement.gain !== null && statement.gain >= LEAST && (
              <span dir="ltr" className="shrink-0 font-head" title={say('beat.said.gain')}>
                +{Math.round(10 * statement.gain) / 10}
              </span>
            )}
          </button>
          {take && (
            <button
              type="button"
              className="button button-small"
              onClick={() => take(statement)}
              aria-label={say('beat.said.add.label', { text: statement.text })}
            >
              {say('beat.said.add')}
            </button>
          )}
          {statement.hint && (from + i === 0 || chosen === from + i) && <p className="w-full ps-2 text-sm text-faint">{statement.hint}</p>}
          {chosen === from + i && voices.length > 0 && (
            <fieldset className="joined mt-1 w-full" aria-label={say('beat.said.hear')}>
              {voices.map(({ label, hear }) => (
                <button key={label} type="button" className="button button-small" onClick={hear}>
                  ▸ {label}
                </button>
              ))}
            </fieldset>
          )}
        </li>
      ))}
    </ol>
  );
}

/** A gain that is still something when it is rounded. */
const LEAST = 0.05;

/** "3 more, in bar 3", "in bars 1, 2 and 5", or "of the whole beat". */
export function moreWords(statements: Statement[]): string {
  const count = statements.length;
  const bars = [...new Set(statements.flatMap((one) => one.bars))].sort((a, b) => a - b);
  if (bars.length === 0) return say('mark.more.all', { count });
  if (bars.length === 1) return say('mark.more.bar', { count, bar: bars[0] ?? 1 });
  return say('mark.more.bars', { count, bars: bars.slice(0, -1).join(', '), last: bars.at(-1) ?? 1 });
}
