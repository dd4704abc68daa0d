import type { BatterySpec } from '../battery/battery';
import type { Construction } from '../battery/construction';
import type { Fault } from './faults';
import { type Model, modelOf } from './physical-battery';

/** A label with one SAE rating. */
export function label(
  construction: Construction,
  amps: number,
  c20Ah: number,
  nominalVolts: 6 | 12 = 12,
): BatterySpec {
  return { construction, nominalVolts, ratings: [{ standard: 'SAE', amps }], c20Ah, rcMinutes: null };
}

/** The unit that the check points are stated for. */
export const FLOODED_60 = label('flooded', 570, 60);
/** Half of its rating, A. */
export const HALF_RATING = 285;

export function unit(spec: BatterySpec, health = 1, faults: readonly Fault[] = [], capacity = 1): Model {
  const model = modelOf({ spec, health, capacity, faults });
  if (!model) throw new Error('the label gives neither rating nor capacity');
  return model;
}
