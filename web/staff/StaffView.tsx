import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import type { Music, NotatedBar, Pattern } from '../api/types';
import { written } from '../music/schedule';
import { Notice } from '../ui/states';
import { type BarPlace, type StaffBar, staffBars, tickAt, xOf } from './bars';
import { drawSoon } from './drawSoon';
import { drawSystem, inLines, musicFont, SYSTEM_HEIGHT } from './drawSystem';
import { SwingMark } from './SwingMark';
import './staff.css';
import { everyFrame } from '../ui/frames';
import { say } from '../words/words';

type Props = {
  pattern: Pattern;
  staff: NotatedBar[][];
  /** For a staff that is heard: the line's place in played ticks, read once a frame. */
  heard?: { music: Music; position: () => number | null };
  /** A written tick of the pass that is lit, and who lights another one. */
  lit?: { at: number | null; light: (tick: number) => void };
};

/** A beat on the percussion staff, in lines of as many bars as have room. */
export default function StaffView({ pattern, staff, heard, lit }: Props) {
  const box = useRef<HTMLDivElement>(null);
  const [width, setWidth] = useState(0);
  const [problem, setProblem] = useState('');
  useEffect(() => {
    const element = box.current;
    if (!element) return;
    let observer: ResizeObserver | null = null;
    let here = true;
    musicFont().then(
      () => {
        if (!here) return;
        observer = new ResizeObserver(() => setWidth(element.clientWidth));
        observer.observe(element);
      },
      () => here && setProblem(say('beat.staff.noFont')),
    );
    return () => {
      here = false;
      observer?.disconnect();
    };
  }, []);
  const { meter } = pattern;
  const barTicks = (meter.count * 3840) / meter.unit;
  const bars = useMemo(() => staffBars(pattern, staff, barTicks), [pattern, staff, barTicks]);
  const lines = useMemo(() => (width > 0 ? inLines(bars, width, meter) : []), [bars, width, meter]);
  return (
    <div ref={box} className="staff" role="img" aria-label={say('beat.staff.label')}>
      {problem && <Notice>{problem}</Notice>}
      <SwingMark swing={pattern.swing} />
      {lines.map((line, index) => (
        <Line
          key={line[0]?.number}
          bars={line}
          meter={meter}
          barTicks={barTicks}
          width={width}
          first={index === 0}
          last={index === lines.length - 1}
          {...(heard && { heard })}
          {...(lit && { lit })}
        />
      ))}
    </div>
  );
}

type LineProps = Pick<Props, 'heard' | 'lit'> & {
  bars: StaffBar[];
  meter: Pattern['meter'];
  barTicks: number;
  width: number;
  first: boolean;
  last: boolean;
};

function Line({ bars, meter, barTicks, width, first, last, heard, lit }: LineProps) {
  const box = useRef<HTMLDivElement>(null);
  const reading = useRef<HTMLDivElement>(null);
  const [places, setPlaces] = useState<BarPlace[]>([]);
  useEffect(
    () =>
      drawSoon(() => {
        if (box.current) setPlaces(drawSystem(box.current, { bars, meter, ends: last }, width, first));
      }),
    [bars, meter, width, first, last],
  );
  const at = lit?.at ?? null;
  const x = at === null ? null : xOf(places, at, barTicks);
  useLine(reading, places, barTicks, heard);
  const light = useCallback(
    (event: React.PointerEvent) => {
      const tick = tickAt(places, event.clientX - event.currentTarget.getBoundingClientRect().left);
      if (tick !== null) lit?.light(tick);
    },
    [places, lit],
  );
  return (
    <div className="staff-system" style={{ minHeight: SYSTEM_HEIGHT }} {...(lit && { onPointerDown: light, 'data-lights': true })}>
      {x !== null && <div className="staff-lit" style={{ left: x }} />}
      <div ref={box} />
      <div ref={reading} className="staff-reading" />
    </div>
  );
}

/** Moves the reading line of a system, past React. */
function useLine(line: React.RefObject<HTMLDivElement | null>, places: BarPlace[], barTicks: number, heard: Props['heard']): void {
  useEffect(() => {
    if (!heard) return;
    const draw = () => {
      const place = heard.position();
      const x = place === null ? null : xOf(places, written(heard.music, place), barTicks);
      if (!line.current) return;
      line.current.style.opacity = x === null ? '0' : '1';
      if (x !== null) line.current.style.transform = `translateX(${x}px)`;
    };
    return everyFrame(draw);
  }, [line, places, barTicks, heard]);
}
