import type { Construction } from '../battery/construction';

interface ChargingFacts {
  /** At 25 °C, 12 V battery, V. */
  readonly absorptionVolts: number;
  readonly floatVolts: number;
  /** However cold the battery, no higher than this, 12 V battery, V. */
  readonly mostVolts: number;
  /** Largest current, share of C20. */
  readonly mostAmpsPerAh: number;
  /** Ampere-hours to put in for each that is missing. */
  readonly factor: number;
  /** Charge stops above this battery temperature, °C. */
  readonly stopC: number;
}

/** How each construction is charged. Rules of the trade; the maker's figures outrank them. */
export const CHARGING_FACTS: Readonly<Record<Construction, ChargingFacts>> = {
  flooded: {
    absorptionVolts: 14.4,
    floatVolts: 13.4,
    mostVolts: 15,
    mostAmpsPerAh: 0.25,
    factor: 1.15,
    stopC: 50,
  },
  calcium: {
    absorptionVolts: 14.8,
    floatVolts: 13.6,
    mostVolts: 15.6,
    mostAmpsPerAh: 0.25,
    factor: 1.12,
    stopC: 50,
  },
  efb: { absorptionVolts: 14.8, floatVolts: 13.6, mostVolts: 15, mostAmpsPerAh: 0.3, factor: 1.1, stopC: 50 },
  agm: {
    absorptionVolts: 14.7,
    floatVolts: 13.6,
    mostVolts: 15,
    mostAmpsPerAh: 0.3,
    factor: 1.07,
    stopC: 45,
  },
  gel: {
    absorptionVolts: 14.2,
    floatVolts: 13.6,
    mostVolts: 14.6,
    mostAmpsPerAh: 0.2,
    factor: 1.07,
    stopC: 45,
  },
};

/** Fall of the charging voltages for each kelvin above 25 °C, 12 V battery, V/K. Rule of the trade. */
export const ABSORPTION_VOLTS_PER_KELVIN = -0.024;
export const FLOAT_VOLTS_PER_KELVIN = -0.018;

/** A charge is over when its current at absorption voltage stays below this share of C20. Rule of the trade. */
export const FULL_AMPS_PER_AH = 0.02;
