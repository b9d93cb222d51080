/** What unfolds under the signs of the head; loaded behind the sheet. */
export { BarsField } from './BarsField';
export { KitField } from './KitField';
export { MeterField } from './MeterField';
export { SwingField } from './SwingField';
export { TempoField } from './TempoField';
