import { type ReactNode, useState, useSyncExternalStore } from 'react';
import { api, reply } from '../../api/client';
import { bounded } from '../../music/pattern';
import { tickSeconds } from '../../music/schedule';
import type { Shape } from '../../music/shapes';
import { NumberField } from '../../ui/NumberField';
import { compute } from '../compute';
import type { Editor } from '../Editor';
import { Block, Small } from './parts';
import { SNAP_WORDS } from './RowPanel';

const ROLLS = [1, 2, 3, 4, 5, 6, 7, 8];
const ACCENTS = [
  [2, '2nd'],
  [3, '3rd'],
  [4, '4th'],
] as const;
const WAYS: { label: string; shape: Shape; title: string }[] = [
  { label: 'alternate', shape: 'alternate', title: 'Alternate firm and soft' },
  { label: 'louder', shape: 'louder', title: 'Louder towards the end' },
  { label: 'softer', shape: 'softer', title: 'Softer towards the end' },
];
const ODDS = [100, 75, 50, 25];

/** What one hit, or all that is marked, can be: how hard, early or late, rolled, now and then. */
export function ShapePanel({ editor, locked }: { editor: Editor; locked: boolean }) {
  useSyncExternalStore(editor.store.subscribe, () => editor.store.pattern);
  const { range, cursor } = useSyncExternalStore(editor.subscribe, () => editor.state);
  const hits = editor.targetHits();
  const first = hits[0];
  const none = hits.length === 0 || locked;
  const all = (value: number, of: (hit: NonNullable<typeof first>) => number) => hits.length > 0 && hits.every((hit) => of(hit) === value);
  return (
    <section aria-labelledby="shape" className="card p-3">
      <h2 id="shape">{range ? `${hits.length} marked` : first ? `${capital(editor.words.name(cursor.row))}: one hit` : 'No hit here'}</h2>
      <p className="text-sm text-faint">
        {range ? 'Every change below is for all of them.' : first ? editor.words.hit(first) : 'Go to a hit, or mark several.'}
      </p>
      <Block title="Velocity">
        {editor.catalogue.levels.map((level, i) => (
          <Small
            key={level.name}
            disabled={locked}
            pressed={hits.length > 0 && hits.every((hit) => editor.words.level(hit.velocity ?? 90) === level.name)}
            onClick={() => editor.level(level.name)}
            title={`Key ${i + 1}; or drag the stem`}
          >
            {level.name}
          </Small>
        ))}
        <Small disabled={none} onClick={() => editor.louder(-6)} title="Key −">
          softer
        </Small>
        <Small disabled={none} onClick={() => editor.louder(6)} title="Key +">
          harder
        </Small>
        <NumberField
          label="Velocity"
          value={first ? (first.velocity ?? 90) : null}
          low={1}
          high={127}
          disabled={none}
          take={(velocity) => editor.velocityTo(velocity)}
        />
      </Block>
      <Block title={range ? 'Shape what is marked, each row by itself' : 'Shape the row'}>
        <span className="text-sm">accent every</span>
        <span className="joined">
          {ACCENTS.map(([every, label]) => (
            <Small
              key={every}
              disabled={locked}
              label={`Accent every ${label} hit`}
              onClick={() => editor.shapeBy({ every }, `Accent every ${label} hit`)}
            >
              {label}
            </Small>
          ))}
        </span>
        <span className="joined">
          {WAYS.map(({ label, shape, title }) => (
            <Small key={label} disabled={locked} title={title} label={title} onClick={() => editor.shapeBy(shape, title)}>
              {label}
            </Small>
          ))}
        </span>
      </Block>
      <Block title={`Push: ${first ? editor.words.push(first.push ?? 0) : 'early or late'}`}>
        <Small disabled={none} onClick={() => editor.pushBy(-10)} title="Key ,">
          earlier
        </Small>
        <Small disabled={none} onClick={() => editor.pushBy(10)} title="Key .">
          later
        </Small>
        <Small disabled={none || !first?.push} onClick={() => editor.pushBy(-(first?.push ?? 0))} title="Or drag the notehead back">
          back to its place
        </Small>
        <span className="whitespace-nowrap text-sm">
          <NumberField
            label="Push in milliseconds, early below 0"
            value={first ? Math.round((first.push ?? 0) * tickSeconds(editor.store.pattern) * 1000) : null}
            low={-editor.mostPush}
            high={editor.mostPush}
            disabled={none}
            take={(milliseconds) => editor.pushTo(milliseconds)}
            refuse={(milliseconds) => editor.say(`${milliseconds} ms is too far; up to ${editor.mostPush} ms early or late`)}
          />{' '}
          ms
        </span>
      </Block>
      <Block title="Roll: strokes within one step">
        <span className="joined">
          {ROLLS.map((roll) => (
            <Small
              key={roll}
              disabled={none}
              pressed={all(roll, (hit) => hit.roll ?? 1)}
              onClick={() => editor.roll(roll)}
              title="Key R, with Shift one less"
              label={roll === 1 ? '1, no roll' : `Roll of ${roll}`}
            >
              {roll}
            </Small>
          ))}
        </span>
      </Block>
      <Block title="Grace strokes and sticking">
        <span className="joined">
          {([null, 'flam', 'drag'] as const).map((one) => (
            <Small
              key={one ?? 'none'}
              disabled={none}
              pressed={hits.length > 0 && hits.every((hit) => (hit.ornament ?? null) === one)}
              onClick={() => editor.ornament(one)}
              title="Key F goes through them"
              label={one === null ? 'none: no grace strokes' : one === 'flam' ? 'Flam: one grace stroke' : 'Drag: two grace strokes'}
            >
              {one ?? 'none'}
            </Small>
          ))}
        </span>
        <span className="joined">
          {([null, 'R', 'L'] as const).map((one) => (
            <Small
              key={one ?? 'none'}
              disabled={none}
              pressed={hits.length > 0 && hits.every((hit) => (hit.hand ?? null) === one)}
              onClick={() => editor.hand(one)}
              label={one === null ? '– no sticking' : one === 'R' ? 'R, right hand' : 'L, left hand'}
            >
              {one ?? '–'}
            </Small>
          ))}
        </span>
        <Small disabled={locked} onClick={() => editor.sticking('alternate')} title="R and L in turn, over what is marked or the row">
          alternate hands
        </Small>
        <Small disabled={locked} onClick={() => editor.sticking('leads')} title="R on every other step, L between them">
          right hand leads
        </Small>
      </Block>
      <Block title="Odds: how often it sounds, in percent">
        <span className="joined">
          {ODDS.map((odds) => (
            <Small
              key={odds}
              disabled={none}
              pressed={all(odds, (hit) => hit.odds ?? 100)}
              onClick={() => editor.odds(odds)}
              title="Key O goes through them"
            >
              {odds}
            </Small>
          ))}
        </span>
        <Small disabled={none} pressed={hits.length > 0 && hits.every((hit) => hit.silent)} onClick={() => editor.silence()} title="Key M">
          muted
        </Small>
      </Block>
      <Block title="Where it stands and how high it is, added to its row's">
        <NumberLabel label="Pan" words="100 left below 0 to 100 right">
          <NumberField
            label="Pan of the hit, left below 0"
            value={first ? Math.round((first.pan ?? 0) * 100) : null}
            low={-100}
            high={100}
            disabled={none}
            take={(pan) => editor.panTo(Math.round(pan) / 100)}
            refuse={(pan) => editor.say(`${pan} does not fit; pan goes from −100, left, to 100, right`)}
          />
        </NumberLabel>
        <NumberLabel label="Tune" words="semitones">
          <NumberField
            label="Tune of the hit in semitones"
            value={first ? (first.tune ?? 0) : null}
            low={-12}
            high={12}
            disabled={none}
            take={(tune) => editor.tuneTo(tune)}
            refuse={(tune) => editor.say(`${tune} does not fit; tune goes from −12 to 12 semitones`)}
          />
        </NumberLabel>
        <Small disabled={none} onClick={() => editor.tuneTo(bounded((first?.tune ?? 0) - 1, -12, 12))} label="A semitone lower">
          lower
        </Small>
        <Small disabled={none} onClick={() => editor.tuneTo(bounded((first?.tune ?? 0) + 1, -12, 12))} label="A semitone higher">
          higher
        </Small>
      </Block>
      <Block title="Mark">
        <Small onClick={() => editor.markBars(Math.floor(cursor.at / editor.music.barTicks))} title="Key S; or press the bar's number">
          this bar
        </Small>
        <Small onClick={() => editor.markRow(cursor.row)} title="Key S twice; or press the row's name with Shift">
          this row
        </Small>
        <Small onClick={() => editor.markBars(0, editor.section.bars - 1)} title="Key Ctrl + A">
          everything
        </Small>
        <Small disabled={!range} onClick={() => editor.go(cursor)} title="Key Escape">
          nothing
        </Small>
      </Block>
      <Block title="Move and copy">
        <Small disabled={none} onClick={() => editor.move(-1, 0)} title="Key E">
          a step earlier
        </Small>
        <Small disabled={none} onClick={() => editor.move(1, 0)} title="Key L">
          a step later
        </Small>
        <Small disabled={none} onClick={() => editor.move(0, -1)} title="Key H">
          row above
        </Small>
        <Small disabled={none} onClick={() => editor.move(0, 1)} title="Key B">
          row below
        </Small>
        <Small disabled={none} onClick={() => editor.copy()} title="Key Ctrl + C">
          copy
        </Small>
        <Small disabled={none} onClick={() => editor.cut()} title="Key Ctrl + X">
          cut
        </Small>
        <Small disabled={locked} onClick={() => editor.paste()} title="Key Ctrl + V">
          paste
        </Small>
        <Small disabled={none} onClick={() => editor.clear()} title="Key Delete">
          remove
        </Small>
      </Block>
      <QuantizeBlock editor={editor} disabled={locked} />
    </section>
  );
}

/** A number with its name beside it, for the eye; the field names itself. */
function NumberLabel({ label, words, children }: { label: string; words: string; children: ReactNode }) {
  return (
    <span title={words} className="flex items-center gap-1 text-sm">
      {label} {children}
    </span>
  );
}

/** Draws what is marked, or the whole row, towards a note value. */
function QuantizeBlock({ editor, disabled }: { editor: Editor; disabled: boolean }) {
  const [snap, setSnap] = useState('16');
  const [strength, setStrength] = useState(100);
  const quantize = () => {
    const { range, cursor } = editor.state;
    const scope = range ?? { rows: [cursor.row], from: 0, to: editor.length };
    const how = { section: editor.index, rows: [...scope.rows], from: scope.from, to: scope.to, snap, strength };
    void compute(editor, `Quantize to ${SNAP_WORDS[snap]}`, (pattern) =>
      reply(api.POST('/api/edit/quantize', { body: { pattern, ...how } })),
    );
  };
  return (
    <Block title="Quantize what is marked, or the row">
      <select
        aria-label="Quantize to"
        className="field field-small w-auto"
        value={snap}
        disabled={disabled}
        onChange={(event) => setSnap(event.target.value)}
      >
        {editor.catalogue.snaps.map(({ name }) => (
          <option key={name} value={name}>
            {SNAP_WORDS[name]}
          </option>
        ))}
      </select>
      <label className="flex items-center gap-1.5 text-sm">
        <input
          type="range"
          aria-label="Strength in percent"
          className="slider w-20"
          min={0}
          max={100}
          step={5}
          value={strength}
          disabled={disabled}
          onChange={(event) => setStrength(event.target.valueAsNumber)}
        />
        {strength} %
      </label>
      <Small disabled={disabled} onClick={quantize}>
        quantize
      </Small>
    </Block>
  );
}

const capital = (text: string) => text.charAt(0).toUpperCase() + text.slice(1);
