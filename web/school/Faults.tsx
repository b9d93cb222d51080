import { useSay } from '../words/words';

/** What cannot be taken, each with its line; nothing of the list comes in before that is mended. */
export function Faults({ faults, count }: { faults: { line: number; text: string }[]; count: number }) {
  const say = useSay();
  if (count === 0) return null;
  return (
    <div role="alert" className="mt-2 rounded border-2 border-ink p-2">
      <p className="font-bold">{say('school.faults', { count })}</p>
      <ul className="mt-1 max-h-48 overflow-y-auto">
        {faults.map(({ line, text }) => (
          <li key={`${line} ${text}`}>
            {line > 0 && <b>{say('school.faults.line', { number: line })} </b>}
            {text}
          </li>
        ))}
        {count > faults.length && <li>{say('school.more', { count: count - faults.length })}</li>}
      </ul>
    </div>
  );
}
