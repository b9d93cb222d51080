import { useEffect, useRef, useState } from 'react';
import { ApiError, api, reply } from '../../api/client';
import type { Pattern } from '../../api/types';
import { lower } from '../../ui/words';
import { locale, say, useSay } from '../../words/words';
import type { Editor } from '../Editor';
import type { Counting } from '../useMusic';

/** Milliseconds after the last key in which the core is asked. */
const PAUSE = 150;
const MOST_TEXT = 20_000;

/**
 * Rows typed as they stand in books, or pasted out of a spreadsheet. The core reads them; what would come is drawn on the sheet before it
 * is taken.
 */
type Props = {
  editor: Editor;
  pasted?: string;
  /** How the class counts: it decides what numbers are that could be beats or steps. */
  counting: Counting;
};

type Numbers = 'beats' | 'steps';

export function TypeBlock({ editor, pasted = '', counting }: Props) {
  const say = useSay();
  const [text, setText] = useState(pasted);
  // What was pasted on the sheet is read as if it had been typed here.
  const [taken, setTaken] = useState(pasted);
  if (pasted !== taken) {
    setTaken(pasted);
    setText(pasted);
  }
  const [numbers, setNumbers] = useState<Numbers | null>(null);
  const [either, setEither] = useState<{ as: Numbers; which: string[] } | null>(null);
  const [read, setRead] = useState<Pattern | null>(null);
  const [said, setSaid] = useState('');
  const asked = useRef(0);
  const section = editor.index;

  useEffect(() => {
    const number = ++asked.current;
    setRead(null);
    setSaid('');
    if (text.trim() === '') {
      setEither(null);
      setNumbers(null);
      return;
    }
    const timer = setTimeout(async () => {
      try {
        const body = { pattern: editor.store.pattern, section, text, numbers, counting };
        const { pattern, numbers: open } = await reply(api.POST('/api/edit/text', { body }));
        if (number !== asked.current) return;
        setEither(open);
        const refused = whyNot(editor, pattern, section);
        setRead(refused === null ? pattern : null);
        setSaid(refused ?? changes(editor, pattern, section));
      } catch (problem) {
        if (number !== asked.current) return;
        setEither(null);
        setSaid(problem instanceof ApiError ? problem.message : String(problem));
      }
    }, PAUSE);
    return () => clearTimeout(timer);
  }, [editor, section, text, numbers, counting]);

  useEffect(() => {
    editor.preview(read && newPlaces(editor, read, section));
    return () => editor.preview(null);
  }, [editor, read, section]);

  const take = () => {
    if (!read) return;
    const typed = read.sections[section];
    editor.store.change(say('panels.type.step'), (pattern) => ({
      ...pattern,
      sections: pattern.sections.map((one, i) => (i === section && typed ? typed : one)),
    }));
    editor.say(say('panels.type.done'));
    setText('');
  };
  const write = async () => {
    try {
      const written = await reply(api.POST('/api/edit/typed', { body: { pattern: editor.store.pattern, section } }));
      setText(written.text);
      if (written.lost.length > 0) editor.say(written.lost.join(' '));
    } catch (problem) {
      setSaid((problem as Error).message);
    }
  };
  return (
    <section aria-labelledby="typed" className="card p-3">
      <h2 id="typed">{say('panels.type')}</h2>
      <p className="text-sm text-faint">{say('panels.type.how')}</p>
      <textarea
        aria-label={say('panels.type.rows')}
        className="field mt-2 h-28 font-mono text-sm"
        spellCheck={false}
        maxLength={MOST_TEXT}
        placeholder={say('panels.type.example')}
        value={text}
        onChange={(event) => setText(event.target.value)}
      />
      <p role="status" className="min-h-5 text-sm">
        {said}
      </p>
      {either && (
        <fieldset className="mb-1.5 flex flex-wrap gap-1.5" aria-label={say('panels.type.numbers')}>
          {(['beats', 'steps'] as const).map((one) => (
            <button
              key={one}
              type="button"
              className="button button-small"
              aria-pressed={either.as === one}
              onClick={() => setNumbers(one)}
            >
              {say(either.as === one ? `panels.type.read.${one}` : `panels.type.as.${one}`, { numbers: listed(either.which) })}
            </button>
          ))}
        </fieldset>
      )}
      <div className="flex flex-wrap gap-1.5">
        <button type="button" className="button button-main button-small" disabled={!read} onClick={take}>
          {say('panels.use')}
        </button>
        <button type="button" className="button button-small" disabled={text === ''} onClick={() => setText('')}>
          {say('panels.cancel')}
        </button>
        <button type="button" className="button button-small" onClick={() => void write()}>
          {say('panels.type.write')}
        </button>
      </div>
    </section>
  );
}

/** "2 and 4"; of many, the first ones. */
function listed(numbers: string[]): string {
  if (numbers.length > 3) return `${numbers.slice(0, 3).join(', ')} …`;
  return new Intl.ListFormat(locale()).format(numbers);
}

/** Where hits would come that are not there, for the rows that the sheet has. */
function newPlaces(editor: Editor, read: Pattern, section: number): { row: number; places: number[] }[] {
  return editor.section.rows.map((row, index) => {
    const there = new Set(row.hits.map((hit) => hit.at));
    const hits = read.sections[section]?.rows[index]?.hits ?? [];
    return { row: index, places: hits.map((hit) => hit.at).filter((at) => !there.has(at)) };
  });
}

/** What the task does not allow of it, in a sentence; null when it can be taken. */
function whyNot(editor: Editor, read: Pattern, section: number): string | null {
  const [before, after] = [editor.section, read.sections[section]];
  if (!after) return null;
  for (const row of after.rows.slice(before.rows.length)) {
    const why = editor.allowed.whyNot(row.instrument);
    const label = editor.catalogue.instruments.find(({ name }) => name === row.instrument)?.label ?? row.instrument;
    if (why) return say('panels.type.not', { name: label, why });
  }
  const { freedom } = editor.allowed;
  return after.bars > before.bars && freedom && !freedom.form ? say('panels.type.beyond', { bars: after.bars, count: before.bars }) : null;
}

/** "Read: 6 hits come, 2 go, a row of cowbell, 2 bars." */
function changes(editor: Editor, read: Pattern, section: number): string {
  const [before, after] = [editor.section, read.sections[section]];
  if (!after) return '';
  const come = newPlaces(editor, read, section).reduce((sum, { places }) => sum + places.length, 0);
  const go = before.rows.reduce((sum, row, i) => {
    const kept = new Set(after.rows[i]?.hits.map((hit) => hit.at));
    return sum + row.hits.filter((hit) => !kept.has(hit.at)).length;
  }, 0);
  const label = (name: string) => lower(editor.catalogue.instruments.find((one) => one.name === name)?.label ?? name);
  const added = after.rows
    .slice(before.rows.length)
    .map((row) => say('panels.type.newRow', { name: label(row.instrument), count: row.hits.length }));
  const bars = after.bars > before.bars ? [say('panels.type.bars', { count: after.bars, before: before.bars })] : [];
  const gone = go > 0 ? [say('panels.type.go', { count: go })] : [];
  return say('panels.type.readThis', {
    changes: [say('panels.type.come', { count: come }), ...gone, ...added, ...bars].join(', '),
  });
}
