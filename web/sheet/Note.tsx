import { memo } from 'react';
import type { Hit, Instrument } from '../api/types';
import { velocityOf } from '../music/pattern';
import { type Scale, stemHeight } from './scale';

export type Ink = 'plain' | 'matched' | 'missing' | 'extra' | 'target' | 'student' | 'echo';

/** How a head is written where hits have note values. */
export type HeadValue = 'full' | 'full.' | 'hollow' | 'hollow.';
type Props = {
  x: number;
  y: number;
  head: Instrument['notehead'];
  hit: Hit;
  scale: Scale;
  ink?: Ink;
  value?: HeadValue | undefined;
  /** Milliseconds after which it is written, where several are written at once. */
  delay?: number | undefined;
};

/**
 * A hit as percussion notation writes it: a notehead on a stem whose height is how hard it is. (x, y) is the middle of the head.
 * Few elements, and a transform only where it is larger than usual: a full sheet has a thousand of these.
 */
export const Note = memo(function Note({ x: atX, y: atY, head, hit, scale, ink = 'plain', value = 'full', delay }: Props) {
  const { size } = scale;
  const [x, y] = size === 1 ? [atX, atY] : [0, 0];
  const velocity = velocityOf(hit);
  const top = y - stemHeight(velocity, scale) / size;
  const roll = hit.roll ?? 1;
  const marks =
    (velocity >= 105 ? accent(x, top) : '') + (velocity < 40 ? brackets(x, y) : '') + (roll > 1 ? slashes(x, y, top, roll) : '');
  return (
    <g
      className={`note note-${ink}${value.startsWith('hollow') ? ' note-hollow' : ''}`}
      opacity={hit.silent ? 0.35 : undefined}
      transform={size === 1 ? undefined : `translate(${atX} ${atY}) scale(${size})`}
      style={delay ? { transitionDelay: `${delay}ms` } : undefined}
    >
      <path
        d={`M${x + 5} ${y - (head === 'oval' ? 1.5 : 4)}V${top}`}
        className="note-stem"
        strokeDasharray={(hit.odds ?? 100) < 100 ? '2 3' : undefined}
      />
      {head === 'cross' && (ink === 'missing' || ink === 'extra') && <circle cx={x} cy={y} r={5.8} className="note-ring" />}
      <Head shape={head} x={x} y={y} />
      {value.endsWith('.') && <circle cx={x + 9.5} cy={y - 2} r={1.5} className="note-dot" />}
      {marks !== '' && <path d={marks} className="note-mark" />}
      {hit.ornament && <path d={graces(x, y, hit.ornament === 'drag' ? 2 : 1)} className="note-grace" />}
      {hit.hand && (
        <text x={x} y={y + 15} className="note-hand">
          {hit.hand}
        </text>
      )}
      {roll > 4 && (
        <text x={x + 10.5} y={y - 5} className="note-count">
          {roll}
        </text>
      )}
    </g>
  );
});

const accent = (x: number, top: number) => `M${x - 0.5} ${top - 8}l10.5 3.5l-10.5 3.5`;
/** Small noteheads on stems before the hit, the nearest last; a stroke through the first says that they take no time. */
function graces(x: number, y: number, count: number): string {
  const heads = Array.from({ length: count }, (_, i) => x - 10 - 6 * i);
  const drawn = heads.map((at) => `M${at - 2.4} ${y + 0.8}a2.6 1.9 -18 1 0 4.8 -1.6a2.6 1.9 -18 1 0 -4.8 1.6ZM${at + 2.3} ${y}V${y - 11}`);
  return `${drawn.join('')}M${(heads.at(-1) ?? x) - 1.5} ${y - 5}l6.5 -4.5`;
}

const brackets = (x: number, y: number) => `M${x - 7.5} ${y - 6}q-4 6 0 12M${x + 8.5} ${y - 6}q4 6 0 12`;

/** Up to three slashes through the stem; from five strokes on their number stands beside it. */
function slashes(x: number, y: number, top: number, roll: number): string {
  const from = Math.max(top, y - 19) + 6;
  return Array.from({ length: Math.min(3, roll - 1) }, (_, i) => `M${x + 1.5} ${from + i * 3.6}l7 -3`).join('');
}

/** The notehead alone. */
export function Head({ shape, x, y }: { shape: Instrument['notehead']; x: number; y: number }) {
  switch (shape) {
    case 'oval':
      // An ellipse that leans like a written one.
      return <path d={`M${x - 5.52} ${y + 1.79}a5.8 4.3 -18 1 0 11.04 -3.58a5.8 4.3 -18 1 0 -11.04 3.58Z`} className="note-head" />;
    case 'diamond':
      return <path d={`M${x} ${y - 5.6}l5.6 5.6l-5.6 5.6l-5.6 -5.6Z`} className="note-head" />;
    case 'triangle':
      return <path d={`M${x} ${y - 5.4}l5.6 9.8h-11.2Z`} className="note-head" />;
    case 'ringed-cross':
      return (
        <>
          <circle cx={x} cy={y} r={5.8} className="note-ring" />
          <path d={cross(x, y)} className="note-cross" />
        </>
      );
    default:
      return <path d={cross(x, y)} className="note-cross" />;
  }
}

const cross = (x: number, y: number) => `M${x - 4.2} ${y - 4.2}l8.4 8.4M${x - 4.2} ${y + 4.2}l8.4 -8.4`;
