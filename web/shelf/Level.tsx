/** A level from 1 to 3, as dots. */
export function Level({ level }: { level: number }) {
  return (
    <span className="ms-2 whitespace-nowrap" title={`level ${level} of 3`}>
      <span aria-hidden="true">
        {'●'.repeat(level)}
        {'○'.repeat(3 - level)}
      </span>
      <span className="sr-only">, level {level} of 3</span>
    </span>
  );
}
