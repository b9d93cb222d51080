import { useSay } from '../words/words';
/** A level from 1 to 3, as dots. */
export function Level({ level }: { level: number }) {
  const say = useSay();
  return (
    <span className="ms-2 whitespace-nowrap" title={say('shelf.level', { level })}>
      <span aria-hidden="true">
        {'●'.repeat(level)}
        {'○'.repeat(3 - level)}
      </span>
      <span className="sr-only">, {say('shelf.level', { level })}</span>
    </span>
  );
}
