import type { Hit, Pattern, Section } from '../api/types';
import { withSection } from './pattern';

/** Changes of bars, sections and their order. Bars are counted from 0 here. */

export type OrderEntry = { section: string; times: number };

export function orderOf(pattern: Pattern): OrderEntry[] {
  return pattern.order ?? pattern.sections.map(({ name }) => ({ section: name, times: 1 }));
}

/** The sections of one pass in the order played. */
export function formOf(pattern: Pattern): Section[] {
  const byName = new Map(pattern.sections.map((section) => [section.name, section]));
  return orderOf(pattern).flatMap(({ section, times }) => {
    const found = byName.get(section);
    return found ? Array.from({ length: times }, () => found) : [];
  });
}

export type PlaceInForm = { section: number; tick: number; turn: number; turns: number };

/** Where a tick of the pass lies: in which section, where in it, and in which of its turns. */
export function placeInForm(pattern: Pattern, barTicks: number, tick: number): PlaceInForm | null {
  const form = formOf(pattern);
  const turns = new Map<string, number>();
  let start = 0;
  for (const section of form) {
    const turn = (turns.get(section.name) ?? 0) + 1;
    turns.set(section.name, turn);
    const length = section.bars * barTicks;
    if (tick < start + length) {
      const index = pattern.sections.findIndex(({ name }) => name === section.name);
      return { section: index, tick: tick - start, turn, turns: form.filter(({ name }) => name === section.name).length };
    }
    start += length;
  }
  return null;
}

/** One pass written out as a single section, to look at beside another pattern. */
export function writtenOut(pattern: Pattern, barTicks: number): Pattern {
  const form = formOf(pattern);
  if (form.length === 1 && pattern.sections.length === 1 && form[0]?.rows.every(({ cycle }) => !cycle)) return pattern;
  const rows = new Map<string, Section['rows'][number]>();
  let bars = 0;
  for (const section of form) {
    const [start, length] = [bars * barTicks, section.bars * barTicks];
    for (const row of section.rows) {
      const known = rows.get(row.instrument) ?? { ...row, cycle: null, hits: [] };
      const hits = played(row.hits, row.cycle ?? null, length).map((hit) => ({ ...hit, at: hit.at + start }));
      rows.set(row.instrument, { ...known, hits: [...known.hits, ...hits] });
    }
    bars += section.bars;
  }
  const name = form.map((section) => section.name).join(' ');
  return { ...pattern, sections: [{ name, bars, rows: [...rows.values()] }], order: [{ section: name, times: 1 }] };
}

/** The hits of a row over a length, its own cycle written out. */
export function played(hits: Hit[], cycle: number | null, length: number): Hit[] {
  if (cycle === null) return hits;
  const all: Hit[] = [];
  for (let start = 0; start < length; start += cycle) {
    for (const hit of hits) if (hit.at < cycle && start + hit.at < length) all.push({ ...hit, at: start + hit.at });
  }
  return all;
}

function eachRowsHits(section: Section, change: (hits: Hit[]) => Hit[], bars = section.bars): Section {
  return { ...section, bars, rows: section.rows.map((row) => ({ ...row, hits: change(row.hits).sort((a, b) => a.at - b.at) })) };
}

const barOf = (hit: Hit, barTicks: number) => Math.floor(hit.at / barTicks);

/** Bar `from` over bar `to`; where `to` is just behind the end, the section grows by a bar. */
export function barRepeated(pattern: Pattern, section: number, from: number, to: number, barTicks: number): Pattern {
  return withSection(pattern, section, (one) =>
    eachRowsHits(
      one,
      (hits) => [
        ...hits.filter((hit) => barOf(hit, barTicks) !== to),
        ...hits.filter((hit) => barOf(hit, barTicks) === from).map((hit) => ({ ...hit, at: hit.at + (to - from) * barTicks })),
      ],
      Math.max(one.bars, to + 1),
    ),
  );
}

/** Bar `from` over every bar after it. */
export function barRepeatedToEnd(pattern: Pattern, section: number, from: number, barTicks: number): Pattern {
  const bars = pattern.sections[section]?.bars ?? 0;
  let result = pattern;
  for (let to = from + 1; to < bars; to++) result = barRepeated(result, section, from, to, barTicks);
  return result;
}

/** All bars of the section once more behind it. */
export function allRepeated(pattern: Pattern, section: number, barTicks: number): Pattern {
  return withSection(pattern, section, (one) =>
    eachRowsHits(one, (hits) => [...hits, ...hits.map((hit) => ({ ...hit, at: hit.at + one.bars * barTicks }))], 2 * one.bars),
  );
}

/** So many bars; those behind the end go with their hits. */
export function barsSet(pattern: Pattern, section: number, bars: number, barTicks: number): Pattern {
  return withSection(pattern, section, (one) =>
    one.bars === bars ? one : eachRowsHits(one, (hits) => hits.filter((hit) => hit.at < bars * barTicks), bars),
  );
}

/** An empty bar before bar `at`. */
export function barInserted(pattern: Pattern, section: number, at: number, barTicks: number): Pattern {
  return withSection(pattern, section, (one) =>
    eachRowsHits(one, (hits) => hits.map((hit) => (barOf(hit, barTicks) >= at ? { ...hit, at: hit.at + barTicks } : hit)), one.bars + 1),
  );
}

export function barRemoved(pattern: Pattern, section: number, bar: number, barTicks: number): Pattern {
  return withSection(pattern, section, (one) =>
    eachRowsHits(
      one,
      (hits) =>
        hits
          .filter((hit) => barOf(hit, barTicks) !== bar)
          .map((hit) => (barOf(hit, barTicks) > bar ? { ...hit, at: hit.at - barTicks } : hit)),
      one.bars - 1,
    ),
  );
}

export function barsExchanged(pattern: Pattern, section: number, a: number, b: number, barTicks: number): Pattern {
  const other = (bar: number) => (bar === a ? b : bar === b ? a : bar);
  return withSection(pattern, section, (one) =>
    eachRowsHits(one, (hits) =>
      hits.map((hit) => ({ ...hit, at: hit.at + (other(barOf(hit, barTicks)) - barOf(hit, barTicks)) * barTicks })),
    ),
  );
}

/** A name that no section has: the next letter, or for a variation the old name and a number. */
function freeName(pattern: Pattern, like?: string): string {
  const taken = new Set(pattern.sections.map(({ name }) => name));
  const stem = like?.replace(/ \d+$/, '');
  for (let i = 0; ; i++) {
    const name = stem ? `${stem} ${i + 2}` : i < 26 ? String.fromCharCode(65 + i) : `Section ${i}`;
    if (!taken.has(name)) return name;
  }
}

/** Another section behind this one, in the list and at the end of the order: a copy to edit, or empty with the same rows. */
export function sectionAdded(pattern: Pattern, index: number, copy: boolean): Pattern {
  const from = pattern.sections[index];
  if (!from) return pattern;
  const name = freeName(pattern, copy ? from.name : undefined);
  const section = copy ? { ...from, name } : { ...from, name, rows: from.rows.map((row) => ({ ...row, hits: [] })) };
  const sections = [...pattern.sections.slice(0, index + 1), section, ...pattern.sections.slice(index + 1)];
  return { ...pattern, sections, order: [...orderOf(pattern), { section: name, times: 1 }] };
}

export function sectionRemoved(pattern: Pattern, index: number): Pattern {
  const name = pattern.sections[index]?.name;
  const sections = pattern.sections.filter((_, i) => i !== index);
  const order = orderOf(pattern).filter(({ section }) => section !== name);
  return { ...pattern, sections, order: order.length > 0 ? order : sections.map((one) => ({ section: one.name, times: 1 })) };
}

export function sectionRenamed(pattern: Pattern, index: number, name: string): Pattern {
  const old = pattern.sections[index]?.name;
  const order = orderOf(pattern).map((entry) => (entry.section === old ? { ...entry, section: name } : entry));
  return { ...withSection(pattern, index, (one) => ({ ...one, name })), order };
}
