import { useQuery } from '@tanstack/react-query';
import { lazy, type ReactNode, Suspense, useMemo } from 'react';
import { api, reply } from '../api/client';
import type { Music, Pattern } from '../api/types';
import type { Player } from '../sound/Player';
import { StaffSwitch } from '../staff/StaffSwitch';
import { Choice } from '../ui/Choice';
import { Notice } from '../ui/states';
import { useSay } from '../words/words';

const StaffView = lazy(() => import('../staff/StaffView'));

/** Target and beat in one sheet, the target's lines over the beat's, or bar for bar by ear. */
export type Side = 'one' | 'over' | 'ear';

type Props = {
  side: Side;
  /** null where there is no target. */
  setSide: ((side: Side) => void) | null;
  staff: boolean;
  setStaff: (staff: boolean) => void;
  children?: ReactNode;
};

/** How the target stands beside a beat, and whether the beat is on a staff too. */
export function BesideChoice({ side, setSide, staff, setStaff, children }: Props) {
  const say = useSay();
  return (
    <div className="flex flex-wrap items-center gap-x-4 gap-y-1">
      {setSide && (
        <Choice
          label={say('beat.voice.target')}
          small
          value={side}
          options={(['one', 'over', 'ear'] as const).map((value) => ({ value, label: say(`beat.beside.${value}`) }))}
          onChange={setSide}
        />
      )}
      {children}
      <StaffSwitch staff={staff} setStaff={setStaff} />
    </div>
  );
}

/** One bar of the target, then the same bar of the beat, again and again, for as long as that is chosen. */
export function hearBarByBar(player: Player, bar: number, music: Music): void {
  player.hear('ear');
  player.loop({ from: bar * music.barTicks, to: (bar + 1) * music.barTicks });
  if (!player.state.playing) void player.play();
}

type StaffProps = { pattern: Pattern; music: Music; position: () => number | null };

/** The beat on the staff, under its grid. */
export function StaffOf({ pattern, music, position }: StaffProps) {
  const say = useSay();
  const heard = useMemo(() => ({ music, position }), [music, position]);
  const { data, error } = useQuery({
    queryKey: ['staff', pattern],
    queryFn: () => reply(api.POST('/api/edit/staff', { body: { pattern } })),
    staleTime: Number.POSITIVE_INFINITY,
  });
  if (error) return <Notice>{error.message}</Notice>;
  if (!data) return null;
  return (
    <section aria-label={say('beat.staff.label')} className="card px-3 py-1">
      <Suspense fallback={null}>
        <StaffView pattern={pattern} staff={data.staff} heard={heard} />
      </Suspense>
    </section>
  );
}
