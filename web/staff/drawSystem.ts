import bravura from '@fontsource/bravura/files/bravura-latin-400-normal.woff2?url';
import {
  Annotation,
  AnnotationVerticalJustify,
  Barline,
  Beam,
  Dot,
  Formatter,
  GraceNote,
  GraceNoteGroup,
  Metrics,
  ModifierPosition,
  Parenthesis,
  Stave,
  StaveNote,
  Stem,
  SVGContext,
  Tuplet,
  VexFlow,
  Voice,
} from 'vexflow/core';
import type { NotatedBar, NotatedEvent } from '../api/types';
import { say } from '../words/words';
import type { BarPlace, StaffBar } from './bars';

const ACCENT = 105;
const GHOST = 40;
/** Pixels. */
const MARGIN = 10;
export const SYSTEM_HEIGHT = 172;
/** Room over the staff for beams and wedges, and the line of the sections' names. */
const OVER = 40;
const NAME = 14;
const HEAD = 70;
const LEAST_BAR = 120;
const MOST_IN_LINE = 4;
/** Beside the notes of a bar: its lines, and the air at both ends. */
const BAR_AIR = 44;
/** How far over what the notes need at least a bar is still read well. */
const LOOSE = 1.15;
const HALF_HEAD = 6;
/** From the last place of a bar to its line. */
const LAST_NOTE = 30;
/** In front of a bar that begins with a grace note. */
const GRACE = 18;
const ACCENT_ROOM = 14;
/** What stands under the feet: a wedge, the bracket of a tuplet, a line of sticking. */
const WEDGE_UNDER = 20;
const BRACKET_UNDER = 26;
const HANDS_UNDER = 16;
const LETTER = 4;
/** That a beam takes, and a slash of a roll. */
const BEAM = 7.5;
const SLASH = 5;
/** The music font's wedges, and its size in points. */
const ACCENT_ABOVE = '\ue4a0';
const ACCENT_BELOW = '\ue4a1';
const GLYPH = 30;
/** Over the notes of open and muted, short and long sounds of one instrument; and how far over an accent they stand. */
const SIGNS: Record<NonNullable<NotatedEvent['heads'][number]['sign']>, string> = {
  open: '\ue614',
  muted: '\ue633',
  short: '\ue4a2',
  long: '\ue4a4',
};
const SIGN_OVER = 12;

const HEADS: Record<string, string> = { cross: 'X2', 'ringed-cross': 'X3', diamond: 'D2', triangle: 'T2' };

let ready: Promise<void> | null = null;

/** Loads the music font, once. */
export function musicFont(): Promise<void> {
  ready ??= new FontFace('Bravura', `url(${bravura})`).load().then((font) => {
    document.fonts.add(font);
    VexFlow.setFonts('Bravura');
    rememberLooks();
  });
  return ready;
}

/** Fonts and styles are flat records, which the library clones deeply for every sign; a copy is enough. */
function rememberLooks(): void {
  const { getFontInfo, getStyle } = Metrics;
  Metrics.getFontInfo = remembered((key) => getFontInfo.call(Metrics, key));
  Metrics.getStyle = remembered((key) => getStyle.call(Metrics, key));
}

function remembered<T extends object>(look: (key: string) => T): (key: string) => T {
  const known = new Map<string, T>();
  return (key) => {
    const found = known.get(key) ?? look(key);
    known.set(key, found);
    return { ...found };
  };
}

/** @property ends whether it is the last one */
export type System = { bars: StaffBar[]; meter: { count: number; unit: number }; ends: boolean };

const least = new WeakMap<NotatedBar, number>();

/** The width that the notes of a bar need, by the library's own reckoning. */
function leastWidth(bar: NotatedBar, meter: System['meter']): number {
  let found = least.get(bar);
  if (found === undefined) {
    const { voices } = written(bar, meter);
    const notes = voices.length > 0 ? new Formatter().joinVoices(voices).preCalculateMinTotalWidth(voices) : 0;
    found = Math.max(LEAST_BAR, LOOSE * notes + BAR_AIR + (isGraced(bar) ? GRACE : 0));
    least.set(bar, found);
  }
  return found;
}

/** Bars in lines: as many in each as have room for their notes, and one at least. */
export function inLines(bars: StaffBar[], width: number, meter: System['meter']): StaffBar[][] {
  const lines: StaffBar[][] = [];
  let left = 0;
  for (const one of bars) {
    const needs = leastWidth(one.bar, meter);
    const line = lines.at(-1);
    if (line && line.length < MOST_IN_LINE && needs <= left) {
      line.push(one);
    } else {
      lines.push([one]);
      left = width - 2 * MARGIN - HEAD;
    }
    left -= needs;
  }
  return lines;
}

/**
 * Draws one line of a percussion staff; a bar whose notes need more than the line is drawn smaller. What it says was decided by the
 * core; here it only gets its place.
 * @returns where bars and notes stand
 */
export function drawSystem(into: HTMLDivElement, { bars, meter, ends }: System, width: number, first: boolean): BarPlace[] {
  // Beside the page: every sign is measured, and a page that changes meanwhile would be laid out anew for each.
  const drawing = document.createElement('div');
  const context = new Context(drawing);
  const lead = first ? HEAD : 35;
  const needs = bars.map(({ bar }) => leastWidth(bar, meter));
  const needed = needs.reduce((sum, one) => sum + one, 0);
  const scale = Math.min(1, width / (needed + 2 * MARGIN + lead));
  const room = (width / scale - 2 * MARGIN - lead) / needed;
  const places: BarPlace[] = [];
  const hands: Drawn['hands'] = [];
  let low = 0;
  let x = MARGIN;
  bars.forEach((one, index) => {
    const { bar, number, name, opens, times } = one;
    const wide = room * (needs[index] ?? 0) + (index === 0 ? lead : 0);
    const stave = new Stave(x, OVER, wide);
    if (index === 0) stave.addClef('percussion');
    if (index === 0 && first) stave.addTimeSignature(`${meter.count}/${meter.unit}`);
    if (opens) stave.setBegBarType(Barline.type.REPEAT_BEGIN);
    if (times > 1) stave.setEndBarType(Barline.type.REPEAT_END);
    else if (ends && index === bars.length - 1) stave.setEndBarType(Barline.type.END);
    stave.setMeasure(number);
    stave.setContext(context).draw();
    if (name) drawName(name, x, context);
    if (times > 2) drawTimes(times, x + wide, context);
    if (isGraced(bar)) stave.setNoteStartX(stave.getNoteStartX() + GRACE);
    const drawn = drawBar(bar, stave, context, meter);
    low = Math.max(low, drawn.low);
    hands.push(...drawn.hands);
    places.push({
      bar: one,
      from: scale * stave.getNoteStartX(),
      to: scale * (x + wide),
      notes: drawn.notes.map(({ at, x }) => ({ at, x: scale * x })),
    });
    x += wide;
  });
  const bottom = Math.max(SYSTEM_HEIGHT, low + (hands.length > 0 ? HANDS_UNDER : LETTER));
  for (const { x, hand } of hands) drawHand(hand, x, bottom - LETTER, context);
  context.resize(width, scale * bottom);
  context.scale(scale, scale);
  into.replaceChildren(drawing);
  return places;
}

/** The name of a section, over whatever beams there are. */
function drawName(name: string, x: number, context: Context): void {
  context.save();
  context.setFont('sans-serif', 12, 'bold');
  context.fillText(name, x + 14, NAME);
  context.restore();
}

/** Sticking, in one line under the feet. */
function drawHand(hand: string, x: number, y: number, context: Context): void {
  context.save();
  context.setFont('sans-serif', 10, 'bold');
  context.fillText(hand, x + 2, y);
  context.restore();
}

/** A repeat that is played more than twice says how often. */
function drawTimes(times: number, x: number, context: Context): void {
  context.save();
  context.setFont('serif', 11, 'normal', 'italic');
  context.fillText(say('beat.staff.times', { count: times }), x - 46, OVER + 30);
  context.restore();
}

/** Keeps its state in flat copies: a drawing saves and restores it for every sign. */
class Context extends SVGContext {
  override save(): this {
    this.stateStack.push({ state: { ...this.state }, attributes: { ...this.attributes } });
    return this;
  }

  override restore(): this {
    const saved = this.stateStack.pop();
    if (saved) [this.state, this.attributes] = [saved.state, saved.attributes];
    return this;
  }
}

/** The signs of a bar, without a place. */
function written(bar: NotatedBar, meter: System['meter']) {
  const [up, down] = [bar.up.some(isNote), bar.down.some(isNote)];
  // Where only the feet have something, the hands need no rest.
  const both = up && down;
  const voices: Voice[] = [];
  const beams: Beam[] = [];
  const tuplets: Tuplet[] = [];
  const accented: [StaveNote, number][] = [];
  const signed: { note: StaveNote; sign: string; over: number }[] = [];
  const hands: { note: StaveNote; hand: string }[] = [];
  const feet: { note: StaveNote; under: number }[] = [];
  const rolled: { note: StaveNote; direction: number; slashes: number; beams: number }[] = [];
  const stood = new Map<number, () => number>();
  for (const [events, direction] of [
    [bar.up, Stem.UP],
    [bar.down, Stem.DOWN],
  ] as const) {
    if (direction === Stem.DOWN ? !down : down && !up) continue;
    const notes = events.map((event) => noteOf(event, direction, both));
    events.forEach((event, i) => {
      if (isNote(event)) stood.set(event.at, () => (notes[i] as StaveNote).getAbsoluteX() + HALF_HEAD);
      if (isAccented(event)) accented.push([notes[i] as StaveNote, direction]);
      const signs = event.heads.flatMap(({ sign }) => (sign ? [SIGNS[sign]] : []));
      signs.forEach((sign, over) => {
        signed.push({ note: notes[i] as StaveNote, sign, over: over + (isAccented(event) ? 1 : 0) });
      });
      const hand = event.heads.map((head) => head.hand ?? '').join('');
      if (hand !== '') hands.push({ note: notes[i] as StaveNote, hand });
      if (direction === Stem.DOWN && isNote(event)) {
        const under = (isAccented(event) ? WEDGE_UNDER : 0) + (event.tuplet ? BRACKET_UNDER : 0);
        feet.push({ note: notes[i] as StaveNote, under });
      }
    });
    const spans = new Map<number, { event: NotatedEvent; note: StaveNote }[]>();
    events.forEach((event, i) => {
      const group = spans.get(event.span) ?? [];
      group.push({ event, note: notes[i] as StaveNote });
      spans.set(event.span, group);
    });
    tuplets.push(...tupletsOf(events, notes, direction));
    for (const group of spans.values()) {
      const beamed = group.filter(({ event }) => isNote(event) && Number(event.value) >= 8);
      for (const { event, note } of group) {
        const slashes = slashesOf(event);
        const beams = beamed.length > 1 && Number(event.value) >= 8 ? Math.log2(Number(event.value)) - 2 : 0;
        if (slashes > 0) rolled.push({ note, direction, slashes, beams });
      }
      if (beamed.length > 1) {
        beams.push(new Beam(beamed.map(({ note }) => note)));
      }
    }
    // Tuplets change how long their notes last, by which voices are lined up.
    voices.push(new Voice({ numBeats: meter.count, beatValue: meter.unit }).setMode(Voice.Mode.SOFT).addTickables(notes));
  }
  return { voices, beams, tuplets, accented, signed, rolled, stood, hands, feet };
}

/** Tuplets of one voice: what begins together is one bracket, that of the feet under the staff. */
function tupletsOf(events: NotatedEvent[], notes: StaveNote[], direction: number): Tuplet[] {
  const groups = new Map<number, { event: NotatedEvent; note: StaveNote }[]>();
  events.forEach((event, i) => {
    if (!event.tuplet) return;
    groups.set(event.tuplet.from, [...(groups.get(event.tuplet.from) ?? []), { event, note: notes[i] as StaveNote }]);
  });
  const spans = [...groups.values()].map((group) => group[0]?.event.span);
  return [...groups.values()].map((group) => {
    // Two under one beam are told apart by their brackets.
    const several = spans.filter((span) => span === group[0]?.event.span).length > 1;
    const { parts, normal } = group[0]?.event.tuplet ?? { parts: 3, normal: 2 };
    return new Tuplet(
      group.map(({ note }) => note),
      {
        numNotes: parts,
        notesOccupied: normal,
        ratioed: false,
        bracketed: several || group.some(({ event }) => !isNote(event) || Number(event.value) < 8),
        location: direction === Stem.UP ? Tuplet.LOCATION_TOP : Tuplet.LOCATION_BOTTOM,
        // Beyond the wedges of accents.
        yOffset: group.some(({ event }) => isAccented(event)) ? -direction * ACCENT_ROOM : 0,
      },
    );
  });
}

/** Where the notes of a bar stand, in time; its sticking, to be written under all; and how far down it goes, in pixels. */
type Drawn = { notes: BarPlace['notes']; hands: { x: number; hand: string }[]; low: number };

function drawBar(bar: NotatedBar, stave: Stave, context: Context, meter: System['meter']): Drawn {
  const { voices, beams, tuplets, accented, signed, rolled, stood, hands, feet } = written(bar, meter);
  if (voices.length === 0) return { notes: [], hands: [], low: 0 };
  const formatter = new Formatter().joinVoices(voices).formatToStave(voices, stave);
  keepInside(formatter, stave.getNoteEndX() - stave.getNoteStartX() - LAST_NOTE);
  for (const voice of voices) voice.draw(context, stave);
  for (const beam of beams) beam.setContext(context).draw();
  for (const tuplet of tuplets) tuplet.setContext(context).draw();
  for (const [note, direction] of accented) drawAccent(note, context, direction);
  for (const one of signed) drawSign(one, context);
  for (const one of rolled) drawRoll(one, context);
  return {
    notes: [...stood].sort(([a], [b]) => a - b).map(([at, x]) => ({ at, x: x() })),
    hands: hands.map(({ note, hand }) => ({ x: note.getAbsoluteX(), hand })),
    low: Math.max(0, ...feet.map(({ note, under }) => Math.max(...Object.values(note.getStemExtents())) + under)),
  };
}

/** The formatter pulls notes together only so far: where many are short, the last ones would stand behind the bar's line. */
function keepInside(formatter: Formatter, width: number): void {
  const places = Object.values(formatter.getTickContexts()?.map ?? {});
  const used = Math.max(1, ...places.map((place) => place.getX()));
  if (used > width) for (const place of places) place.setX((place.getX() * width) / used);
}

/** Beyond the tip of the stem, wherever its beam has taken that. */
function drawAccent(note: StaveNote, context: Context, direction: number): void {
  const { topY, baseY } = note.getStemExtents();
  const [top, bottom] = [Math.min(topY, baseY), Math.max(topY, baseY)];
  context.save();
  context.setFont('Bravura', GLYPH);
  context.fillText(direction === Stem.UP ? ACCENT_ABOVE : ACCENT_BELOW, note.getAbsoluteX(), direction === Stem.UP ? top - 4 : bottom + 4);
  context.restore();
}

/** Over the tip of the stem, and over an accent. */
function drawSign({ note, sign, over }: { note: StaveNote; sign: string; over: number }, context: Context): void {
  const { topY, baseY } = note.getStemExtents();
  context.save();
  context.setFont('Bravura', GLYPH);
  context.fillText(sign, note.getAbsoluteX() + 2, Math.min(topY, baseY) - 5 - over * SIGN_OVER);
  context.restore();
}

/** A roll's slashes through the stem, between its beams and its head. */
function drawRoll(
  { note, direction, slashes, beams }: { note: StaveNote; direction: number; slashes: number; beams: number },
  context: Context,
) {
  const { topY, baseY } = note.getStemExtents();
  const [tip, down] = direction === Stem.UP ? [Math.min(topY, baseY), 1] : [Math.max(topY, baseY), -1];
  const x = note.getStemX();
  context.save();
  context.setLineWidth(2.6);
  for (let i = 0; i < slashes; i++) {
    const y = tip + down * (7 + beams * BEAM + i * SLASH);
    context.beginPath();
    context.moveTo(x - 5, y + 2.5);
    context.lineTo(x + 5, y - 2.5);
    context.stroke();
  }
  context.restore();
}

/** One for two strokes, two for up to four, three for more. */
function slashesOf(event: NotatedEvent): number {
  const roll = Math.max(1, ...event.heads.map((head) => head.roll));
  return Math.min(3, Math.ceil(Math.log2(roll)));
}

const isAccented = (event: NotatedEvent): boolean => event.heads.some(({ velocity }) => velocity >= ACCENT);
/** Whether a bar begins with a grace note, which stands before its first place. */
const isGraced = (bar: NotatedBar): boolean =>
  [...bar.up, ...bar.down].some(({ at, heads }) => at === 0 && heads.some((head) => head.ornament));
const isNote = (event: NotatedEvent): boolean => event.heads.length > 0;

function noteOf(event: NotatedEvent, direction: number, both: boolean): StaveNote {
  const duration = `${event.value}${'d'.repeat(event.dots)}`;
  if (!isNote(event)) {
    const place = both ? (direction === Stem.UP ? 'g/5' : 'e/4') : 'b/4';
    const rest = new StaveNote({ keys: [place], duration: `${duration}r`, clef: 'percussion', alignCenter: event.value === 'w' });
    if (event.dots > 0) Dot.buildAndAttach([rest]);
    return rest;
  }
  // Lowest first, as a chord is read.
  const heads = [...event.heads].sort((a, b) => height(a.staff) - height(b.staff));
  const keys = heads.map(({ staff, head }) => `${staff.charAt(0).toLowerCase()}/${staff.slice(1)}${HEADS[head] ? `/${HEADS[head]}` : ''}`);
  const note = new StaveNote({ keys, duration, clef: 'percussion', stemDirection: direction });
  if (event.dots > 0) Dot.buildAndAttach([note], { all: true });
  const graced = heads.find(({ ornament }) => ornament);
  if (graced) {
    const key = keys[heads.indexOf(graced)] ?? 'b/4';
    const count = graced.ornament === 'flam' ? 1 : 2;
    const graces = Array.from(
      { length: count },
      () => new GraceNote({ keys: [key], duration: count === 1 ? '8' : '16', slash: count === 1 }),
    );
    note.addModifier(count === 1 ? new GraceNoteGroup(graces) : new GraceNoteGroup(graces).beamNotes(), 0);
  }
  // What does not stand where it is written.
  if (!event.exact) {
    note.addModifier(new Annotation('≈').setFont('sans-serif', 10, 'bold').setVerticalJustification(AnnotationVerticalJustify.TOP), 0);
  }
  heads.forEach(({ velocity }, index) => {
    if (velocity >= GHOST) return;
    note.addModifier(new Parenthesis(ModifierPosition.LEFT), index);
    note.addModifier(new Parenthesis(ModifierPosition.RIGHT), index);
  });
  return note;
}

const height = (staff: string): number => 'CDEFGAB'.indexOf(staff.charAt(0)) + 7 * Number(staff.slice(1));
