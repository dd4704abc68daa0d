import type { Chance } from '../quantity/chance';

/**
 * How a unit differs from its label's like although nothing is wrong with it: makers differ by more than any formula
 * knows. A model of ours.
 */
export interface Maker {
  /** Added to the open voltage, V of a 12 V battery. */
  readonly openVolts: number;
  /** Of the resistance that goes with the rating: 1.07 is 7 % more. */
  readonly ohms: number;
  /** What of it is plates and acid rather than diffusion, against the usual: 0.1 is a tenth more. */
  readonly split: number;
  /** Of the drop of activation under a load test, against the usual: 0.15 is 15 % more. */
  readonly activation: number;
  /** Of the cranking current that goes with a conductance, against the usual. */
  readonly signal: number;
  /** Of the capacity on the label. */
  readonly capacity: number;
}

/** A unit just as its label says. */
export const AS_LABELLED: Maker = { openVolts: 0, ohms: 1, split: 0, activation: 0, signal: 1, capacity: 1 };

/** Half-widths of what makers differ by: each is drawn evenly from within. */
const SPANS = {
  openVolts: 0.04,
  ohms: 0.07,
  split: 0.1,
  activation: 0.15,
  signal: 0.1,
  capacity: 0.08,
} as const;

/** A maker by chance. */
export function drawMaker(chance: Chance): Maker {
  const within = (span: number) => chance.between(-span, span);
  return {
    openVolts: within(SPANS.openVolts),
    ohms: 1 + within(SPANS.ohms),
    split: within(SPANS.split),
    activation: within(SPANS.activation),
    signal: 1 + within(SPANS.signal),
    capacity: 1 + within(SPANS.capacity),
  };
}
