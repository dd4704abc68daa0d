import type { BatterySpec } from '../battery/battery';
import type { Fault } from '../physics/faults';
import { writeLine } from './line';

/** A battery to hang on simulated instruments: its label and the truth that they will measure. */
export interface BenchBattery {
  readonly spec: BatterySpec;
  readonly healthPct: number;
  readonly capacityPct: number;
  readonly chargePct: number;
  readonly temperatureC: number;
  readonly faults: readonly Fault[];
  /** Minutes since it was charged or driven; left out, it has rested for days. */
  readonly restMinutes?: number;
}

/** The battery as a line that simulated instruments understand. */
export function attachLine(battery: BenchBattery): string {
  const { spec, faults } = battery;
  const rating = spec.ratings[0];
  return writeLine('attach', 'bench', {
    construction: spec.construction,
    nominal: spec.nominalVolts,
    ...(rating ? { standard: rating.standard, amps: rating.amps } : {}),
    ...(spec.c20Ah === null ? {} : { c20: spec.c20Ah }),
    ...(spec.rcMinutes === null ? {} : { rc: spec.rcMinutes }),
    health: round(battery.healthPct),
    capacity: round(battery.capacityPct),
    charge: round(battery.chargePct),
    celsius: round(battery.temperatureC),
    ...(battery.restMinutes === undefined ? {} : { rest: battery.restMinutes }),
    ...(faults.length > 0 ? { faults: faults.map(({ kind, degree }) => `${kind}:${degree}`).join(',') } : {}),
  });
}

const round = (value: number) => Math.round(value * 10) / 10;
