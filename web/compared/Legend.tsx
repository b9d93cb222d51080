import { Note } from '../sheet/Note';
import { scaleOf } from '../sheet/scale';
import { useSay } from '../words/words';

const SIGNS = [
  { ink: 'matched', text: 'beat.legend.correct' },
  { ink: 'missing', text: 'beat.legend.missing' },
  { ink: 'extra', text: 'beat.legend.extra' },
] as const;

/** What the shapes of the sheet mean. */
export function Legend() {
  const say = useSay();
  return (
    <ul className="flex flex-wrap items-center gap-x-4 gap-y-1 pt-1 text-xs text-faint">
      {SIGNS.map(({ ink, text }) => (
        <li key={text} className="flex items-center gap-1.5">
          <svg aria-hidden="true" width="18" height="24">
            <Note x={8} y={18} head="oval" hit={{ at: 0, velocity: 40 }} scale={scaleOf(1)} ink={ink} />
          </svg>
          {say(text)}
        </li>
      ))}
      <li>
        <span aria-hidden="true" dir="ltr" className="text-student">
          →
        </span>{' '}
        {say('beat.legend.moved')}
      </li>
    </ul>
  );
}
