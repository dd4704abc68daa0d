import type { BatterySpec } from '../battery/battery';
import type { Evidence, InspectionEvidence, LoadEvidence, OpenCircuitEvidence } from './evidence';

/** A battery for worked examples: flooded, 12 V, 570 A SAE, 60 Ah. */
export const EXAMPLE_BATTERY: BatterySpec = {
  construction: 'flooded',
  nominalVolts: 12,
  ratings: [{ standard: 'SAE', amps: 570 }],
  c20Ah: 60,
  rcMinutes: null,
};

const SOUND: InspectionEvidence = { case: 'ok', smell: 'none', terminals: 'ok', level: 'ok' };

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
  readonly charges?: number;
}

/** The whole evidence of an example. */
export function exampleEvidence(example: ExampleCase): Evidence {
  const { charges = 0, inspection = {}, recovery, recoveryMinutes = 5 } = example;
  return {
    battery: { ...EXAMPLE_BATTERY, ...example.battery },
    inspection: inspection && { ...SOUND, ...inspection },
    openCircuit: openCircuitOf(example),
    load: loadOf(example),
    recovery: recovery === undefined ? null : { minutes: recoveryMinutes, volts: recovery, forced: false },
    chargesGiven: charges,
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
}: ExampleCase): LoadEvidence | null {
  return load === undefined
    ? null
    : { amps, seconds, volts: load, temperatureC: celsius, forced: loadForced };
}
