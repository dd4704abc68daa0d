import { requireFinite, requirePositive } from '../quantity/finite';
import { interpolate } from '../quantity/interpolate';
import type { Draw } from './load-bank';

/** What a warm engine of the size that a battery is made for asks of it, as a share of its SAE rating. A model of ours. */
const WARM_SHARE = 0.28;
/** Demand of a cold engine on mineral oil against a warm one. Rule of the trade. */
const COLD_DEMAND = [
  [-30, 3.2],
  [-18, 2.1],
  [0, 1.55],
  [25, 1],
] as const;
/** A starter that stands still draws this much more, and is up to speed with this time constant, s. A model of ours. */
const INRUSH = 2;
const INRUSH_SECONDS = 0.12;

/** No starter is kept turning for longer, s. Rule of the trade. */
export const MOST_CRANKING_SECONDS = 15;

/**
 * What a starter asks of the battery of its vehicle while the engine is kept from starting: an inrush, then the
 * steady current of that engine at this temperature, °C.
 * @param saeAmps the battery's rating
 */
export function starterDraw(saeAmps: number, temperatureC: number): Draw {
  const cold = interpolate(COLD_DEMAND, requireFinite('temperatureC', temperatureC));
  const steady = WARM_SHARE * requirePositive('saeAmps', saeAmps) * cold;
  return (seconds) => steady * (1 + INRUSH * Math.exp(-seconds / INRUSH_SECONDS));
}
