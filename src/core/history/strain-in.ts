import type { BatterySpec } from '../battery/battery';
import { crankingRating } from '../battery/cranking-rating';
import { dutyOf } from '../battery/duty';
import type { Cause } from '../vehicle/cause';
import { usualCrankAmps } from '../vehicle/engine';
import type { Vehicle } from '../vehicle/vehicle';
import { NO_STRAIN, type Strain, type VehicleFaultOpen } from './hazard';
import type { Surroundings } from './surroundings';

/** Where a battery sits, as far as it has to bear something there. */
export interface Seat {
  readonly vehicle: Pick<Vehicle, 'engine' | 'systemVolts' | 'joined'>;
  /** Batteries that sit in the vehicle, this one with them. */
  readonly batteries: number;
  /** Causes that a check of the vehicle has left open. */
  readonly open: readonly Cause[];
}

/** Causes on a vehicle that wear its battery. */
const WEARS: Readonly<Partial<Record<Cause, VehicleFaultOpen>>> = {
  regulator_high: 'regulator_high',
  parasitic_draw: 'parasitic_draw',
  regulator_low: 'undercharged',
  regulator_open: 'undercharged',
  regulator_intermittent: 'undercharged',
  alternator_weak: 'undercharged',
  belt: 'undercharged',
};

/** Whether a cause leaves the battery of its vehicle short of charge. */
export const undercharges = (cause: Cause): boolean => WEARS[cause] === 'undercharged';

/**
 * What a battery has to bear where it sits; null: in a rack, which asks nothing of it.
 * @param surroundings the heat and the seasons of the site
 * @returns its duty, the vehicle’s faults that wear it, and the rating of its set against what the engine asks, which is null where
 * nobody knows the one or the other
 */
export function strainIn(spec: BatterySpec, seat: Seat | null, surroundings: Surroundings): Strain {
  const duty = dutyOf(spec);
  if (seat === null) return { ...NO_STRAIN, ...surroundings, duty };
  const { engine, systemVolts, joined } = seat.vehicle;
  const rating = crankingRating(spec);
  const amps = engine && engine !== 'none' ? usualCrankAmps(engine, systemVolts ?? 12) : null;
  // Side by side they share the current; one behind the other each gives all of it.
  const together = joined === 'parallel' ? Math.max(1, seat.batteries) : 1;
  return {
    ...surroundings,
    duty,
    open: [...new Set(seat.open.flatMap((cause) => WEARS[cause] ?? []))],
    reserve: rating && amps ? (together * rating.saeAmps) / amps : null,
  };
}
