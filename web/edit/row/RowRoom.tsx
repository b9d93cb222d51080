import { useState, useSyncExternalStore } from 'react';
import type { Row } from '../../api/types';
import { shifted } from '../../music/range';
import { hitsCopied, rowChanged, rowDuplicated, rowMoved, rowRemoved } from '../../music/rows';
import { calledInstrument } from '../../sheet/called';
import type { Player } from '../../sound/Player';
import { NumberField } from '../../ui/NumberField';
import { type Key, say, useSay } from '../../words/words';
import type { Editor } from '../Editor';
import { ShapeBlock } from '../hit/ShapeBlock';
import { MixKeys } from '../mix/MixKeys';
import { Mound } from '../mix/Mound';
import { Block, Small, TINTS } from '../panels/parts';
import { valueWords } from '../valueWords';
import { ChangeInstrument } from './AddRow';
import { FillBlock } from './FillBlock';
import { GapsBlock } from './GapsBlock';
import { GroupBlock } from './GroupBlock';
import { OwnSoundBlock } from './OwnSoundBlock';

/** A note value as a grid has it: "eighth triplets". */
export const snapWords = (snap: string): string => say(`panels.snap.${snap}` as Key);

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

/** The row where the cursor is: its grid, its fill, its sound, its place among the rows. */
export function RowRoom(props: Props) {
  const { editor } = props;
  useSyncExternalStore(editor.store.subscribe, () => editor.store.pattern);
  const { cursor } = useSyncExternalStore(editor.subscribe, () => editor.state);
  const row = editor.section.rows[cursor.row];
  return (
    row && (
      <section aria-labelledby="row" className="card p-3">
        <h2 id="row">{calledInstrument(editor.catalogue, row)?.label}</h2>
        <RowBlocks {...props} row={row} index={cursor.row} />
      </section>
    )
  );
}

function RowBlocks({ editor, row, index, player, locked, dropped, taken }: Props & { row: Row; index: number }) {
  const say = useSay();
  const { store } = editor;
  const name = editor.words.name(index);
  const rows = editor.section.rows.length;
  const ordered = editor.music.order !== null;
  const kept = editor.allowed.whyKept(editor.section.rows, index);
  const change = (what: string, part: Partial<Omit<Row, 'hits'>>) =>
    store.change(say('panels.of', { what, name }), (pattern) => rowChanged(pattern, editor.index, index, part));
  const remove = () => {
    store.change(say('panels.row.removeOf', { name }), (pattern) => rowRemoved(pattern, editor.index, index));
    editor.go({ row: Math.min(index, editor.section.rows.length - 1), at: 0 });
    editor.say(say('panels.row.removed', { name }));
  };
  const move = (by: -1 | 1) => {
    store.change(say('panels.row.moveOf', { name }), (pattern) => rowMoved(pattern, editor.index, index, by));
    editor.go({ row: index + by, at: editor.state.cursor.at });
  };
  return (
    <>
      <Block title={say('panels.form.name')}>
        <input
          key={`${index} ${row.name ?? ''}`}
          aria-label={say('panels.row.nameOf')}
          className="field field-small w-44"
          maxLength={MOST_NAME}
          placeholder={name}
          defaultValue={row.name ?? ''}
          disabled={locked}
          onKeyDown={(event) => event.key === 'Enter' && event.currentTarget.blur()}
          onBlur={(event) => {
            const called = event.target.value.trim() || null;
            if (called !== (row.name ?? null)) change(say('panels.row.nameStep'), { name: called });
          }}
        />
      </Block>
      <Block title={say('panels.row.grid')}>
        <select
          aria-label={say('panels.row.grid')}
          className="field field-small"
          value={row.snap ?? '16'}
          disabled={locked}
          onChange={(event) => {
            editor.paintBy(index, null);
            change(say('panels.row.gridStep'), { snap: event.target.value });
          }}
        >
          {editor.catalogue.snaps.map((snap) => (
            <option key={snap.name} value={snap.name}>
              {snapWords(snap.name)}
            </option>
          ))}
        </select>
        <p className="text-xs text-faint">
          {say('panels.row.gridHint')} {say('edit.paint', { value: valueWords(editor, index) })}
        </p>
      </Block>
      {!locked && <FillBlock key={`${editor.index} ${index}`} editor={editor} row={row} index={index} />}
      <ShapeBlock editor={editor} locked={locked} />
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
      <Block title={say('panels.balance')}>
        <Mound editor={editor} row={row} index={index} locked={locked} width={150} height={56} />
        <MixKeys editor={editor} player={player} row={row} index={index} locked={locked} all />
      </Block>
      <ShiftBlock editor={editor} row={row} index={index} disabled={locked} />
      <CycleBlock editor={editor} row={row} index={index} disabled={locked} />
      <GapsBlock key={`gaps ${editor.index} ${index}`} editor={editor} row={row} />
      <Block title={say('panels.row.row')}>
        <Small onClick={() => void player.audition(row.instrument, 90, row)}>{say('panels.row.hearIt')}</Small>
        <Small onClick={() => editor.markRow(index)} title={say('panels.row.shiftPress')}>
          {say('panels.row.markHits')}
        </Small>
        <Small disabled={locked || ordered || index === 0} onClick={() => move(-1)}>
          {say('panels.row.up')}
        </Small>
        <Small disabled={locked || ordered || index === rows - 1} onClick={() => move(1)}>
          {say('panels.row.down')}
        </Small>
        <Small
          disabled={locked || rows >= editor.catalogue.limits.rows}
          onClick={() => store.change(say('panels.row.duplicateOf', { name }), (pattern) => rowDuplicated(pattern, editor.index, index))}
        >
          {say('panels.row.duplicate')}
        </Small>
        <Small disabled={locked || kept !== null} onClick={remove}>
          {say('panels.row.removeWord')}
        </Small>
        {!locked && rows > 1 && <CopyOnto editor={editor} index={index} />}
        {kept && <p className="text-xs text-faint">{kept}</p>}
        {ordered && <p className="text-xs text-faint">{say('panels.row.staff')}</p>}
      </Block>
      {!locked && !kept && <ChangeInstrument editor={editor} index={index} />}
      <GroupBlock editor={editor} index={index} />
      <Block title={say('panels.row.tint')}>
        <Small disabled={locked} pressed={!row.tint} onClick={() => change(say('panels.row.tint'), { tint: null })}>
          {say('panels.row.noTint')}
        </Small>
        {TINTS.map((tint) => (
          <Small key={tint} disabled={locked} pressed={row.tint === tint} onClick={() => change(say('panels.row.tint'), { tint })}>
            <span aria-hidden="true" className="tint-dot" data-tint={tint} />
            {say(`panels.tint.${tint}`)}
          </Small>
        ))}
      </Block>
    </>
  );
}

/** Its hits in the place of another row's. */
function CopyOnto({ editor, index }: { editor: Editor; index: number }) {
  const say = useSay();
  const name = editor.words.name(index);
  return (
    <select
      aria-label={say('panels.row.copyOnto')}
      className="field field-small w-auto"
      value=""
      onChange={({ target }) => {
        const to = Number(target.value);
        const step = say('panels.row.copyStep', { name, other: editor.words.name(to) });
        editor.store.change(step, (pattern) => hitsCopied(pattern, editor.index, index, to));
        editor.say(step);
      }}
    >
      <option value="">{say('panels.row.copyOnto')}</option>
      {editor.order
        .filter((other) => other !== index)
        .map((other) => (
          <option key={other} value={other}>
            {editor.words.name(other)}
          </option>
        ))}
    </select>
  );
}

function ShiftBlock({ editor, row, index, disabled }: { editor: Editor; row: Row; index: number; disabled: boolean }) {
  const say = useSay();
  const [wrap, setWrap] = useState(true);
  const none = disabled || row.hits.length === 0;
  const shift = (steps: number) =>
    editor.store.change(say('panels.row.shift', { name: editor.words.name(index) }), (pattern) =>
      shifted(pattern, editor.index, index, steps * editor.step(row), row.cycle ?? editor.length, wrap),
    );
  return (
    <Block title={say('panels.row.shiftAll')}>
      <Small disabled={none} onClick={() => shift(-1)}>
        {say('panels.row.earlier')}
      </Small>
      <Small disabled={none} onClick={() => shift(1)}>
        {say('panels.row.later')}
      </Small>
      <label className="flex items-center gap-1.5 text-sm">
        <input type="checkbox" checked={wrap} onChange={(event) => setWrap(event.target.checked)} />
        {say('panels.row.wrap')}
      </label>
    </Block>
  );
}

/** A row may start over by itself, after so many of its own steps. */
function CycleBlock({ editor, row, index, disabled }: { editor: Editor; row: Row; index: number; disabled: boolean }) {
  const say = useSay();
  const step = editor.step(row);
  const most = Math.floor(editor.length / step);
  const steps = row.cycle ? row.cycle / step : most;
  const set = (next: number) => {
    const cycle = next >= most || next < 1 ? null : next * step;
    editor.store.change(say('panels.row.cycle', { name: editor.words.name(index) }), (pattern) =>
      rowChanged(pattern, editor.index, index, { cycle }),
    );
    editor.say(
      cycle
        ? say('panels.row.cycleEvery', { name: editor.words.name(index), count: next })
        : say('panels.row.cycleWhole', { name: editor.words.name(index) }),
    );
  };
  const beyond = row.cycle ? row.hits.filter((hit) => hit.at >= (row.cycle ?? 0)).length : 0;
  return (
    <Block title={row.cycle ? say('panels.row.cycleIts', { count: steps }) : say('panels.row.wholeIts')}>
      <Small disabled={disabled || steps <= 1} onClick={() => set(Math.ceil(steps) - 1)} label={say('panels.row.shorter')}>
        −
      </Small>
      <NumberField
        label={say('panels.row.cycleAfter', { name: editor.words.name(index) })}
        value={steps}
        low={1}
        high={most}
        disabled={disabled}
        take={(typed) => set(Math.round(typed))}
        refuse={(typed) => editor.say(say('panels.row.cycleRange', { count: typed, most }))}
      />
      <Small disabled={disabled || !row.cycle} onClick={() => set(Math.floor(steps) + 1)} label={say('panels.row.longer')}>
        +
      </Small>
      <Small disabled={disabled || !row.cycle} onClick={() => set(most)}>
        {say('panels.row.whole')}
      </Small>
      {beyond > 0 && <p className="text-xs text-faint">{say('panels.row.beyond', { count: beyond })}</p>}
    </Block>
  );
}
