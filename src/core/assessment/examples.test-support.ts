import type { BatterySpec } from '../battery/battery';
import { isRatingStandard } from '../battery/rating-standard';
import type { Compensation, ConductanceUnit } from '../correction/conductance';
import {
  type CONTACT_STATES,
  type ENGINES,
  type Evidence,
  type InspectionEvidence,
  type LoadEvidence,
  NOTHING_INSPECTED,
  noEvidence,
  type OpenCircuitEvidence,
  type Trace,
  type VehicleEvidence,
} from './evidence';
import type { StepId } from './step-id';

/** A battery for worked examples: flooded, 12 V, 570 A SAE, 60 Ah. */
export const EXAMPLE_BATTERY: BatterySpec = {
  construction: 'flooded',
  nominalVolts: 12,
  ratings: [{ standard: 'SAE', amps: 570 }],
  c20Ah: 60,
  rcMinutes: null,
};

const SOUND: InspectionEvidence = {
  ...NOTHING_INSPECTED,
  case: 'ok',
  smell: 'none',
  terminals: 'ok',
  level: 'ok',
};

/** Evidence as it is written in worked examples: only what matters, the rest in order. */
export interface ExampleCase {
  readonly battery?: Partial<BatterySpec>;
  readonly inspection?: Partial<InspectionEvidence> | null;
  readonly ocv?: number;
  readonly celsius?: number | null;
  readonly restMinutes?: number | null;
  readonly surfaceRemoved?: boolean | null;
  readonly openForced?: boolean;
  readonly load?: number;
  readonly amps?: number;
  readonly seconds?: number;
  readonly loadForced?: boolean;
  readonly recovery?: number;
  readonly recoveryMinutes?: number;
  readonly gravities?: readonly number[];
  readonly cellVolts?: readonly number[];
  readonly conductance?: number;
  readonly conductanceUnit?: ConductanceUnit;
  readonly conductanceCompensated?: Compensation;
  readonly crank?: number;
  readonly crankAmps?: number;
  readonly crankMean?: number;
  readonly crankSeconds?: number;
  readonly crankEngine?: (typeof ENGINES)[number];
  readonly crankInrush?: number;
  readonly charging?: number;
  readonly charges?: number;
  /** Conductance readings, and what earlier loads ended at. */
  readonly conductances?: number;
  readonly loadsBefore?: readonly number[];
  readonly chargeRefused?: boolean;
  readonly loadStopped?: 'collapse' | 'gassing';
  readonly trace?: Trace;
  readonly stand?: number;
  readonly standHours?: number;
  readonly standForced?: boolean;
  readonly conductanceContact?: (typeof CONTACT_STATES)[number];
  readonly vehicle?: VehicleEvidence | readonly VehicleEvidence[];
  readonly threeMinuteForced?: boolean;
  readonly cellsForced?: boolean;
  readonly skipped?: readonly StepId[];
}

/** The whole evidence of an example. */
export function exampleEvidence(example: ExampleCase): Evidence {
  const { charges = 0, inspection = {}, recovery, recoveryMinutes = 5 } = example;
  const battery = { ...EXAMPLE_BATTERY, ...example.battery };
  return {
    ...noEvidence(battery),
    battery: { ...EXAMPLE_BATTERY, ...example.battery },
    inspection: inspection && { ...SOUND, ...inspection },
    openCircuit: openCircuitOf(example),
    load: loadOf(example),
    recovery: recovery === undefined ? null : { minutes: recoveryMinutes, volts: recovery, forced: false },
    ...otherTestsOf(example),
    chargesGiven: charges,
    conductancesMade: example.conductances ?? (example.conductance === undefined ? 0 : 1),
    loadsMadeVolts: [...(example.loadsBefore ?? []), ...(example.load === undefined ? [] : [example.load])],
    chargeRefused: example.chargeRefused ?? false,
    skipped: example.skipped ?? [],
    vehicleChecks: [example.vehicle ?? []].flat(),
    stand: standOf(example),
  };
}

function openCircuitOf({ ocv, celsius = 25, ...rest }: ExampleCase): OpenCircuitEvidence | null {
  if (ocv === undefined) return null;
  const { restMinutes = 800, surfaceRemoved = null, openForced = false } = rest;
  return { volts: ocv, temperatureC: celsius, restMinutes, surfaceRemoved, forced: openForced };
}

function loadOf({
  load,
  celsius = 25,
  amps = 285,
  seconds = 15,
  loadForced = false,
  ...rest
}: ExampleCase): LoadEvidence | null {
  return load === undefined
    ? null
    : {
        amps,
        seconds,
        volts: load,
        temperatureC: celsius,
        forced: loadForced,
        stopped: rest.loadStopped ?? null,
        trace: rest.trace ?? null,
      };
}

function standOf({ stand, standHours = 20, standForced = false, ocv = 12.7, celsius = 25 }: ExampleCase) {
  if (stand === undefined) return null;
  return { hours: standHours, startVolts: ocv, volts: stand, temperatureC: celsius, forced: standForced };
}

function otherTestsOf(example: ExampleCase): Partial<Evidence> {
  const {
    gravities,
    cellVolts,
    conductance,
    conductanceUnit = 'SAE',
    crank,
    charging,
    celsius = 25,
  } = example;
  const { crankMean = null } = example;
  const { crankAmps = null, crankSeconds = null, crankEngine = 'unknown', crankInrush = null } = example;
  const { conductanceContact: contact = 'clean', cellsForced = false, threeMinuteForced = false } = example;
  const usual = isRatingStandard(conductanceUnit) ? 'both' : 'none';
  const compensated = example.conductanceCompensated ?? usual;
  const condition = { temperatureC: celsius, forced: false };
  return {
    hydrometer: gravities ? { gravities, compensated: false, ...condition, forced: cellsForced } : null,
    cellVolts: cellVolts ? { volts: cellVolts, forced: cellsForced } : null,
    conductance:
      conductance === undefined
        ? null
        : { value: conductance, unit: conductanceUnit, compensated, contact, ...condition },
    crank:
      crank === undefined
        ? null
        : {
            volts: crank,
            meanVolts: crankMean,
            amps: crankAmps,
            seconds: crankSeconds,
            ...condition,
            engine: crankEngine,
            inrushVolts: crankInrush,
          },
    threeMinute: charging === undefined ? null : { volts: charging, amps: 40, forced: threeMinuteForced },
  };
}
