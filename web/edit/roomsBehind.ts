import { withWords } from '../words/words';

// Nobody needs these at first: they come behind the sheet, and before anybody looks for them.
export const ROOM = {
  hit: () => withWords(import('./hit/HitRoom'), 'panels').then((one) => ({ default: one.HitRoom })),
  row: () => withWords(import('./row/RowRoom'), 'panels').then((one) => ({ default: one.RowRoom })),
  add: () => withWords(import('./row/AddRow'), 'panels').then((one) => ({ default: one.AddRow })),
  type: () => withWords(import('./open/TypeBlock'), 'panels').then((one) => ({ default: one.TypeBlock })),
  files: () => withWords(import('./open/FilesRoom'), 'panels').then((one) => ({ default: one.FilesRoom })),
};
