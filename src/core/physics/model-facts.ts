import type { Construction } from '../battery/construction';

interface ModelFacts {
  /** Ohmic drop of a new, full battery at 25 °C under its own SAE rating, V of a 12 V battery. */
  readonly ohmicVolts: number;
  /** Diffusion drop in the same case, once it has built up, V. */
  readonly diffusionVolts: number;
  /** Current at which activation bends over, A for each Ah, at 25 °C. */
  readonly bendAmpsPerAh: number;
  /** Charging current taken at the reference overvoltage, share of the missing charge an hour, at 25 °C. */
  readonly acceptancePerHour: number;
  /** Gassing current at 2.23 V a cell and 20 °C, A for 100 Ah. */
  readonly gassingAmps: number;
  /** Charge lost in a month at 25 °C, as a share. Rule of the trade. */
  readonly monthlyLoss: number;
}

const OPEN_PLATES = { ohmicVolts: 2.65, diffusionVolts: 0.57, bendAmpsPerAh: 0.3 } as const;
const PRESSED_PLATES = { ohmicVolts: 2.71, diffusionVolts: 0.6, bendAmpsPerAh: 0.2 } as const;

/**
 * What differs between the constructions in the physical model. Models of ours, fitted to the check points of
 * docs/physical-model.md: half the rating for 15 s and the whole for 30 s at −18 °C.
 */
export const MODEL_FACTS: Readonly<Record<Construction, ModelFacts>> = {
  flooded: { ...OPEN_PLATES, acceptancePerHour: 1, gassingAmps: 0.02, monthlyLoss: 0.1 },
  calcium: { ...OPEN_PLATES, acceptancePerHour: 1, gassingAmps: 0.006, monthlyLoss: 0.03 },
  efb: { ...OPEN_PLATES, acceptancePerHour: 1.25, gassingAmps: 0.006, monthlyLoss: 0.03 },
  agm: { ...PRESSED_PLATES, acceptancePerHour: 1.5, gassingAmps: 0.004, monthlyLoss: 0.02 },
  gel: { ...PRESSED_PLATES, acceptancePerHour: 1, gassingAmps: 0.004, monthlyLoss: 0.02 },
};

/** Cells of a 12 V battery, for which the voltages above are given. */
export const REFERENCE_CELLS = 6;
/** Temperature that the figures stand for, °C. */
export const REFERENCE_C = 25;
