import type { Catalogue, Hit } from '../api/types';
import { velocityOf } from '../music/pattern';
import { tickSeconds } from '../music/schedule';
import { lower, panWords } from '../ui/words';
import { type Key, say } from '../words/words';
import type { Cursor, Place } from './Cursor';
import { saidAt } from './saidAt';

/** A level of loudness as the reader's language calls it. */
export const levelWords = (level: string): string => say(`edit.level.${level}` as Key);

/** Says what is on a sheet, for the panels and for those who listen. */
export class Words {
  constructor(
    readonly catalogue: Catalogue,
    readonly sheet: Pick<Cursor, 'section' | 'store' | 'music' | 'hit'>,
  ) {}

  /** What a row is called: its own name, or its instrument. */
  name(row: number): string {
    const { instrument, name } = this.sheet.section.rows[row] ?? {};
    if (name) return name;
    return lower(this.catalogue.instruments.find((one) => one.name === instrument)?.label ?? '');
  }

  level(velocity: number): string {
    return this.catalogue.levels.filter((level) => velocity >= level.lowest).at(-1)?.name ?? '';
  }

  push(ticks: number): string {
    const ms = Math.round(Math.abs(ticks) * tickSeconds(this.sheet.store.pattern) * 1000);
    return ticks === 0 ? say('edit.hit.inPlace') : ticks < 0 ? say('edit.push.early', { ms }) : say('edit.push.late', { ms });
  }

  /** "firm, 90", with what else the hit carries; "empty". */
  hit(hit: Hit | undefined): string {
    if (!hit) return say('edit.hit.empty');
    const more = [
      hit.ornament && lower(say(`edit.grace.${hit.ornament}`)),
      hit.hand && (hit.hand === 'R' ? say('edit.hit.rightHand') : say('edit.hit.leftHand')),
      (hit.roll ?? 1) > 1 && say('edit.hit.roll', { count: hit.roll ?? 1 }),
      hit.push && this.push(hit.push),
      (hit.odds ?? 100) < 100 && say('edit.hit.odds', { percent: hit.odds ?? 100 }),
      hit.pan && say('edit.hit.pan', { pan: panWords(hit.pan) }),
      hit.tune && `${hit.tune > 0 ? '+' : '−'}${say('edit.semitones', { count: Math.abs(hit.tune) })}`,
      hit.silent && say('edit.row.muted'),
    ].filter(Boolean);
    return [`${levelWords(this.level(velocityOf(hit)))}, ${velocityOf(hit)}`, ...more].join(', ');
  }

  /** "kick, bar 2, beat 3" */
  spot(place: Place): string {
    const words = new Map(this.sheet.music.words.map(({ at, say }) => [at, say]));
    return `${this.name(place.row)}, ${saidAt(words, place.at)}`;
  }

  place(place: Place): string {
    return `${this.spot(place)}: ${this.hit(this.sheet.hit(place))}`;
  }
}
