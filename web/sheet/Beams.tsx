import type { Hit } from '../api/types';
import { velocityOf } from '../music/pattern';
import { type Geometry, noteX, type SheetLine } from './geometry';
import { stemHeight } from './scale';
import { beamsOf, type Written } from './values';

/** Pixels: between two beams, of a stub, and from a head's middle to its stem. */
const APART = 5;
const STUB = 7;
const STEM = 5;

type Props = { hits: ReadonlyMap<number, Hit>; written: ReadonlyMap<number, Written>; line: SheetLine; g: Geometry };

/** Beams and flags of one row, from stem to stem: their slope shows which hit is louder. */
export function Beams({ hits, written, line, g }: Props) {
  const { beams, flagged, triplets } = beamsOf(written);
  const y = g.scale.row - g.scale.rise;
  const tip = (at: number): [number, number] => {
    const hit = hits.get(at);
    return [noteX(at + (hit?.push ?? 0), line, g) + STEM * g.scale.size, y - stemHeight(hit ? velocityOf(hit) : 90, g.scale)];
  };
  const drawn = beams.map((beam) => {
    const down = (beam.level - 1) * APART + 1;
    if ('at' in beam) {
      const [x, top] = tip(beam.at);
      return `M${x} ${top + down}h${beam.stub * STUB}`;
    }
    const [[fromX, from], [toX, to]] = [tip(beam.from), tip(beam.to)];
    return `M${fromX - 0.5} ${from + down}L${toX + 0.5} ${to + down}`;
  });
  const flags = flagged.flatMap((at) => {
    const [x, top] = tip(at);
    return Array.from({ length: written.get(at)?.flags ?? 0 }, (_, i) => `M${x} ${top + i * APART}q0.5 3.5 4 5t1.5 5`);
  });
  return (
    <>
      {drawn.length > 0 && <path className="beam" d={drawn.join('')} />}
      {flags.length > 0 && <path className="flag" d={flags.join('')} />}
      {triplets.map(([from, to]) => {
        const [[fromX, top], [toX, other]] = [tip(from), tip(to)];
        return (
          <text key={from} className="triplet-sign" x={(fromX + toX) / 2} y={Math.min(top, other) - 3}>
            3
          </text>
        );
      })}
    </>
  );
}
