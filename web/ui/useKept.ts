import { useState } from 'react';
import { keep, kept } from './storage';

/** A state that outlives leaving and reloading the page, on this computer, for this account, until it is set back to what it began as. */
export function useKept<T>(name: string, first: T): [T, (value: T) => void] {
  const [value, setValue] = useState<T>(() => kept<T>('writing', name) ?? first);
  const set = (next: T) => {
    keep('writing', name, next === first ? null : next);
    setValue(next);
  };
  return [value, set];
}
