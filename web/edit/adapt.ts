import { api, reply } from '../api/client';
import type { Pattern, Section } from '../api/types';
import { orderOf } from '../music/form';
import { bounded } from '../music/pattern';
import { beatTicks } from '../music/time';
import { lower } from '../ui/words';
import { say } from '../words/words';
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
    changes.push(say('panels.adapt.meter', { from: meterName(given.meter), to: meterName(now.meter), count: lost.length }));
  }
  pattern = { ...pattern, title: now.title, ...tempoFor(pattern, editor, changes) };
  const swing = pattern.swing ?? { percent: 50, unit: 16 };
  if (!freedom.swing && (swing.percent !== now.swing?.percent || swing.unit !== now.swing?.unit)) {
    pattern = { ...pattern, swing: now.swing ?? swing };
    changes.push(say('panels.adapt.swing'));
  }
  if (freedom.kit === false && pattern.kit !== now.kit) {
    changes.push(say('panels.adapt.kit', { kit: pattern.kit }));
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
    if (tempo.bpm !== own.bpm || tempo.beat !== own.beat) changes.push(say('panels.adapt.tempo', { bpm: own.bpm }));
    return { tempo: own };
  }
  const factor = beatTicks(tempo.beat) / 960;
  const bpm = bounded(tempo.bpm, range.low / factor, range.high / factor);
  if (bpm !== tempo.bpm) changes.push(say('panels.adapt.tempoOf', { from: tempo.bpm, to: bpm }));
  return { tempo: { ...tempo, bpm } };
}

/** The sections of the task, filled with those of the pattern in their order. */
function formFor(pattern: Pattern, now: Pattern, barTicks: number, changes: string[]): Pattern {
  const same = pattern.sections.length === now.sections.length && now.sections.every((one, i) => one.bars === pattern.sections[i]?.bars);
  if (!same) changes.push(say('panels.adapt.bars', { has: lengths(pattern), task: lengths(now) }));
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
  const label = (name: string) => lower(editor.catalogue.instruments.find((one) => one.name === name)?.label ?? name);
  const out = new Set(
    pattern.sections.flatMap(({ rows }) => rows.map((row) => row.instrument)).filter((name) => editor.allowed.whyNot(name) !== null),
  );
  if (out.size > 0) changes.push(say('panels.adapt.rows', { names: [...out].map(label).join(', ') }));
  const sections = pattern.sections.map((section) => {
    const rows = section.rows.filter((row) => !out.has(row.instrument));
    const missing = (editor.allowed.freedom?.required ?? []).filter((name) => !rows.some((row) => row.instrument === name));
    return { ...section, rows: [...rows, ...missing.map((instrument) => ({ instrument, hits: [] }))] };
  });
  return { ...pattern, sections };
}

const lengths = ({ sections }: Pattern): string => sections.map(({ bars }) => say('frame.bars', { count: bars })).join(', ');
