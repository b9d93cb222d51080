import { say } from '../words/words';

const NAMED = ['2', '4', '4.', '8'] as const;
const nameOf = (value: string): string => {
  const named = NAMED.find((one) => one === value);
  return named ? say(`frame.note.${named}`) : value;
};

/** A note value as in music: "2", "4", "8", a dot adds half. */
export function NoteValue({ value }: { value: string }) {
  const open = value.startsWith('2');
  return (
    <svg role="img" aria-label={nameOf(value)} viewBox="0 0 13 18" className="note-value">
      <ellipse
        cx="4.2"
        cy="14.6"
        rx="3.4"
        ry="2.5"
        transform="rotate(-20 4.2 14.6)"
        fill={open ? 'none' : 'currentColor'}
        strokeWidth="1.3"
      />
      <path d={`M7.3 13.6V1${value.startsWith('8') ? 'c.6 3 4 3.6 3 7.4' : ''}`} fill="none" strokeWidth="1.3" />
      {value.endsWith('.') && <circle cx="10.8" cy="14.6" r="1.2" fill="currentColor" stroke="none" />}
    </svg>
  );
}

type Tempo = { bpm: number; beat?: string };

/** A tempo as over music: ♩ = 96. */
export function TempoSign({ tempo }: { tempo: Tempo }) {
  return (
    <span dir="ltr" className="whitespace-nowrap">
      <NoteValue value={tempo.beat ?? '4'} /> = {tempo.bpm}
    </span>
  );
}

/** The same for those who listen. */
export function tempoWords({ bpm, beat = '4' }: Tempo): string {
  return `${nameOf(beat)} = ${bpm}`;
}
