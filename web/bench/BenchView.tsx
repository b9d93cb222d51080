import { useEffect, useMemo, useRef, useState, useSyncExternalStore } from 'react';
import type { Bench, Catalogue } from '../api/types';
import { PatternStore } from '../music/PatternStore';
import { hitCount } from '../music/pattern';
import { EditSheet } from '../sheet/EditSheet';
import { PatternSheet } from '../sheet/PatternSheet';
import { Transport } from '../sound/Transport';
import { usePlayer, usePlayerState, usePosition } from '../sound/usePlayer';
import { tempoWords } from '../ui/words';
import { Brief } from './Brief';
import { DraftKeeper } from './DraftKeeper';
import { EditBar } from './EditBar';
import { HandIn } from './HandIn';
import { ConflictNotice, KeepingNote } from './Keeping';
import { KeysHelp } from './KeysHelp';
import { TryOut } from './TryOut';

export const MINE = 'mine';
export const TARGET = 'target';

/** Where a beat is built: the sheet, with the brief beside it. */
export function BenchView({ bench, catalogue, path }: { bench: Bench; catalogue: Catalogue; path: string }) {
  const { part, music, target, trying } = bench;
  const [store] = useState(() => new PatternStore(bench.draft.pattern));
  const [keeper] = useState(() => new DraftKeeper(path, store, bench.draft));
  const [showTarget, setShowTarget] = useState(false);
  const helpButton = useRef<HTMLButtonElement>(null);
  const voices = useMemo(
    () => [{ name: MINE, pattern: () => store.pattern }, ...(target ? [{ name: TARGET, pattern: () => target }] : [])],
    [store, target],
  );
  const player = usePlayer(catalogue, part.kit, voices, music);
  const { voice } = usePlayerState(player);
  const mine = usePosition(player, target ? MINE : undefined);
  const theirs = usePosition(player, TARGET);
  const keeping = useSyncExternalStore(keeper.subscribe, () => keeper.keeping);
  useEffect(() => {
    if (trying) return;
    keeper.start();
    return () => keeper.stop();
  }, [keeper, trying]);
  return (
    <div className="grid gap-x-6 gap-y-4 lg:grid-cols-[minmax(0,1fr)_19rem]">
      <div className="min-w-0">
        <div className="mb-3 flex flex-wrap items-baseline gap-x-4">
          <h1>{bench.assignment.title}</h1>
          {trying ? (
            <span className="text-faint">You are trying this as a student; nothing is kept.</span>
          ) : (
            <KeepingNote keeping={keeping} />
          )}
        </div>
        {keeping.state === 'conflict' && <ConflictNotice keeping={keeping} settle={(keep) => keeper.settle(keep)} />}
        <Transport
          player={player}
          tempo={`${part.meter.count}/${part.meter.unit} · ${tempoWords(part.tempo)}${part.swing.percent > 50 ? ` · swing ${part.swing.percent}` : ''}`}
          {...(target && {
            voices: [
              { value: MINE, label: 'My beat' },
              { value: TARGET, label: 'Target' },
              { value: 'turn', label: 'In turn' },
            ],
          })}
        />
        {target && (showTarget || voice !== MINE) && (
          <PatternSheet pattern={target} music={music} catalogue={catalogue} player={player} position={theirs} />
        )}
        <section aria-label="Your beat" className="card mt-3 overflow-x-auto">
          <EditSheet
            label={`Your beat, ${bench.assignment.title}`}
            store={store}
            music={music}
            catalogue={catalogue}
            player={player}
            position={mine}
          />
          <FirstStep store={store} />
        </section>
        <EditBar store={store} music={music} bars={part.bars} help={helpButton} />
      </div>
      <aside className="flex flex-col gap-4">
        <Brief
          bench={bench}
          {...(target && { showTarget: showTarget || voice !== MINE, toggleTarget: () => setShowTarget(!showTarget) })}
        />
        {trying ? (
          <TryOut store={store} bench={bench} path={path} />
        ) : (
          <HandIn bench={bench} keeper={keeper} limit={catalogue.limits.note} />
        )}
        <KeysHelp button={helpButton} />
      </aside>
    </div>
  );
}

/** An empty sheet says what to do first. */
function FirstStep({ store }: { store: PatternStore }) {
  const empty = useSyncExternalStore(store.subscribe, () => hitCount(store.pattern) === 0);
  if (!empty) return null;
  return (
    <p className="mt-3 text-faint">
      Press a place on a line to put a hit there: try the kick on 1. Then press Play, and go on while it plays.
    </p>
  );
}
