import { useEffect, useRef, useState } from 'react';
import type { Paper } from '../api/types';
import { Notice } from '../ui/states';
import { barsInLine, drawSystem, musicFont, type System } from './staff';

type Beat = Paper['beats'][number];

/** A beat on the percussion staff, in lines of as many bars as have room. */
export default function StaffView({ beat }: { beat: Beat }) {
  const box = useRef<HTMLDivElement>(null);
  const [width, setWidth] = useState(0);
  const [problem, setProblem] = useState('');
  useEffect(() => {
    let here = true;
    musicFont().then(
      () => here && setWidth(box.current?.clientWidth ?? 0),
      () => here && setProblem('The music font could not be loaded; load the page again when the connection is back.'),
    );
    return () => {
      here = false;
    };
  }, []);
  const lines = width > 0 ? systems(beat, barsInLine(width)) : [];
  return (
    <div ref={box} className="paper-staff" role="img" aria-label="The beat on the percussion staff">
      {problem && <Notice>{problem}</Notice>}
      {lines.map((line, index) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: lines stand in a fixed order
        <Line key={index} system={line} width={width} first={index === 0} />
      ))}
    </div>
  );
}

function Line({ system, width, first }: { system: System; width: number; first: boolean }) {
  const box = useRef<HTMLDivElement>(null);
  useEffect(() => {
    if (box.current) drawSystem(box.current, system, width, first);
  }, [system, width, first]);
  return <div ref={box} className="paper-system" />;
}

function systems(beat: Beat, inLine: number): System[] {
  const { sections, meter, order } = beat.pattern;
  const times = (name: string) => (order ?? []).filter((one) => one.section === name).reduce((sum, one) => sum + one.times, 0);
  const told = sections.length > 1 || sections.some(({ name }) => times(name) > 1);
  const bars = sections.flatMap((section, s) =>
    (beat.staff[s] ?? []).map((bar, b) => ({
      bar,
      name: told && b === 0 ? `${section.name}${times(section.name) > 1 ? ` ×${times(section.name)}` : ''}` : '',
    })),
  );
  const numbered = bars.map((one, index) => ({ ...one, number: index + 1 }));
  return Array.from({ length: Math.ceil(numbered.length / inLine) }, (_, i) => ({
    bars: numbered.slice(i * inLine, (i + 1) * inLine),
    meter: { count: meter.count, unit: meter.unit },
  }));
}
