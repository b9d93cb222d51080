import type { Section } from '../api/types';
import type { Over } from '../sheet/Sheet';

/** How a target is beside one's beat: not at all, its line over each line, in one's own rows, or bar for bar by ear. */
export type Beside = 'mine' | 'over' | 'one' | 'ear';

/** What of the target is drawn: lines over those of the sheet, or heads in its rows. */
export type TargetShown = { over: Over | null; inRows: Section | null };

export const NO_TARGET: TargetShown = { over: null, inRows: null };
