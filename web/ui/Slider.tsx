import { useRef } from 'react';

/** Of a hand's way while Shift is held. */
const SLOWER = 5;
const WAYS: Record<string, number> = { ArrowUp: 1, ArrowRight: 1, ArrowDown: -1, ArrowLeft: -1 };

type Props = {
  label?: string;
  /** The value in words. */
  words?: string;
  className: string;
  low: number;
  high: number;
  /** By which it moves, and with Shift. */
  step: number;
  fine: number;
  value: number;
  /** What a double press brings back; undefined where there is none. */
  usual?: number;
  disabled?: boolean;
  list?: string;
  begin?: () => void;
  end?: () => void;
  take: (value: number) => void;
};

/** A slider that goes finely while Shift is held, by hand and by key; a double press brings back what is usual. */
export function Slider({ label, words, className, low, high, step, fine, value, usual, disabled, list, begin, end, take }: Props) {
  const slow = useRef<{ from: number; raw: number } | null>(null);
  const shift = useRef(false);
  const stepped = (to: number, by: number) => Number(Math.min(high, Math.max(low, Math.round(to / by) * by)).toFixed(4));
  return (
    <input
      type="range"
      aria-label={label}
      aria-valuetext={words}
      className={className}
      min={low}
      max={high}
      step={fine}
      list={list}
      value={value}
      disabled={disabled}
      onPointerDown={(event) => {
        shift.current = event.shiftKey;
        begin?.();
      }}
      onPointerMove={(event) => {
        shift.current = event.shiftKey;
      }}
      onPointerUp={() => {
        shift.current = false;
        slow.current = null;
        end?.();
      }}
      onDoubleClick={() => usual !== undefined && take(usual)}
      onKeyDown={(event) => {
        const way = WAYS[event.key];
        if (!way) return;
        event.preventDefault();
        const by = event.shiftKey ? fine : step;
        take(stepped(value + way * by, by === step && !onStep(value, step) ? fine : by));
      }}
      onChange={(event) => {
        const raw = event.target.valueAsNumber;
        if (!shift.current) slow.current = null;
        else slow.current ??= { from: value, raw };
        take(slow.current ? stepped(slow.current.from + (raw - slow.current.raw) / SLOWER, fine) : stepped(raw, step));
      }}
    />
  );
}

const onStep = (value: number, step: number): boolean => Math.abs(value / step - Math.round(value / step)) < 1e-6;
