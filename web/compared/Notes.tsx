import { useEffect, useRef, useState } from 'react';
import type { Catalogue, Music, Pin } from '../api/types';
import type { Place } from '../sheet/Pins';
import type { Player } from '../sound/Player';
import { lower } from '../ui/words';
import { say, useSay } from '../words/words';

type Props = {
  pins: Pin[];
  music: Music;
  rows: string[];
  bars: number;
  catalogue: Catalogue;
  player: Player;
  /** For the teacher: changes the notes. */
  change?: (pins: Pin[]) => void;
  draft: Place | null;
  setDraft: (place: Place | null) => void;
  /** The note that is being written, empty before a word: whoever returns the feedback sends it along. */
  text: string;
  write: (text: string) => void;
};

/** Notes pinned to the sheet, by number. Readers can hear the place of each; the teacher adds and removes them. */
export function Notes({ pins, music, rows, bars, catalogue, player, change, draft, setDraft, text, write }: Props) {
  const say = useSay();
  const label = (name: string) => catalogue.instruments.find((one) => one.name === name)?.label ?? name;
  const [playing, setPlaying] = useState<number | null>(null);
  const hear = (index: number) => {
    const pin = pins[index];
    if (!pin || playing === index) {
      player.stop();
      setPlaying(null);
      return;
    }
    // A single place is too short to hear: its beat is played, and a beat around it.
    const from = Math.floor(pin.from / music.beatTicks) * music.beatTicks;
    const to = Math.min(bars * music.barTicks, Math.ceil(pin.to / music.beatTicks) * music.beatTicks + music.beatTicks);
    setPlaying(index);
    void player.play({ from, to });
  };
  if (pins.length === 0 && !change) return null;
  return (
    <section aria-labelledby="notes" className="mt-3">
      <div className="flex flex-wrap items-center gap-2">
        <h3 id="notes">{say('mark.notes')}</h3>
        {change && !draft && (
          <button
            type="button"
            className="button button-small"
            title={say('mark.key', { key: 'K' })}
            onClick={() => setDraft({ instrument: rows[0] ?? null, from: 0, to: 240 })}
          >
            {say('mark.notes.pin')}
          </button>
        )}
        {change && !draft && <span className="text-sm text-faint">{say('mark.notes.how')}</span>}
      </div>
      {change && draft && (
        <PinForm
          draft={draft}
          music={music}
          rows={rows}
          bars={bars}
          label={label}
          most={catalogue.limits.pin}
          setDraft={setDraft}
          text={text}
          write={write}
          pin={(pin) => {
            change([...pins, pin]);
            setDraft(null);
          }}
        />
      )}
      <ol className="mt-1 flex flex-col gap-1">
        {pins.map((pin, index) => (
          <li key={`${pin.from} ${pin.instrument} ${pin.text}`} className="flex items-start gap-2">
            <span aria-hidden="true" className="pin-number">
              {index + 1}
            </span>
            <span className="flex-1">
              <span dir="auto">{pin.text}</span>{' '}
              <span className="text-sm text-faint">
                {pin.instrument === null ? say('mark.notes.allRows') : label(pin.instrument)}, {wordsOf(pin, music)}
              </span>
            </span>
            <button type="button" className="button button-small" aria-pressed={playing === index} onClick={() => hear(index)}>
              {say('mark.notes.hear')}
            </button>
            {change && (
              <button
                type="button"
                className="button button-small"
                aria-label={say('mark.notes.removeThis', { number: index + 1 })}
                onClick={() => change(pins.filter((_, i) => i !== index))}
              >
                {say('mark.notes.remove')}
              </button>
            )}
          </li>
        ))}
      </ol>
    </section>
  );
}

/** "beat 2", or "beat 2 to beat 4". */
function wordsOf({ from, to }: Place, music: Music): string {
  const word = (tick: number) => music.words.findLast(({ at }) => at <= tick)?.say ?? '';
  const last = music.words.findLast(({ at }) => at < to && at % 240 === 0)?.at ?? from;
  return last <= from ? lower(word(from)) : say('mark.notes.range', { from: lower(word(from)), to: lower(word(last)) });
}

type FormProps = {
  draft: Place;
  music: Music;
  rows: string[];
  bars: number;
  label: (name: string) => string;
  most: number;
  setDraft: (place: Place | null) => void;
  text: string;
  write: (text: string) => void;
  pin: (pin: Pin) => void;
};

function PinForm({ draft, music, rows, bars, label, most, setDraft, text, write, pin }: FormProps) {
  const say = useSay();
  const field = useRef<HTMLInputElement>(null);
  useEffect(() => field.current?.focus(), []);
  const places = music.words.filter(({ at }) => at % 240 === 0 && at < bars * music.barTicks);
  const done = () => {
    if (text.trim() !== '') pin({ ...draft, text: text.trim() });
  };
  return (
    <div className="mt-2 flex flex-wrap items-end gap-2 rounded-md bg-wash p-2 text-sm">
      <label>
        {say('mark.notes.row')}
        <select
          className="field field-small mt-0.5"
          value={draft.instrument ?? ''}
          onChange={(event) => setDraft({ ...draft, instrument: event.target.value === '' ? null : event.target.value })}
        >
          <option value="">{say('mark.notes.all')}</option>
          {rows.map((name) => (
            <option key={name} value={name}>
              {label(name)}
            </option>
          ))}
        </select>
      </label>
      <label>
        {say('mark.notes.from')}
        <select
          className="field field-small mt-0.5"
          value={draft.from}
          onChange={(event) => {
            const from = Number(event.target.value);
            setDraft({ ...draft, from, to: Math.max(draft.to, from + 240) });
          }}
        >
          {places.map(({ at, say: name }) => (
            <option key={at} value={at}>
              {name}
            </option>
          ))}
        </select>
      </label>
      <label>
        {say('mark.notes.to')}
        <select
          className="field field-small mt-0.5"
          value={draft.to}
          onChange={(event) => setDraft({ ...draft, to: Number(event.target.value) })}
        >
          {places
            .filter(({ at }) => at >= draft.from)
            .map(({ at, say: name }) => (
              <option key={at} value={at + 240}>
                {name}
              </option>
            ))}
        </select>
      </label>
      <label className="min-w-56 flex-1">
        {say('mark.notes.note')}
        <input
          ref={field}
          className="field mt-0.5"
          dir="auto"
          maxLength={most}
          value={text}
          onChange={(event) => write(event.target.value)}
          onKeyDown={(event) => {
            if (event.key === 'Enter') done();
            if (event.key === 'Escape') setDraft(null);
          }}
        />
      </label>
      <button type="button" className="button button-main" disabled={text.trim() === ''} onClick={done}>
        {say('mark.notes.do')}
      </button>
      <button type="button" className="button" onClick={() => setDraft(null)}>
        {say('mark.cancel')}
      </button>
    </div>
  );
}
