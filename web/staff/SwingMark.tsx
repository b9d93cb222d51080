import type { Pattern } from '../api/types';
import { useSay } from '../words/words';

const TRIPLET = 66.67;
/** Percent within which a swing is that of triplets to the eye. */
const NEAR = 1.5;

/** The usual mark over a staff that is swung: an even pair is played as long and short of a triplet; other swings say their percent too. */
export function SwingMark({ swing }: { swing: Pattern['swing'] }) {
  const say = useSay();
  const { percent, unit } = swing ?? { percent: 50, unit: 16 };
  if (percent === 50) return null;
  const sixteenths = unit === 16;
  return (
    <p className="swing-mark">
      <svg aria-hidden="true" viewBox="0 0 92 34" width="92" height="34">
        <Pair x={6} beams={sixteenths ? 2 : 1} />
        <path d="M38 20h8M38 24h8" className="swing-line" />
        <Head x={58} />
        <Head x={78} />
        {sixteenths ? (
          <>
            <path d="M62 24V10H82V24" className="swing-line" />
            <path d="M62 10H82" className="swing-beam" />
            <path d="M74 14.5H82" className="swing-beam" />
          </>
        ) : (
          <>
            <path d="M62 24V10M82 24V10" className="swing-line" />
            <path d="M82 10q1 4 5 7" className="swing-line" />
          </>
        )}
        <path d="M57 7V4H67M76 4H86V7" className="swing-line" />
        <text x="71.5" y="8" textAnchor="middle" className="swing-three">
          3
        </text>
      </svg>
      {Math.abs(percent - TRIPLET) > NEAR && <span>{percent} %</span>}
      <span className="sr-only">{say(sixteenths ? 'beat.swung.16' : 'beat.swung.8')}</span>
    </p>
  );
}

function Pair({ x, beams }: { x: number; beams: number }) {
  return (
    <>
      <Head x={x} />
      <Head x={x + 18} />
      <path d={`M${x + 4} 24V10H${x + 22}V24`} className="swing-line" />
      <path d={`M${x + 4} 10H${x + 22}`} className="swing-beam" />
      {beams > 1 && <path d={`M${x + 4} 14.5H${x + 22}`} className="swing-beam" />}
    </>
  );
}

const Head = ({ x }: { x: number }) => <ellipse cx={x} cy="25" rx="4.4" ry="3.2" transform={`rotate(-18 ${x} 25)`} />;
