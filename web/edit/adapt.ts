import { api, reply } from '../api/client';
import type { Pattern, Section } from '../api/types';
import { orderOf } from '../music/form';
import { bounded } from '../music/pattern';
import { beatTicks } from '../music/time';
import { plural } from '../ui/words';
import type { Editor } from './Editor';
import { meterName, sameMeter } from './meters';

/** A pattern from outside as the task would take it, what that changes, in sentences, and what it is called there. */
export type Adapted = { pattern: Pattern; changes: string[]; from: string };

/**
 * Fits a valid pattern to what the task sets. Nothing is applied; the person is asked.
 * @throws ApiError when the core cannot be reached
 */
export async function adapted(given: Pattern, editor: Editor): Promise<Adapted> {
  const { freedom } = editor.allowed;
  const now = editor.store.pattern;
  if (!freedom) return { pattern: { ...given, title: now.title }, changes: [], from: given.title };
  const changes: string[] = [];
  let pattern: Pattern = given;
  if (!freedom.meter && !sameMeter(given.meter, now.meter)) {
    const { pattern: remetered, lost } = await reply(api.POST('/api/edit/remeter', { body: { pattern: given, meter: now.meter } }));
    pattern = remetered;
    const without = lost.length > 0 ? `, without ${plural(lost.length, 'hit')}` : '';
    changes.push(`It is in ${meterName(given.meter)}; it goes into ${meterName(now.meter)}${without}.`);
  }
  pattern = { ...pattern, title: now.title, ...tempoFor(pattern, editor, changes) };
  const swing = pattern.swing ?? { percent: 50, unit: 16 };
  if (!freedom.swing && (swing.percent !== now.swing?.percent || swing.unit !== now.swing?.unit)) {
    pattern = { ...pattern, swing: now.swing ?? swing };
    changes.push('Its swing becomes that of the task.');
  }
  if (freedom.kit === false && pattern.kit !== now.kit) {
    changes.push(`It is played with the kit ${pattern.kit}; it takes that of the task.`);
    pattern = { ...pattern, kit: now.kit };
  }
  if (!freedom.form) pattern = formFor(pattern, now, editor.music.barTicks, changes);
  return { pattern: rowsFor(pattern, editor, changes), changes, from: given.title };
}

function tempoFor(pattern: Pattern, editor: Editor, changes: string[]): Pick<Pattern, 'tempo'> {
  const { tempo } = pattern;
  const range = editor.allowed.freedom?.tempo;
  const own = editor.store.pattern.tempo;
  if (!range) {
    if (tempo.bpm !== own.bpm || tempo.beat !== own.beat) changes.push(`Its tempo becomes ${own.bpm}.`);
    return { tempo: own };
  }
  const factor = beatTicks(tempo.beat) / 960;
  const bpm = bounded(tempo.bpm, range.low / factor, range.high / factor);
  if (bpm !== tempo.bpm) changes.push(`Its tempo of ${tempo.bpm} becomes ${bpm}.`);
  return { tempo: { ...tempo, bpm } };
}

/** The sections of the task, filled with those of the pattern in their order. */
function formFor(pattern: Pattern, now: Pattern, barTicks: number, changes: string[]): Pattern {
  const same = pattern.sections.length === now.sections.length && now.sections.every((one, i) => one.bars === pattern.sections[i]?.bars);
  if (!same) changes.push(`It has ${lengths(pattern)}; the task has ${lengths(now)}. What is beyond is left out.`);
  const sections = now.sections.map((own, i): Section => {
    const rows = (pattern.sections[i]?.rows ?? own.rows.map((row) => ({ ...row, hits: [] }))).map((row) => ({
      ...row,
      hits: row.hits.filter((hit) => hit.at < own.bars * barTicks),
    }));
    return { name: own.name, bars: own.bars, rows };
  });
  return { ...pattern, sections, order: orderOf(now) };
}

function rowsFor(pattern: Pattern, editor: Editor, changes: string[]): Pattern {
  const label = (name: string) => editor.catalogue.instruments.find((one) => one.name === name)?.label.toLowerCase() ?? name;
  const out = new Set(
    pattern.sections.flatMap(({ rows }) => rows.map((row) => row.instrument)).filter((name) => editor.allowed.whyNot(name) !== null),
  );
  if (out.size > 0) changes.push(`The task does not offer ${[...out].map(label).join(', ')}; left out.`);
  const sections = pattern.sections.map((section) => {
    const rows = section.rows.filter((row) => !out.has(row.instrument));
    const missing = (editor.allowed.freedom?.required ?? []).filter((name) => !rows.some((row) => row.instrument === name));
    return { ...section, rows: [...rows, ...missing.map((instrument) => ({ instrument, hits: [] }))] };
  });
  return { ...pattern, sections };
}

const lengths = ({ sections }: Pattern): string => sections.map(({ bars }) => plural(bars, 'bar')).join(', ');
