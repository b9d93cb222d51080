import { useSay } from '../words/words';
/** A box that is ticked or not; told apart by shape, and in words to those who listen. */
export function Tick({ met }: { met: boolean }) {
  const say = useSay();
  return (
    <svg role="img" aria-label={met ? say('frame.tick.met') : say('frame.tick.not')} viewBox="0 0 16 16" className="mt-0.5 size-4 shrink-0">
      <rect x="1.5" y="1.5" width="13" height="13" rx="3" className="stroke-current" fill="none" strokeWidth="1.4" />
      {met && <path d="M4 8.5l3 3 5.5-7" className="stroke-current" fill="none" strokeWidth="2.2" strokeLinecap="round" />}
    </svg>
  );
}
