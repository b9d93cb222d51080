import { memo } from 'react';
import type { Hit, Instrument } from '../api/types';
import { velocityOf } from '../music/pattern';
import { type Scale, stemHeight } from './geometry';

export type Ink = 'plain' | 'matched' | 'missing' | 'extra' | 'target' | 'student' | 'echo';

type Props = { x: number; y: number; head: Instrument['notehead']; hit: Hit; scale: Scale; ink?: Ink };

/** A hit as percussion notation writes it: a notehead on a stem whose height is how hard it is. (x, y) is the middle of the head. */
export const Note = memo(function Note({ x, y, head, hit, scale, ink = 'plain' }: Props) {
  const velocity = velocityOf(hit);
  const top = -stemHeight(velocity, scale);
  const odds = hit.odds ?? 100;
  return (
    <g transform={`translate(${x} ${y})`} className={`note note-${ink}`} opacity={hit.silent ? 0.35 : undefined}>
      <line
        x1={5}
        x2={5}
        y1={head === 'oval' ? -1.5 : -4}
        y2={top}
        className="note-stem"
        strokeDasharray={odds < 100 ? '2 3' : undefined}
      />
      <Head shape={head} />
      {velocity >= 105 && <path d={`M-0.5 ${top - 8}L10 ${top - 4.5}L-0.5 ${top - 1}`} className="note-mark" />}
      {velocity < 40 && <path d="M-7.5 -6Q-11.5 0 -7.5 6M8.5 -6Q12.5 0 8.5 6" className="note-mark" />}
      {(hit.roll ?? 1) > 1 && <Roll strokes={hit.roll ?? 1} top={top} />}
    </g>
  );
});

/** Slashes through the stem; from five strokes on their number stands beside it. */
function Roll({ strokes, top }: { strokes: number; top: number }) {
  const slashes = Math.min(3, strokes - 1);
  return (
    <>
      <path
        d={Array.from(
          { length: slashes },
          (_, i) => `M1.5 ${Math.max(top, -19) + 6 + i * 3.6}L8.5 ${Math.max(top, -19) + 3 + i * 3.6}`,
        ).join('')}
        className="note-mark"
      />
      {strokes > 4 && (
        <text x={10.5} y={-5} className="note-count">
          {strokes}
        </text>
      )}
    </>
  );
}

/** The notehead alone, around (0, 0). */
export function Head({ shape }: { shape: Instrument['notehead'] }) {
  switch (shape) {
    case 'oval':
      return <ellipse rx={5.8} ry={4.3} transform="rotate(-18)" className="note-head" />;
    case 'diamond':
      return <path d="M0 -5.6L5.6 0L0 5.6L-5.6 0Z" className="note-head" />;
    case 'triangle':
      return <path d="M0 -5.4L5.6 4.4L-5.6 4.4Z" className="note-head" />;
    default:
      return (
        <>
          <circle r={5.8} className={shape === 'ringed-cross' ? 'note-ring' : 'note-disc'} />
          <path d="M-4.2 -4.2L4.2 4.2M-4.2 4.2L4.2 -4.2" className="note-cross" />
        </>
      );
  }
}
