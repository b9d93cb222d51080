import { useRef } from 'react';
import type { Row } from '../../api/types';
import { bounded } from '../../music/pattern';
import { panWords } from '../../ui/words';
import { useSay } from '../../words/words';
import type { Editor } from '../Editor';
import { setOnRow } from './setOnRow';
import './mix.css';

const [MOST, USUAL] = [1.5, 1];
/** Pixels of a hand for one of a mound while Shift is held. */
const FINE = 5;

type Props = { editor: Editor; row: Row; index: number; locked: boolean; width: number; height: number };

/**
 * A row's level and place as one mound: its height is the level, where it stands is the pan. It is dragged both ways, with Shift finely; a
 * double press brings back what is usual. For keys and those who do not see it there are two sliders in it.
 */
export function Mound({ editor, row, index, locked, width, height }: Props) {
  const say = useSay();
  const name = editor.words.name(index);
  const level = row.level ?? USUAL;
  const pan = row.pan ?? 0;
  const grip = useRef<{ x: number; y: number; level: number; pan: number } | null>(null);
  const set = (change: Partial<Row>, what: string) => setOnRow(editor, index, change, what);
  const levelWord = say('panels.knob.level');
  const panWord = say('panels.knob.pan');
  const words = say('panels.percent', { percent: Math.round(level * 100) });
  // The ground is wide enough for a mound at either end.
  const [foot, half] = [height - 5, Math.min(24, width / 5)];
  const x = width / 2 + pan * (width / 2 - half);
  const top = foot - (level / MOST) * (foot - 6);
  const move = (event: React.PointerEvent) => {
    const from = grip.current;
    if (!from) return;
    const by = event.shiftKey ? FINE : 1;
    const dx = (event.clientX - from.x) / by / (width / 2 - half);
    const dy = ((from.y - event.clientY) / by / (foot - 6)) * MOST;
    const next = { level: stepped(bounded(from.level + dy, 0, MOST), 0.01), pan: stepped(bounded(from.pan + dx, -1, 1), 0.01) };
    if (next.level !== level || next.pan !== pan) set(next, say('panels.mix.both'));
  };
  const drop = () => {
    if (!grip.current) return;
    grip.current = null;
    editor.store.end();
  };
  const slider = (what: string, value: number, low: number, high: number, said: string, change: (value: number) => Partial<Row>) => (
    <input
      type="range"
      className="mound-slider"
      aria-label={say('panels.of', { what, name })}
      aria-valuetext={said}
      min={low}
      max={high}
      step={0.05}
      value={value}
      disabled={locked}
      onKeyDown={(event) => {
        const way = STEPS[event.key];
        if (!event.shiftKey || !way) return;
        event.preventDefault();
        set(change(stepped(bounded(value + way * 0.01, low, high), 0.01)), what);
      }}
      onChange={(event) => set(change(event.target.valueAsNumber), what)}
    />
  );
  return (
    <span className="mound" data-quiet={row.muted || level === 0}>
      <svg
        aria-hidden="true"
        width={width}
        height={height}
        onPointerDown={(event) => {
          if (locked || event.button !== 0) return;
          event.currentTarget.setPointerCapture(event.pointerId);
          grip.current = { x: event.clientX, y: event.clientY, level, pan };
          editor.store.begin();
        }}
        onPointerMove={move}
        onPointerUp={drop}
        onPointerCancel={drop}
        onDoubleClick={() => !locked && set({ level: USUAL, pan: 0 }, say('panels.mix.both'))}
      >
        <path className="mound-ground" d={`M2 ${foot}H${width - 2}M${width / 2} ${foot - 3}v6`} />
        <path className="mound-usual" d={`M4 ${foot - (USUAL / MOST) * (foot - 6)}H${width - 4}`} />
        <path
          className="mound-hill"
          d={`M${x - half} ${foot}C${x - half / 2} ${foot} ${x - half / 2} ${top} ${x} ${top}S${x + half / 2} ${foot} ${x + half} ${foot}Z`}
        />
        <circle className="mound-top" cx={x} cy={top} r="4.5" />
      </svg>
      {slider(levelWord, level, 0, MOST, words, (value) => ({ level: value }))}
      {slider(panWord, pan, -1, 1, panWords(pan), (value) => ({ pan: value }))}
    </span>
  );
}

const STEPS: Record<string, number> = { ArrowUp: 1, ArrowRight: 1, ArrowDown: -1, ArrowLeft: -1 };

const stepped = (value: number, step: number): number => Math.round(value / step) * step;
