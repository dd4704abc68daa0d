import type { BatterySpec } from '../battery/battery';
import type { Compensation, ConductanceUnit } from '../correction/conductance';
import type { StepId } from './step-id';

export const CASE_STATES = ['ok', 'cracked', 'bulged', 'leaking', 'frozen'] as const;
export const SMELL_STATES = ['none', 'rotten_egg'] as const;
export const TERMINAL_STATES = ['ok', 'corroded', 'loose', 'damaged'] as const;
export const LEVEL_STATES = ['ok', 'low', 'exposed', 'sealed'] as const;

export type CaseState = (typeof CASE_STATES)[number];
export type SmellState = (typeof SMELL_STATES)[number];
export type TerminalState = (typeof TERMINAL_STATES)[number];
export type LevelState = (typeof LEVEL_STATES)[number];

/** What the eye and the nose found. Null: not looked at. */
export interface InspectionEvidence {
  readonly case: CaseState | null;
  readonly smell: SmellState | null;
  readonly terminals: TerminalState | null;
  readonly level: LevelState | null;
}

export interface OpenCircuitEvidence {
  readonly volts: number;
  /** The battery's own temperature; null where it was not measured, and 25 °C is assumed and said. */
  readonly temperatureC: number | null;
  readonly restMinutes: number | null;
  readonly surfaceRemoved: boolean | null;
  /** Taken past a barred gate: shown, but never reason enough to retire a battery. */
  readonly forced: boolean;
}

export interface LoadEvidence {
  readonly amps: number;
  readonly seconds: number;
  readonly volts: number;
  readonly temperatureC: number | null;
  readonly forced: boolean;
}

export interface RecoveryEvidence {
  /** Minutes after the load. */
  readonly minutes: number;
  readonly volts: number;
  readonly forced: boolean;
}

/** Six cells (three of a 6 V battery) read with a hydrometer. */
export interface HydrometerEvidence {
  readonly gravities: readonly number[];
  /** The electrolyte's temperature; null where it was not measured. */
  readonly temperatureC: number | null;
  /** The hydrometer corrects for temperature itself. */
  readonly compensated: boolean;
  readonly forced: boolean;
}

/** Six cells (three of a 6 V battery) read with a voltmeter. */
export interface CellVoltsEvidence {
  readonly volts: readonly number[];
  readonly forced: boolean;
}

export interface ConductanceEvidence {
  readonly value: number;
  readonly unit: ConductanceUnit;
  readonly compensated: Compensation;
  readonly temperatureC: number | null;
  readonly forced: boolean;
}

/** Cranking as a load: the lowest sustained voltage, for how long, and the mean current where one was measured. */
export interface CrankEvidence {
  readonly volts: number;
  readonly seconds: number | null;
  readonly amps: number | null;
  readonly temperatureC: number | null;
  readonly forced: boolean;
}

/** A charge of three minutes: the current, and the voltage at its end. */
export interface ThreeMinuteEvidence {
  readonly amps: number;
  readonly volts: number;
  readonly forced: boolean;
}

/** All that is known of one battery in one run: the only input of the judgement besides the house rules. */
export interface Evidence {
  readonly battery: BatterySpec;
  readonly inspection: InspectionEvidence | null;
  readonly openCircuit: OpenCircuitEvidence | null;
  readonly hydrometer: HydrometerEvidence | null;
  readonly cellVolts: CellVoltsEvidence | null;
  readonly conductance: ConductanceEvidence | null;
  readonly load: LoadEvidence | null;
  readonly recovery: RecoveryEvidence | null;
  readonly crank: CrankEvidence | null;
  readonly threeMinute: ThreeMinuteEvidence | null;
  /** Full charges given in this visit. */
  readonly chargesGiven: number;
  /** Steps that the technician passed over, with a reason in the record. */
  readonly skipped: readonly StepId[];
}

/** Evidence of a battery that nobody has looked at yet. */
export function noEvidence(battery: BatterySpec): Evidence {
  return {
    battery,
    inspection: null,
    openCircuit: null,
    hydrometer: null,
    cellVolts: null,
    conductance: null,
    load: null,
    recovery: null,
    crank: null,
    threeMinute: null,
    chargesGiven: 0,
    skipped: [],
  };
}
