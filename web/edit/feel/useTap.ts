import { useRef } from 'react';
import { useKeys } from '../../ui/useKeys';

const TAPS = 6;
const LONGEST = 3000;

/** Calls with the tempo of the last taps, by press and by T, whatever is open; by neither where the tempo is not free. */
export function useTap(free: boolean, heard: (bpm: number) => void): () => void {
  const taps = useRef<number[]>([]);
  const latest = useRef(heard);
  latest.current = heard;
  const tap = useRef(() => {
    const now = performance.now();
    const known = taps.current;
    if (now - (known.at(-1) ?? 0) > LONGEST) known.length = 0;
    known.push(now);
    if (known.length > TAPS) known.shift();
    if (known.length > 1) latest.current((60_000 * (known.length - 1)) / (now - (known[0] ?? now)));
  });
  useKeys(free ? { t: () => tap.current() } : {}, { onSheet: true });
  return tap.current;
}
