import type { Statement } from '../api/types';

type Props = {
  statements: Statement[];
  chosen: number | null;
  choose: (index: number | null) => void;
  take?: (statement: Statement) => void;
};

/** The differences in words. Pressing one shows and plays its place. */
export function Statements({ statements, chosen, choose, take }: Props) {
  if (statements.length === 0) return <p>Everything is as asked.</p>;
  return (
    <ol className="flex flex-col gap-1.5">
      {statements.map((statement, index) => (
        <li key={`${statement.kind} ${statement.text}`} className="flex items-start gap-2">
          <button
            type="button"
            className="button button-small flex-1 justify-start py-1 text-left leading-snug"
            aria-pressed={chosen === index}
            onClick={() => choose(chosen === index ? null : index)}
          >
            {statement.text}
          </button>
          {take && (
            <button
              type="button"
              className="button button-small"
              onClick={() => take(statement)}
              aria-label={`Take into the text: ${statement.text}`}
            >
              Take
            </button>
          )}
        </li>
      ))}
    </ol>
  );
}
