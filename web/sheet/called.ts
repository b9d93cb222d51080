import type { Catalogue, Instrument, Row } from '../api/types';

/** The instrument of a row, under the row's own name where it has one. */
export function calledInstrument(catalogue: Catalogue, row: Row): Instrument | undefined {
  const instrument = catalogue.instruments.find((one) => one.name === row.instrument);
  return instrument && row.name ? { ...instrument, label: row.name } : instrument;
}
