import type { Freedom, Row } from '../api/types';
import { say } from '../words/words';

/** What a task allows of the rows of a sheet. */
export class Allowed {
  constructor(
    /** What the task leaves open; null where everything is. */
    readonly freedom: Freedom | null,
    /** The instruments that the task offers. */
    readonly offered: string[],
  ) {}

  /** Why an instrument cannot be added; null when it can. */
  whyNot(instrument: string): string | null {
    if (!this.freedom) return null;
    if (this.freedom.forbidden?.includes(instrument)) return say('edit.no.instrument');
    if (!this.freedom.rows && !this.offered.includes(instrument)) return say('edit.no.others');
    return null;
  }

  /** Why a row cannot be removed or given another instrument; null when it can. */
  whyKept(rows: Row[], row: number): string | null {
    const instrument = rows[row]?.instrument ?? '';
    const others = rows.filter((one, i) => i !== row && one.instrument === instrument).length;
    return others === 0 && this.freedom?.required?.includes(instrument) ? say('edit.no.remove') : null;
  }
}
