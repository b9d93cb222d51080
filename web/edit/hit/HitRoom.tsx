import { type ReactNode, useState, useSyncExternalStore } from 'react';
import { api, reply } from '../../api/client';
import { bounded } from '../../music/pattern';
import { tickSeconds } from '../../music/schedule';
import { keyNames } from '../../ui/keyNames';
import { NumberField } from '../../ui/NumberField';
import { Slider } from '../../ui/Slider';
import { lower } from '../../ui/words';
import { useSay } from '../../words/words';
import { compute } from '../compute';
import type { Editor } from '../Editor';
import { Block, Small } from '../panels/parts';
import { snapWords } from '../row/RowRoom';
import { levelWords } from '../Words';
import { ShapeBlock } from './ShapeBlock';
import { type Aim, Toward } from './Toward';

const ROLLS = [1, 2, 3, 4, 5, 6, 7, 8];
const ODDS = [100, 75, 50, 25];

/** What one hit, or all that is marked, can be: how hard, early or late, rolled, now and then. */
export function HitRoom({ editor, locked }: { editor: Editor; locked: boolean }) {
  const say = useSay();
  useSyncExternalStore(editor.store.subscribe, () => editor.store.pattern);
  const { range, cursor } = useSyncExternalStore(editor.subscribe, () => editor.state);
  const hits = editor.targetHits();
  const first = hits[0];
  const none = hits.length === 0 || locked;
  const all = (value: number, of: (hit: NonNullable<typeof first>) => number) => hits.length > 0 && hits.every((hit) => of(hit) === value);
  return (
    <section aria-labelledby="shape" className="card p-3">
      <h2 id="shape">
        {range
          ? say('edit.marked', { count: hits.length })
          : first
            ? say('panels.shape.one', { name: capital(editor.words.name(cursor.row)) })
            : say('panels.shape.none')}
      </h2>
      <p className="text-sm text-faint">{range ? say('panels.shape.forAll') : first ? editor.words.hit(first) : say('panels.shape.go')}</p>
      <Block title={say('panels.velocity')}>
        {editor.catalogue.levels.map((level, i) => (
          <Small
            key={level.name}
            disabled={locked}
            pressed={hits.length > 0 && hits.every((hit) => editor.words.level(hit.velocity ?? 90) === level.name)}
            onClick={() => editor.level(level.name)}
            title={say('panels.key.stem', { key: i + 1 })}
          >
            {levelWords(level.name)}
          </Small>
        ))}
        <Small disabled={none} onClick={() => editor.louder(-6)} title={say('edit.key', { key: '−' })}>
          {say('panels.shape.softer')}
        </Small>
        <Small disabled={none} onClick={() => editor.louder(6)} title={say('edit.key', { key: '+' })}>
          {say('panels.shape.louder')}
        </Small>
        <NumberField
          label={say('panels.velocity')}
          value={first ? (first.velocity ?? 90) : null}
          low={1}
          high={127}
          disabled={none}
          take={(velocity) => editor.velocityTo(velocity)}
        />
      </Block>
      <ShapeBlock editor={editor} locked={locked} />
      <Block title={first ? say('panels.shape.push', { push: editor.words.push(first.push ?? 0) }) : say('panels.shape.pushNone')}>
        <Small disabled={none} onClick={() => editor.pushBy(-10)} title={say('edit.key', { key: ',' })}>
          {say('panels.row.earlier')}
        </Small>
        <Small disabled={none} onClick={() => editor.pushBy(10)} title={say('edit.key', { key: '.' })}>
          {say('panels.row.later')}
        </Small>
        <Small disabled={none || !first?.push} onClick={() => editor.pushBy(-(first?.push ?? 0))} title={say('panels.shape.dragBack')}>
          {say('panels.shape.back')}
        </Small>
        <span className="whitespace-nowrap text-sm">
          <NumberField
            label={say('panels.shape.pushMs')}
            value={first ? Math.round((first.push ?? 0) * tickSeconds(editor.store.pattern) * 1000) : null}
            low={-editor.mostPush}
            high={editor.mostPush}
            disabled={none}
            take={(milliseconds) => editor.pushTo(milliseconds)}
            refuse={(milliseconds) => editor.say(say('panels.shape.pushFar', { ms: milliseconds, most: editor.mostPush }))}
          />{' '}
          {say('panels.ms')}
        </span>
      </Block>
      <Block title={say('panels.shape.roll')}>
        <span className="joined">
          {ROLLS.map((roll) => (
            <Small
              key={roll}
              disabled={none}
              pressed={all(roll, (hit) => hit.roll ?? 1)}
              onClick={() => editor.roll(roll)}
              title={say('panels.key.roll')}
              label={roll === 1 ? say('panels.shape.rollOne') : say('panels.shape.rollOf', { count: roll })}
            >
              {roll}
            </Small>
          ))}
        </span>
      </Block>
      <Block title={say('panels.shape.grace')}>
        <span className="joined">
          {([null, 'flam', 'drag'] as const).map((one) => (
            <Small
              key={one ?? 'none'}
              disabled={none}
              pressed={hits.length > 0 && hits.every((hit) => (hit.ornament ?? null) === one)}
              onClick={() => editor.ornament(one)}
              title={say('panels.key.next', { key: 'F' })}
              label={
                one === null
                  ? say('panels.grace.noneTitle')
                  : one === 'flam'
                    ? say('panels.grace.flamTitle')
                    : say('panels.grace.dragTitle')
              }
            >
              {one === null ? say('panels.none') : lower(say(`edit.grace.${one}`))}
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
              label={one === null ? say('panels.hand.noneTitle') : one === 'R' ? say('panels.hand.RTitle') : say('panels.hand.LTitle')}
            >
              {one ?? '–'}
            </Small>
          ))}
        </span>
        <Small disabled={locked} onClick={() => editor.sticking('alternate')} title={say('panels.hands.alternateTitle')}>
          {say('panels.hands.alternateWord')}
        </Small>
        <Small disabled={locked} onClick={() => editor.sticking('leads')} title={say('panels.hands.leadsTitle')}>
          {say('panels.hands.leadsWord')}
        </Small>
      </Block>
      <Block title={say('panels.shape.odds')}>
        <span className="joined">
          {ODDS.map((odds) => (
            <Small
              key={odds}
              disabled={none}
              pressed={all(odds, (hit) => hit.odds ?? 100)}
              onClick={() => editor.odds(odds)}
              title={say('panels.key.next', { key: 'O' })}
            >
              {odds}
            </Small>
          ))}
        </span>
        <Small
          disabled={none}
          pressed={hits.length > 0 && hits.every((hit) => hit.silent)}
          onClick={() => editor.silence()}
          title={say('edit.key', { key: 'M' })}
        >
          {say('edit.row.muted')}
        </Small>
      </Block>
      <Block title={say('panels.shape.where')}>
        <NumberLabel label={say('panels.knob.pan')} words={say('panels.shape.panWords')}>
          <NumberField
            label={say('panels.shape.panOf')}
            value={first ? Math.round((first.pan ?? 0) * 100) : null}
            low={-100}
            high={100}
            disabled={none}
            take={(pan) => editor.panTo(Math.round(pan) / 100)}
            refuse={(pan) => editor.say(say('panels.shape.panRange', { pan }))}
          />
        </NumberLabel>
        <NumberLabel label={say('panels.knob.tune')} words={say('panels.shape.semitones')}>
          <NumberField
            label={say('panels.shape.tuneOf')}
            value={first ? (first.tune ?? 0) : null}
            low={-12}
            high={12}
            disabled={none}
            take={(tune) => editor.tuneTo(tune)}
            refuse={(tune) => editor.say(say('panels.shape.tuneRange', { tune }))}
          />
        </NumberLabel>
        <Small disabled={none} onClick={() => editor.tuneTo(bounded((first?.tune ?? 0) - 1, -12, 12))} label={say('panels.shape.lowerBy')}>
          {say('panels.shape.lower')}
        </Small>
        <Small disabled={none} onClick={() => editor.tuneTo(bounded((first?.tune ?? 0) + 1, -12, 12))} label={say('panels.shape.higherBy')}>
          {say('panels.shape.higher')}
        </Small>
      </Block>
      <Block title={say('panels.mark')}>
        <Small onClick={() => editor.markBars(Math.floor(cursor.at / editor.music.barTicks))} title={say('panels.key.bar')}>
          {say('panels.mark.bar')}
        </Small>
        <Small onClick={() => editor.markRow(cursor.row)} title={say('panels.key.row')}>
          {say('panels.mark.row')}
        </Small>
        <Small onClick={() => editor.markBars(0, editor.section.bars - 1)} title={say('edit.key', { key: keyNames('Ctrl + A') })}>
          {say('panels.mark.all')}
        </Small>
        <Small disabled={!range} onClick={() => editor.go(cursor)} title={say('edit.key', { key: 'Escape' })}>
          {say('panels.kit.nothing')}
        </Small>
      </Block>
      <Block title={say('panels.move')}>
        <Small disabled={none} onClick={() => editor.move(-1, 0)} title={say('edit.key', { key: 'E' })}>
          {say('panels.move.earlier')}
        </Small>
        <Small disabled={none} onClick={() => editor.move(1, 0)} title={say('edit.key', { key: 'L' })}>
          {say('panels.move.later')}
        </Small>
        <Small disabled={none} onClick={() => editor.move(0, -1)} title={say('edit.key', { key: 'H' })}>
          {say('panels.move.above')}
        </Small>
        <Small disabled={none} onClick={() => editor.move(0, 1)} title={say('edit.key', { key: 'B' })}>
          {say('panels.move.below')}
        </Small>
        <Small disabled={none} onClick={() => editor.copy()} title={say('edit.key', { key: keyNames('Ctrl + C') })}>
          {say('panels.move.copy')}
        </Small>
        <Small disabled={none} onClick={() => editor.cut()} title={say('edit.key', { key: keyNames('Ctrl + X') })}>
          {say('panels.move.cut')}
        </Small>
        <Small disabled={locked} onClick={() => editor.paste()} title={say('edit.key', { key: keyNames('Ctrl + V') })}>
          {say('panels.move.paste')}
        </Small>
        <Small disabled={none} onClick={() => editor.clear()} title={say('edit.key', { key: 'Delete' })}>
          {say('panels.row.removeWord')}
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
  const say = useSay();
  const [snap, setSnap] = useState('16');
  const [strength, setStrength] = useState(100);
  const [aim, setAim] = useState<Aim>(null);
  const quantize = () => {
    const { range, cursor } = editor.state;
    const scope = range ?? { rows: [cursor.row], from: 0, to: editor.length };
    const how = { section: editor.index, rows: [...scope.rows], from: scope.from, to: scope.to, snap, strength, swing: aim };
    void compute(editor, say('panels.quantize.to', { value: snapWords(snap) }), (pattern) =>
      reply(api.POST('/api/edit/quantize', { body: { pattern, ...how } })),
    );
  };
  return (
    <Block title={say('panels.quantize')}>
      <select
        aria-label={say('panels.quantize.label')}
        className="field field-small w-auto"
        value={snap}
        disabled={disabled}
        onChange={(event) => setSnap(event.target.value)}
      >
        {editor.catalogue.snaps.map(({ name }) => (
          <option key={name} value={name}>
            {snapWords(name)}
          </option>
        ))}
      </select>
      <span className="flex items-center gap-1.5 text-sm">
        <Slider
          label={say('panels.quantize.strength')}
          className="slider w-20"
          low={0}
          high={100}
          step={5}
          fine={1}
          usual={100}
          value={strength}
          disabled={disabled}
          take={setStrength}
        />
        {strength} %
      </span>
      <Toward aim={aim} setAim={setAim} disabled={disabled} />
      <Small disabled={disabled} onClick={quantize}>
        {say('panels.quantize.do')}
      </Small>
    </Block>
  );
}

const capital = (text: string) => text.charAt(0).toUpperCase() + text.slice(1);
