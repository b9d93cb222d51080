import { scaleOf } from '../sheet/geometry';
import { Note } from '../sheet/Note';

const SIGNS = [
  { ink: 'matched', text: 'correct' },
  { ink: 'missing', text: 'missing' },
  { ink: 'extra', text: 'extra' },
] as const;

/** What the shapes of the sheet mean. */
export function Legend() {
  return (
    <ul className="flex flex-wrap items-center gap-x-4 gap-y-1 pt-1 text-xs text-faint">
      {SIGNS.map(({ ink, text }) => (
        <li key={text} className="flex items-center gap-1.5">
          <svg aria-hidden="true" width="18" height="24">
            <Note x={8} y={18} head="oval" hit={{ at: 0, velocity: 40 }} scale={scaleOf(1)} ink={ink} />
          </svg>
          {text}
        </li>
      ))}
      <li>
        <span aria-hidden="true" className="text-student">
          →
        </span>{' '}
        played here, belongs where the arrow points
      </li>
    </ul>
  );
}
