import { useMemo } from 'react';
import type { Catalogue, Instrument, Music, Pair, Pattern, Result, Section } from '../api/types';
import { writtenOut } from '../music/form';
import { inOrder } from '../music/order';
import { velocityOf } from '../music/pattern';
import { soundings } from '../music/schedule';
import { finestOf } from '../music/time';
import { type Geometry, noteX, type SheetLine } from '../sheet/geometry';
import { Note } from '../sheet/Note';
import { PinGround, PinMarks, type Place } from '../sheet/Pins';
import { Sheet, StaffLine } from '../sheet/Sheet';
import { strikesOf } from '../sheet/useStruck';

type Props = {
  label: string;
  result: Result;
  target: Pattern;
  submission: Pattern;
  music: Music;
  catalogue: Catalogue;
  audition: (instrument: string) => void;
  position: () => number | null;
  chosen: number | null;
  pins?: Place[];
  draft?: Place | null;
  /** Takes a press on the sheet. */
  onPlace?: ((place: Place) => void) | undefined;
  /** Pixels that its rows may fill, on a wall. */
  stretch?: number | null;
  /** Which of the two sounds now, so that it is seen to. */
  sounds?: (() => 'beat' | 'target' | null) | undefined;
};

/** Target and beat in one sheet: two inks that also differ in shape. A chosen statement stands out, the rest steps back. */
export function ComparisonSheet(props: Props) {
  const {
    label,
    result,
    target,
    submission,
    music,
    catalogue,
    audition,
    position,
    chosen,
    pins = [],
    draft = null,
    onPlace,
    stretch = null,
    sounds,
  } = props;
  const asked = useMemo(() => writtenOut(target, music.barTicks).sections[0], [target, music.barTicks]);
  const played = useMemo(() => writtenOut(submission, music.barTicks).sections[0], [submission, music.barTicks]);
  const bars = Math.max(asked?.bars ?? 1, played?.bars ?? 1);
  const rows = useMemo(() => {
    const used = new Set(result.pairs.flatMap((pair) => [pair.instrument, pair.played ?? pair.instrument]));
    const offered = inOrder([...(asked?.rows ?? []), ...(played?.rows ?? [])], music.order);
    const names = [...new Set(offered.map((row) => row.instrument))].filter((name) => used.has(name));
    const inTriplets = new Set(offered.flatMap((row) => (row.snap?.endsWith('t') ? [row.instrument] : [])));
    return names.flatMap((name) => {
      const instrument = catalogue.instruments.find((one) => one.name === name);
      return instrument ? [{ key: name, instrument, triplets: inTriplets.has(name) }] : [];
    });
  }, [result, asked, played, catalogue, music.order]);
  const velocities = useMemo(
    () => ({ target: velocityIndex(target, music), submission: velocityIndex(submission, music) }),
    [target, submission, music],
  );
  const strikes = useMemo(() => {
    const of = (section: Section | undefined) =>
      rows.map(({ key }) => (section?.rows ?? []).filter((row) => row.instrument === key).flatMap(strikesOf));
    const all = { beat: of(played), target: of(asked) };
    return (
      sounds &&
      ((row: number) => {
        const now = sounds();
        return now === null ? [] : (all[now][row] ?? []);
      })
    );
  }, [rows, asked, played, sounds]);
  const rowOf = new Map(rows.map((row, index) => [row.key, index]));
  return (
    <Sheet
      label={label}
      music={music}
      bars={bars}
      rows={rows}
      finest={finestOf([...(asked?.rows ?? []), ...(played?.rows ?? [])])}
      position={position}
      stretch={stretch}
      audition={audition}
      strikes={strikes}
      content={(row, _, line, g) => (
        <>
          {onPlace && <PinGround instrument={row.key} line={line} g={g} onPlace={onPlace} />}
          <StaffLine />
        </>
      )}
      overlay={(line, g) => (
        <>
          <PinMarks pins={pins} draft={draft} rows={rows.map(({ key }) => key)} line={line} g={g} />
          {result.pairs.map((pair) => (
            <g
              key={`${pair.instrument} ${pair.target} ${pair.submission}`}
              opacity={chosen === null || pair.statement === chosen ? 1 : 0.22}
              data-status={pair.status}
            >
              <PairMark pair={pair} line={line} g={g} rowOf={rowOf} instruments={catalogue.instruments} velocities={velocities} />
            </g>
          ))}
        </>
      )}
    />
  );
}

type MarkProps = {
  pair: Pair;
  line: SheetLine;
  g: Geometry;
  rowOf: Map<string, number>;
  instruments: Instrument[];
  velocities: { target: Map<string, number>; submission: Map<string, number> };
};

function PairMark({ pair, line, g, rowOf, instruments, velocities }: MarkProps) {
  const x = (tick: number) => noteX(tick, line, g);
  const inLine = (tick: number | null): tick is number => tick !== null && tick >= line.from - 120 && tick < line.to - 120;
  const y = (name: string) => ((rowOf.get(name) ?? 0) + 1) * g.scale.row - g.scale.rise;
  const head = (name: string) => instruments.find((one) => one.name === name)?.notehead ?? 'oval';
  const played = pair.played ?? pair.instrument;
  const asked = inLine(pair.target) && (
    <Note
      x={x(pair.target)}
      y={y(pair.instrument)}
      head={head(pair.instrument)}
      hit={{ at: 0, velocity: velocities.target.get(`${pair.instrument} ${pair.target}`) ?? 90 }}
      scale={g.scale}
      ink="missing"
    />
  );
  const done = (ink: 'matched' | 'extra' | 'student') =>
    inLine(pair.submission) && (
      <Note
        x={x(pair.submission)}
        y={y(played)}
        head={head(played)}
        hit={{ at: 0, velocity: velocities.submission.get(`${played} ${pair.submission}`) ?? 90 }}
        scale={g.scale}
        ink={ink}
      />
    );
  switch (pair.status) {
    case 'match':
      return done('matched');
    case 'missing':
      return asked;
    case 'extra':
      return done('extra');
    case 'moved': {
      if (pair.target === null || pair.submission === null) return null;
      const [from, to] = [x(pair.submission), x(pair.target)];
      const towards = Math.sign(to - from);
      return (
        <>
          {asked}
          {done('student')}
          {(inLine(pair.target) || inLine(pair.submission)) && (
            <Arrow x1={from + towards * 8} y1={y(played) + 1} x2={to - towards * 8} y2={y(played) + 1} />
          )}
        </>
      );
    }
    default: {
      if (!inLine(pair.target) || !inLine(pair.submission)) return null;
      const down = Math.sign(y(pair.instrument) - y(played));
      return (
        <>
          {asked}
          {done('student')}
          <Arrow x1={x(pair.submission) - 9} y1={y(played) + down * 4} x2={x(pair.target) - 9} y2={y(pair.instrument) - down * 4} />
        </>
      );
    }
  }
}

/** From where it was played to where it belongs. */
function Arrow({ x1, y1, x2, y2 }: { x1: number; y1: number; x2: number; y2: number }) {
  const length = Math.hypot(x2 - x1, y2 - y1) || 1;
  const [ux, uy] = [(x2 - x1) / length, (y2 - y1) / length];
  const barb = (side: number) => `L${x2 - ux * 6 + side * uy * 4} ${y2 - uy * 6 - side * ux * 4}`;
  return <path className="sheet-arrow" d={`M${x1} ${y1}L${x2} ${y2}M${x2} ${y2}${barb(1)}M${x2} ${y2}${barb(-1)}`} />;
}

/** How hard each stroke is, by instrument and tick (written plus push). */
function velocityIndex(pattern: Pattern, music: Music): Map<string, number> {
  const index = new Map(soundings(pattern, music, 1).map((one) => [`${one.instrument} ${one.written}`, one.velocity]));
  for (const row of writtenOut(pattern, music.barTicks).sections[0]?.rows ?? []) {
    for (const hit of row.hits) index.set(`${row.instrument} ${hit.at + (hit.push ?? 0)}`, velocityOf(hit));
  }
  return index;
}
