import type { Verdict } from '../assessment/verdict';
import type { Construction } from '../battery/construction';
import type { LookedName, MeasuredName } from '../vehicle/check-reading';
import type { Engine } from '../vehicle/engine';
import type { Segment } from '../vehicle/path';
import type { Regulator, SystemVolts } from '../vehicle/vehicle';

/** What the judgement of a check needs to know of a vehicle, and nothing else. */
export interface CircuitSpec {
  readonly engine: Engine | null;
  readonly systemVolts: SystemVolts;
  readonly alternatorAmps: number | null;
  readonly regulator: Regulator | null;
  /** The maker’s own span of the regulated voltage, V of the system. */
  readonly ownVolts: readonly [from: number, to: number] | null;
  /** Of the battery that starts it, where that is known. */
  readonly construction: Construction | null;
  readonly rcMinutes: number | null;
}

/** What a check is judged on beside its readings. */
export interface CheckBasis {
  readonly vehicle: CircuitSpec;
  /** What the worst battery of the set came to on the Bench; null: none was tested. */
  readonly batteryVerdict: Verdict | null;
}

/** A voltage drop and the current that made it. */
export interface Drop {
  readonly segment: Segment;
  readonly volts: number;
  readonly amps: number;
  readonly current: 'charging' | 'starting';
}

/** The draw that is left while one fuse is pulled. */
export interface FuseDraw {
  readonly fuse: string;
  readonly amps: number;
}

/** All that was read in one check: the only input of its judgement besides the house rules. Voltages are the system’s. */
export interface CheckEvidence extends CheckBasis {
  readonly temperatureC: number | null;
  readonly measured: Readonly<Partial<Record<MeasuredName, number>>>;
  /** Minutes after the start at which the net current was read. */
  readonly netMinutes: number | null;
  readonly looked: Readonly<Partial<Record<LookedName, string>>>;
  /** The last of each segment. */
  readonly drops: readonly Drop[];
  /** What was left of the draw with one fuse pulled: the last of each fuse. */
  readonly fuses: readonly FuseDraw[];
  /** Read with an instrument that cannot tell its limit: shown, and of no weight. */
  readonly unfit: readonly MeasuredName[];
}

export const NOTHING_KNOWN: CircuitSpec = {
  engine: null,
  systemVolts: 12,
  alternatorAmps: null,
  regulator: null,
  ownVolts: null,
  construction: null,
  rcMinutes: null,
};

/** A check of which nothing has been read yet. */
export function nothingRead(vehicle: CircuitSpec): CheckEvidence {
  return {
    vehicle,
    temperatureC: null,
    measured: {},
    netMinutes: null,
    looked: {},
    drops: [],
    batteryVerdict: null,
    unfit: [],
    fuses: [],
  };
}

/** A voltage that counts, as that of a system of 12 V; null where it was not read, or read with what cannot tell. */
export function volts12(evidence: CheckEvidence, name: MeasuredName): number | null {
  const value = counted(evidence, name);
  return value === null ? null : (value * 12) / evidence.vehicle.systemVolts;
}

/** A reading that counts, as it was read. */
export function counted({ measured, unfit }: CheckEvidence, name: MeasuredName): number | null {
  return unfit.includes(name) ? null : (measured[name] ?? null);
}

/** Taken where nobody measured one, °C. */
export const ASSUMED_SHOP_C = 20;
