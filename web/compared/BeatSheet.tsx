import { type ReactNode, useCallback } from 'react';
import type { Catalogue, Music, Pattern, Result } from '../api/types';
import { PatternSheet } from '../sheet/PatternSheet';
import type { Place } from '../sheet/Pins';
import type { Over } from '../sheet/Sheet';
import { ComparisonSheet } from './ComparisonSheet';

type Props = {
  title: string;
  /** How the beat compares; null for the beat by itself. */
  compared: { result: Result; target: Pattern } | null;
  beat: Pattern;
  music: Music;
  catalogue: Catalogue;
  audition: (instrument: string) => void;
  position: () => number | null;
  chosen?: number | null;
  pins?: Place[];
  draft?: Place | null;
  /** Takes a press on the sheet. */
  onPlace?: ((place: Place) => void) | undefined;
  /** Pixels that its rows may fill, on a wall. */
  stretch?: number | null;
  /** Which of the two sounds now, so that it is seen to. */
  sounds?: (() => 'beat' | 'target' | null) | undefined;
  /** The target as small lines over the beat, in place of both in one. */
  over?: Over | null;
  /** Under two beats in one sheet. */
  children?: ReactNode;
};

/** A beat that was handed in: with its target in one sheet, or by itself where there is none to show. */
export function BeatSheet({ title, compared, beat, chosen = null, over = null, sounds, children, ...rest }: Props) {
  const own = useCallback(() => sounds?.() === 'beat', [sounds]);
  if (!compared || over) return <PatternSheet title={title} ink="plain" pattern={beat} over={over} sounds={own} {...rest} />;
  return (
    <section aria-label={title} className="card overflow-x-auto px-3 py-2">
      <ComparisonSheet
        label={title}
        result={compared.result}
        target={compared.target}
        submission={beat}
        chosen={chosen}
        sounds={sounds}
        {...rest}
      />
      {children}
    </section>
  );
}
