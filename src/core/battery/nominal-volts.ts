/** What a battery is called by, V: blocks of one to six cells of two volts. A block of five is not made. */
export const NOMINAL_VOLTS = [2, 4, 6, 8, 12] as const;

export type NominalVolts = (typeof NOMINAL_VOLTS)[number];

/** The same as words, for lists and files. */
export const NOMINAL_WORDS = NOMINAL_VOLTS.map(String);

/** The nominal voltage that a number or a word names; undefined for one that is none. */
export function nominalVoltsOf(said: number | string): NominalVolts | undefined {
  return NOMINAL_VOLTS.find((volts) => volts === Number(said));
}

/** Cells of a block. */
export const cellsOf = (nominalVolts: number): number => nominalVolts / 2;
