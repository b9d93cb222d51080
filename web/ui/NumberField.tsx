import { useState } from 'react';

type Props = { label: string; value: number; low: number; high: number; take: (value: number) => void; wide?: boolean };

/** A number that is taken when it is left, if it lies in the range; else it goes back to what it was. */
export function NumberField({ label, value, low, high, take, wide = false }: Props) {
  const [typed, setTyped] = useState<string | null>(null);
  return (
    <input
      aria-label={label}
      title={`${low} to ${high}`}
      className={`field field-small ${wide ? 'w-20' : 'w-14'}`}
      inputMode="decimal"
      value={typed ?? String(value)}
      onChange={(event) => setTyped(event.target.value)}
      onKeyDown={(event) => {
        if (event.key === 'Enter') event.currentTarget.blur();
      }}
      onBlur={() => {
        const number = Number(typed?.replace(',', '.'));
        if (typed !== null && typed.trim() !== '' && Number.isFinite(number) && number >= low && number <= high) take(number);
        setTyped(null);
      }}
    />
  );
}
