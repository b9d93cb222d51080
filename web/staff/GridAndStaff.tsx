import { lazy, Suspense, useMemo, useState } from 'react';
import type { Catalogue, Music, NotatedBar, Pattern } from '../api/types';
import { writtenOut } from '../music/form';
import { PatternSheet } from '../sheet/PatternSheet';
import type { Place } from '../sheet/Pins';
import type { Player } from '../sound/Player';
import { usePosition } from '../sound/usePlayer';
import { Waiting } from '../ui/states';
import { useSay } from '../words/words';

// A library and a font that nobody else needs.
const StaffView = lazy(() => import('./StaffView'));

type Props = {
  pattern: Pattern;
  staff: NotatedBar[][];
  music: Music;
  catalogue: Catalogue;
  player: Player;
  title: string;
  as: 'grid' | 'staff' | 'both';
};

/** A beat as grid, as staff, or both with one reading line: what is pressed in one is lit in the other. */
export function GridAndStaff({ pattern, staff, music, catalogue, player, title, as }: Props) {
  const say = useSay();
  const position = usePosition(player);
  const [lit, setLit] = useState<number | null>(null);
  const heard = useMemo(() => ({ music, position }), [music, position]);
  const places = useMemo(() => strokesOf(pattern, music.barTicks), [pattern, music.barTicks]);
  const lights = useMemo(() => ({ at: lit, light: setLit }), [lit]);
  const both = as === 'both';
  const press = ({ instrument, from, to }: Place) =>
    setLit(
      places.find((one) => one.at >= from && one.at < to && (instrument === null || one.instruments.includes(instrument)))?.at ?? from,
    );
  const now = places.findIndex(({ at }) => at === lit);
  return (
    <>
      {as !== 'staff' && (
        <PatternSheet
          title={title}
          ink="plain"
          pattern={pattern}
          music={music}
          catalogue={catalogue}
          audition={player.audition}
          position={position}
          {...(both && { onPlace: press, lit })}
        />
      )}
      {as !== 'grid' && (
        <Suspense fallback={<Waiting what={say('beat.loading.staff')} />}>
          <StaffView pattern={pattern} staff={staff} heard={heard} {...(both && { lit: lights })} />
        </Suspense>
      )}
      {both && places.length > 0 && (
        <label className="mt-1 flex items-center gap-2 text-sm text-faint">
          {say('beat.both')}
          <input
            type="range"
            className="slider min-w-0 flex-1"
            min={0}
            max={places.length - 1}
            value={Math.max(0, now)}
            aria-valuetext={now < 0 ? say('beat.both.none') : said(places[now], music, catalogue)}
            onChange={(event) => setLit(places[Number(event.target.value)]?.at ?? null)}
          />
          <span className="min-w-48 truncate">{now < 0 ? say('beat.both.press') : said(places[now], music, catalogue)}</span>
        </label>
      )}
    </>
  );
}

type Struck = { at: number; instruments: string[] };

/** The places of one pass where something is struck, in time. */
function strokesOf(pattern: Pattern, barTicks: number): Struck[] {
  const places = new Map<number, string[]>();
  for (const row of writtenOut(pattern, barTicks).sections[0]?.rows ?? []) {
    for (const hit of row.hits) if (!hit.silent) places.set(hit.at, [...(places.get(hit.at) ?? []), row.instrument]);
  }
  return [...places].map(([at, instruments]) => ({ at, instruments })).sort((a, b) => a.at - b.at);
}

/** "bar 2, beat 3 &: kick, snare" */
function said(place: Struck | undefined, music: Music, catalogue: Catalogue): string {
  if (!place) return '';
  const word = music.words.find(({ at }) => at === place.at % (music.words.length > 0 ? lengthOf(music) : 1))?.say ?? '';
  const label = (name: string) => catalogue.instruments.find((one) => one.name === name)?.label.toLowerCase() ?? name;
  return `${word ? `${word}: ` : ''}${place.instruments.map(label).join(', ')}`;
}

/** Ticks of the bars that have counting words. */
const lengthOf = (music: Music): number => (Math.floor((music.words.at(-1)?.at ?? 0) / music.barTicks) + 1) * music.barTicks;
