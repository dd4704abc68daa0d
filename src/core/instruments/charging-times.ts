import type { BatterySpec } from '../battery/battery';
import type { Construction } from '../battery/construction';
import { FULL_HOURS } from '../charging/charge-log';
import { planCharge } from '../charging/charge-plan';
import { restedState } from '../physics/battery-state';
import { modelOf, newUnit } from '../physics/physical-battery';
import type { Chance } from '../quantity/chance';
import { fillUp } from './charge-by-hand';

/** How long a simulated unit took on a charger beside what was planned for it. */
export interface ChargingTime {
  readonly spec: BatterySpec;
  /** What was thought to be in it, percent of charge. */
  readonly thoughtPct: number;
  readonly amps: number;
  readonly plannedHours: number;
  readonly tookHours: number;
}

const CONSTRUCTIONS: readonly [Construction, ...Construction[]] = [
  'flooded',
  'flooded',
  'calcium',
  'efb',
  'agm',
  'gel',
];
const SIZES: readonly [number, ...number[]] = [44, 60, 74, 95, 120, 180];
/** A charge read from the voltage is off by so much, one standard deviation, percent of charge. As the core tells it. */
const THOUGHT_SD = 7;

/** A unit by chance that came in flat or half flat, charged as planned from what was thought to be in it. */
export function chargingTime(chance: Chance): ChargingTime {
  const c20Ah = chance.pick(SIZES);
  const spec: BatterySpec = {
    construction: chance.pick(CONSTRUCTIONS),
    nominalVolts: 12,
    c20Ah,
    rcMinutes: null,
    duty: 'starting',
    ratings: [{ standard: 'SAE', amps: Math.round(c20Ah * chance.between(7, 9)) }],
  };
  const capacity = chance.between(0.6, 1.02);
  const model = modelOf({ ...newUnit(spec), health: chance.between(0.6, 1), capacity });
  if (!model) throw new Error('a unit with a rating and a capacity has a model');
  const truePct = chance.between(10, 80);
  const shopC = chance.between(8, 26);
  const thoughtPct = Math.min(95, Math.max(0, truePct + chance.normal(THOUGHT_SD)));
  const mostAmps = chance.between(6, 30);
  const asked = { chargePct: thoughtPct, temperatureC: shopC, chargerAmps: mostAmps, senses: false };
  const plan = planCharge(spec, { ...asked, mode: 'normal' });
  if (!plan) throw new Error('a unit with a capacity has a plan');
  const charger = { amps: plan.amps, volts: plan.absorptionVolts };
  const { hours } = fillUp(model, restedState(model, truePct, shopC), charger, shopC);
  // It is left on until the small current has lasted as long as the rule asks for.
  const tookHours = hours + FULL_HOURS;
  return { spec, thoughtPct, amps: plan.amps, plannedHours: plan.hours, tookHours };
}
