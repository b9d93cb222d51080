import type { Catalogue, Hit } from '../api/types';
import { velocityOf } from '../music/pattern';
import { tickSeconds } from '../music/schedule';
import { panWords, plural } from '../ui/words';
import type { Cursor, Place } from './Cursor';
import { saidAt } from './saidAt';

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
    return this.catalogue.instruments.find((one) => one.name === instrument)?.label.toLowerCase() ?? '';
  }

  level(velocity: number): string {
    return this.catalogue.levels.filter((level) => velocity >= level.lowest).at(-1)?.name ?? '';
  }

  push(ticks: number): string {
    const ms = Math.round(Math.abs(ticks) * tickSeconds(this.sheet.store.pattern) * 1000);
    return ticks === 0 ? 'in its place' : `${ms} ms ${ticks < 0 ? 'early' : 'late'}`;
  }

  /** "firm, 90", with what else the hit carries; "empty". */
  hit(hit: Hit | undefined): string {
    if (!hit) return 'empty';
    const more = [
      hit.ornament,
      hit.hand && (hit.hand === 'R' ? 'right hand' : 'left hand'),
      (hit.roll ?? 1) > 1 && `roll of ${hit.roll}`,
      hit.push && this.push(hit.push),
      (hit.odds ?? 100) < 100 && `${hit.odds} percent of the time`,
      hit.pan && `pan ${panWords(hit.pan)}`,
      hit.tune && `${hit.tune > 0 ? '+' : '−'}${plural(Math.abs(hit.tune), 'semitone')}`,
      hit.silent && 'muted',
    ].filter(Boolean);
    return [`${this.level(velocityOf(hit))}, ${velocityOf(hit)}`, ...more].join(', ');
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
