import type { BatterySpec } from '../battery/battery';
import { CONSTRUCTION_FACTS } from '../battery/construction';
import { dutyOf } from '../battery/duty';
import { type Model, trueHealthPct } from './physical-battery';

/** What the plates of its weakest cell truly hold, percent of the label. */
export const trueCapacityPct = ({ cellAh, ratedAh }: Model): number => (100 * Math.min(...cellAh)) / ratedAh;

/**
 * How fit a unit truly is for what it is for, percent: by what it cranks, by the minutes that it works, by the lesser of
 * the two. What it gives of the minutes that its label promises goes by Peukert's law with what its plates hold.
 */
export function fitnessPct(spec: BatterySpec, model: Model): number {
  const minutesPct = 100 * (trueCapacityPct(model) / 100) ** CONSTRUCTION_FACTS[spec.construction].peukert;
  const crankingPct = trueHealthPct(model);
  const duty = dutyOf(spec);
  if (duty === 'starting') return crankingPct;
  return duty === 'deep_cycle' ? minutesPct : Math.min(minutesPct, crankingPct);
}
