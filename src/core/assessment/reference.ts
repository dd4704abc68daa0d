import { tidy } from '../quantity/tidy';

/** Temperature taken where nobody measured one, °C. The record says so wherever it was used. */
export const ASSUMED_TEMPERATURE_C = 25;

/** Nominal voltage that every table and formula of the core is written for. */
const REFERENCE_VOLTS = 12;

/** A voltage of this battery as that of a 12 V battery in the same state: cells in series share alike. */
export function twelveVolt(volts: number, nominalVolts: number): number {
  return (volts * REFERENCE_VOLTS) / nominalVolts;
}

/** A 12 V battery's voltage as that of this battery: the inverse of `twelveVolt`. */
export function ownVolt(volts: number, nominalVolts: number): number {
  return tidy((volts * nominalVolts) / REFERENCE_VOLTS);
}

/** Standard uncertainty of a voltage read under load, V on a 12 V battery. A model of ours. */
export const LOAD_VOLTS_SD = 0.03;

/** Standard uncertainty of a voltage read at rest, V on a 12 V battery. A model of ours. */
export const OPEN_VOLTS_SD = 0.005;
