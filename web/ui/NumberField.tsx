import { useEffect, useState } from 'react';
import { useSay } from '../words/words';

type Props = {
  label: string;
  /** null where there is nothing whose number it would be. */
  value: number | null;
  low: number;
  high: number;
  take: (value: number) => void;
  /** Told what was typed and cannot be held. */
  refuse?: (value: number) => void;
  /** Of an arrow key, where these step. */
  step?: number;
  className?: string;
  disabled?: boolean;
};

/**
 * A number that is taken when it is left, or by Enter, if it lies in the range; else it goes back to what it was. Emptied, it stays
 * empty, with the present number in grey, until another one is typed.
 */
export function NumberField({
  label,
  value,
  low,
  high,
  take,
  refuse,
  step,
  className = 'field field-small w-14',
  disabled = false,
}: Props) {
  const say = useSay();
  const [typed, setTyped] = useState<string | null>(null);
  // biome-ignore lint/correctness/useExhaustiveDependencies: a value that comes from elsewhere is shown
  useEffect(() => setTyped(null), [value]);
  const done = () => {
    if (typed === null || typed.trim() === '') return;
    const number = Number(typed.replace(',', '.'));
    setTyped(null);
    if (!Number.isFinite(number)) return;
    if (number >= low && number <= high) take(number);
    else refuse?.(number);
  };
  return (
    <input
      aria-label={label}
      title={say('form.range', { low, high })}
      className={className}
      inputMode="decimal"
      disabled={disabled}
      value={typed ?? String(value ?? '')}
      placeholder={String(value ?? '')}
      onChange={(event) => setTyped(event.target.value)}
      onKeyDown={(event) => {
        if (event.key === 'Enter') done();
        if (event.key === 'Escape') setTyped(null);
        if (step && (event.key === 'ArrowUp' || event.key === 'ArrowDown')) {
          event.preventDefault();
          setTyped(null);
          if (value !== null) take(value + (event.key === 'ArrowUp' ? step : -step));
        }
      }}
      onBlur={done}
    />
  );
}
