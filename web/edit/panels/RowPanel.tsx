import { useState, useSyncExternalStore } from 'react';
import type { Row } from '../../api/types';
import { shifted } from '../../music/range';
import { rowChanged, rowDuplicated, rowMoved, rowRemoved } from '../../music/rows';
import { calledInstrument } from '../../sheet/called';
import type { Player } from '../../sound/Player';
import { NumberField } from '../../ui/NumberField';
import type { Editor } from '../Editor';
import { AddRow, ChangeInstrument } from './AddRow';
import { FillBlock } from './FillBlock';
import { GapsBlock } from './GapsBlock';
import { GroupBlock } from './GroupBlock';
import { OwnSoundBlock } from './OwnSoundBlock';
import { Block, Small, TINTS } from './parts';

export const SNAP_WORDS: Record<string, string> = {
  '4': 'quarters',
  '8': 'eighths',
  '8t': 'eighth triplets',
  '16': 'sixteenths',
  '16t': 'sixteenth triplets',
  '32': 'thirty-seconds',
  '32t': 'thirty-second triplets',
  '64': 'sixty-fourths',
};

/** Characters. */
const MOST_NAME = 24;

type Props = {
  editor: Editor;
  player: Player;
  locked: boolean;
  /** A sound that was dropped on the sheet, for the row at the cursor. */
  dropped: File | null;
  taken: () => void;
};

/** The row where the cursor is: its grid, its fill, its place among the rows. And rows that are not there yet. */
export function RowPanel({ editor, player, locked, dropped, taken }: Props) {
  useSyncExternalStore(editor.store.subscribe, () => editor.store.pattern);
  const { cursor } = useSyncExternalStore(editor.subscribe, () => editor.state);
  const row = editor.section.rows[cursor.row];
  return (
    <div className="flex flex-col gap-3">
      {row && (
        <section aria-labelledby="row" className="card p-3">
          <h2 id="row">{calledInstrument(editor.catalogue, row)?.label}</h2>
          <RowBlocks editor={editor} row={row} index={cursor.row} player={player} locked={locked} dropped={dropped} taken={taken} />
        </section>
      )}
      {!locked && <AddRow editor={editor} />}
    </div>
  );
}

function RowBlocks({ editor, row, index, player, locked, dropped, taken }: Props & { row: Row; index: number }) {
  const { store } = editor;
  const name = editor.words.name(index);
  const rows = editor.section.rows.length;
  const ordered = editor.music.order !== null;
  const kept = editor.allowed.whyKept(editor.section.rows, index);
  const change = (what: string, part: Partial<Omit<Row, 'hits'>>) =>
    store.change(`${what} of ${name}`, (pattern) => rowChanged(pattern, editor.index, index, part));
  const remove = () => {
    store.change(`Remove the row of ${name}`, (pattern) => rowRemoved(pattern, editor.index, index));
    editor.go({ row: Math.min(index, editor.section.rows.length - 1), at: 0 });
    editor.say(`The row of ${name} is removed; undo brings it back`);
  };
  const move = (by: -1 | 1) => {
    store.change(`Move the row of ${name}`, (pattern) => rowMoved(pattern, editor.index, index, by));
    editor.go({ row: index + by, at: editor.state.cursor.at });
  };
  return (
    <>
      <Block title="Its name">
        <input
          key={`${index} ${row.name ?? ''}`}
          aria-label="Name of this row"
          className="field field-small w-44"
          maxLength={MOST_NAME}
          placeholder={name}
          defaultValue={row.name ?? ''}
          disabled={locked}
          onKeyDown={(event) => event.key === 'Enter' && event.currentTarget.blur()}
          onBlur={(event) => {
            const called = event.target.value.trim() || null;
            if (called !== (row.name ?? null)) change('Name', { name: called });
          }}
        />
      </Block>
      <Block title="Its grid">
        <select
          aria-label="Its grid"
          className="field field-small"
          value={row.snap ?? '16'}
          disabled={locked}
          onChange={(event) => change('Grid', { snap: event.target.value })}
        >
          {editor.catalogue.snaps.map((snap) => (
            <option key={snap.name} value={snap.name}>
              {SNAP_WORDS[snap.name]}
            </option>
          ))}
        </select>
        <p className="text-xs text-faint">What the grid shows and where new hits land. No hit is moved.</p>
      </Block>
      {!locked && <FillBlock key={`${editor.index} ${index}`} editor={editor} row={row} index={index} />}
      <OwnSoundBlock
        editor={editor}
        row={row}
        index={index}
        player={player}
        // The sounds of rows belong to the kit.
        locked={locked || editor.allowed.freedom?.kit === false}
        dropped={dropped}
        taken={taken}
      />
      <ShiftBlock editor={editor} row={row} index={index} disabled={locked} />
      <CycleBlock editor={editor} row={row} index={index} disabled={locked} />
      <GapsBlock key={`gaps ${editor.index} ${index}`} editor={editor} row={row} />
      <Block title="The row">
        <Small onClick={() => void player.audition(row.instrument, 90, row)}>hear it</Small>
        <Small onClick={() => editor.markRow(index)} title="Or press its name with Shift">
          mark its hits
        </Small>
        <Small disabled={locked || ordered || index === 0} onClick={() => move(-1)}>
          up
        </Small>
        <Small disabled={locked || ordered || index === rows - 1} onClick={() => move(1)}>
          down
        </Small>
        <Small
          disabled={locked || rows >= editor.catalogue.limits.rows}
          onClick={() => store.change(`Double the row of ${name}`, (pattern) => rowDuplicated(pattern, editor.index, index))}
        >
          duplicate
        </Small>
        <Small disabled={locked || kept !== null} onClick={remove}>
          remove
        </Small>
        {kept && <p className="text-xs text-faint">{kept}</p>}
        {ordered && <p className="text-xs text-faint">Your class orders its rows as on a staff.</p>}
      </Block>
      {!locked && !kept && <ChangeInstrument editor={editor} index={index} />}
      <GroupBlock editor={editor} index={index} />
      <Block title="Tint">
        <Small disabled={locked} pressed={!row.tint} onClick={() => change('Tint', { tint: null })}>
          none
        </Small>
        {TINTS.map((tint) => (
          <Small key={tint} disabled={locked} pressed={row.tint === tint} onClick={() => change('Tint', { tint })}>
            <span aria-hidden="true" className="tint-dot" data-tint={tint} />
            {tint}
          </Small>
        ))}
      </Block>
    </>
  );
}

function ShiftBlock({ editor, row, index, disabled }: { editor: Editor; row: Row; index: number; disabled: boolean }) {
  const [wrap, setWrap] = useState(true);
  const none = disabled || row.hits.length === 0;
  const shift = (steps: number) =>
    editor.store.change(`Shift ${editor.words.name(index)}`, (pattern) =>
      shifted(pattern, editor.index, index, steps * editor.step(row), row.cycle ?? editor.length, wrap),
    );
  return (
    <Block title="Shift the whole row by a step">
      <Small disabled={none} onClick={() => shift(-1)}>
        earlier
      </Small>
      <Small disabled={none} onClick={() => shift(1)}>
        later
      </Small>
      <label className="flex items-center gap-1.5 text-sm">
        <input type="checkbox" checked={wrap} onChange={(event) => setWrap(event.target.checked)} />
        wrap around
      </label>
    </Block>
  );
}

/** A row may start over by itself, after so many of its own steps. */
function CycleBlock({ editor, row, index, disabled }: { editor: Editor; row: Row; index: number; disabled: boolean }) {
  const step = editor.step(row);
  const most = Math.floor(editor.length / step);
  const steps = row.cycle ? row.cycle / step : most;
  const set = (next: number) => {
    const cycle = next >= most || next < 1 ? null : next * step;
    editor.store.change(`Cycle of ${editor.words.name(index)}`, (pattern) => rowChanged(pattern, editor.index, index, { cycle }));
    editor.say(
      cycle ? `${editor.words.name(index)} starts over every ${next} steps` : `${editor.words.name(index)} goes through the whole section`,
    );
  };
  const beyond = row.cycle ? row.hits.filter((hit) => hit.at >= (row.cycle ?? 0)).length : 0;
  return (
    <Block title={row.cycle ? `Starts over every ${steps} of its steps` : 'Goes through the whole section'}>
      <Small disabled={disabled || steps <= 1} onClick={() => set(Math.ceil(steps) - 1)} label="A shorter cycle">
        −
      </Small>
      <NumberField
        label={`Steps after which ${editor.words.name(index)} starts over`}
        value={steps}
        low={1}
        high={most}
        disabled={disabled}
        take={(typed) => set(Math.round(typed))}
        refuse={(typed) => editor.say(`${typed} steps do not fit; use 1 to ${most}`)}
      />
      <Small disabled={disabled || !row.cycle} onClick={() => set(Math.floor(steps) + 1)} label="A longer cycle">
        +
      </Small>
      <Small disabled={disabled || !row.cycle} onClick={() => set(most)}>
        whole section
      </Small>
      {beyond > 0 && <p className="text-xs text-faint">{beyond} of its hits lie behind the cycle and are silent.</p>}
    </Block>
  );
}
