import type { BatterySpec } from '../battery/battery';
import type { Compensation, ConductanceUnit } from '../correction/conductance';
import type { StepId } from './step-id';

export const CASE_STATES = ['ok', 'cracked', 'bulged', 'leaking', 'frozen'] as const;
export const SMELL_STATES = ['none', 'rotten_egg'] as const;
export const TERMINAL_STATES = ['ok', 'corroded', 'loose', 'damaged'] as const;
export const LEVEL_STATES = ['ok', 'low', 'exposed', 'sealed'] as const;

export const HOLD_DOWN_STATES = ['ok', 'loose', 'missing'] as const;
/** What a built-in indicator eye shows: it looks into one cell only. */
export const EYE_STATES = ['charged', 'low_charge', 'low_level'] as const;
export const CAP_STATES = ['ok', 'missing'] as const;
export const BELT_STATES = ['ok', 'worn'] as const;
export const FUSE_STATES = ['ok', 'blown'] as const;
/** What else was connected, or how the jaws sat, while conductance was read. */
export const CONTACT_STATES = ['clean', 'load_on', 'in_set', 'one_jaw'] as const;
/** What a battery was cranked in. */
export const ENGINES = ['unknown', 'small', 'large', 'motorcycle'] as const;
/** What was measured on the vehicle around the battery. */
export const VEHICLE_CHECKS = ['side_drop', 'joint_drop', 'clamp_drop', 'regulated', 'draw'] as const;

export type VehicleCheck = (typeof VEHICLE_CHECKS)[number];
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
  readonly caps: (typeof CAP_STATES)[number] | null;
  readonly holdDown: (typeof HOLD_DOWN_STATES)[number] | null;
  /** Highest voltage between the negative post and a probe drawn across the top, V. */
  readonly topVolts: number | null;
  readonly eye: (typeof EYE_STATES)[number] | null;
  readonly belt: (typeof BELT_STATES)[number] | null;
  readonly fuse: (typeof FUSE_STATES)[number] | null;
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
  /** Why it was broken off, if it was; the voltage is then the last one seen. */
  readonly stopped?: 'collapse' | 'gassing' | null;
  /** Voltage, and current where an instrument gave it, over the seconds of the test. */
  readonly trace?: Trace | null;
}

/** A recorded load: seconds, volts and, where it was recorded, discharge current in A (null where not). */
export type Trace = readonly (readonly [seconds: number, volts: number, amps: number | null])[];

export interface RecoveryEvidence {
  /** Minutes after the load. */
  readonly minutes: number;
  readonly volts: number;
  readonly forced: boolean;
}

/** Every cell, six of a 12 V battery, read with a hydrometer. */
export interface HydrometerEvidence {
  readonly gravities: readonly number[];
  /** The electrolyte's temperature; null where it was not measured. */
  readonly temperatureC: number | null;
  /** The hydrometer corrects for temperature itself. */
  readonly compensated: boolean;
  readonly forced: boolean;
}

/** Every cell, six of a 12 V battery, read with a voltmeter. */
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
  readonly contact?: (typeof CONTACT_STATES)[number];
}

/** Cranking as a load: the lowest sustained voltage, for how long, and the mean current where one was measured. */
export interface CrankEvidence {
  readonly volts: number;
  readonly seconds: number | null;
  readonly amps: number | null;
  /** The mean voltage while that current flowed, where it was recorded. */
  readonly meanVolts?: number | null;
  readonly temperatureC: number | null;
  readonly forced: boolean;
  readonly engine?: (typeof ENGINES)[number];
  /** The dip of the first moments, where it was sampled fast enough. */
  readonly inrushVolts?: number | null;
}

/** A charge of three minutes: the current, and the voltage at its end. */
export interface ThreeMinuteEvidence {
  readonly amps: number;
  readonly volts: number;
  readonly forced: boolean;
}

/** A battery left alone after charge and rest: what it showed then and hours later. */
export interface StandEvidence {
  readonly hours: number;
  readonly startVolts: number;
  readonly volts: number;
  readonly temperatureC: number | null;
  readonly forced: boolean;
}

/** A steady discharge from full: for how long, and the voltage at its end. */
export interface DischargeEvidence {
  readonly amps: number;
  readonly minutes: number;
  /** After a minute; null where nobody looked. */
  readonly earlyVolts: number | null;
  readonly endVolts: number;
  readonly temperatureC: number | null;
  /** Nothing has been charged since, and the open voltage is the one from before. */
  readonly drained: boolean;
  readonly forced: boolean;
}

/** What a charge to full returned to a battery, and how much charge that battery had. */
export interface ReturnedEvidence {
  readonly ampHours: number;
  /** Charge before it, percent; null where nobody read it. */
  readonly fromPct: number | null;
}

/** One measurement on the vehicle: a voltage drop, the regulated voltage, V, or the parasitic draw, A. */
export interface VehicleEvidence {
  readonly check: VehicleCheck;
  readonly value: number;
  /** The vehicle's own regulated voltage, where the house goes by it. */
  readonly ownFrom: number | null;
  readonly ownTo: number | null;
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
  readonly stand: StandEvidence | null;
  readonly discharge: DischargeEvidence | null;
  readonly returned: ReturnedEvidence | null;
  /** The last of each kind that was measured on the vehicle, in the order in which they were taken. */
  readonly vehicleChecks: readonly VehicleEvidence[];
  /** Put on charge for hours and took none. */
  readonly chargeRefused: boolean;
  /** Its temperature since it was left to cool, °C: null until it is taken again; absent where it never was too hot. */
  readonly cooledToC?: number | null;
  /** It came in because the engine cranked slowly; absent where it did not. */
  readonly cranksSlowly?: true;
  /** Full charges given in this visit. */
  readonly chargesGiven: number;
  /** Conductance readings since the last charge, corrected ones left out. */
  readonly conductancesMade: number;
  /** What the load tests since the last charge ended at, V of the battery, the last one last. */
  readonly loadsMadeVolts: readonly number[];
  /** Steps that the technician passed over, with a reason in the record. */
  readonly skipped: readonly StepId[];
}

/** Evidence as it may have been stored: up to core 1.3 one measurement on the vehicle was kept, the last. */
export interface StoredEvidence extends Evidence {
  readonly vehicle?: VehicleEvidence | null;
}

/** What a list is that nothing was put on: the same one for all, as a file of readings asks for a hundred thousand. */
const NONE: readonly never[] = Object.freeze([]);

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
    stand: null,
    discharge: null,
    returned: null,
    vehicleChecks: NONE,
    chargeRefused: false,
    chargesGiven: 0,
    conductancesMade: 0,
    loadsMadeVolts: NONE,
    skipped: NONE,
  };
}

/** The points of an inspection that nobody looked at. */
export const NOTHING_INSPECTED: InspectionEvidence = {
  case: null,
  smell: null,
  terminals: null,
  level: null,
  caps: null,
  holdDown: null,
  topVolts: null,
  eye: null,
  belt: null,
  fuse: null,
};

/** Evidence as it was stored, with everything that was not asked for at the time said to be unknown. */
export function evidenceAsOfToday(stored: Evidence): Evidence {
  const { vehicle, ...known }: StoredEvidence = stored;
  const { inspection } = known;
  return {
    ...noEvidence(known.battery),
    ...(vehicle ? { vehicleChecks: [vehicle] } : {}),
    ...known,
    inspection: inspection && { ...NOTHING_INSPECTED, ...inspection },
  };
}
