import type { Paper } from '../api/types';
import type { MarkStyle } from './marks';

export type Counting = Paper['counting'];

/** How beats look on paper; kept for the next time. */
export type Looks = {
  as: 'steps' | 'staff' | 'both' | 'hear';
  marks: MarkStyle;
  /** A sign of one's own by instrument, in place of the usual mark. */
  signs: Record<string, string>;
  tints: boolean;
  counting: Counting | '';
  fill: 'hits' | 'frame' | 'blank';
  page: '1' | '2' | '4';
  size: 'A4' | 'letter';
  said: boolean;
};

export const USUAL: Looks = {
  as: 'steps',
  marks: 'noteheads',
  signs: {},
  tints: false,
  counting: '',
  fill: 'hits',
  page: '1',
  size: 'A4',
  said: true,
};
