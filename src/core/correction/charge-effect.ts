import { requireWithin } from '../quantity/finite';

/** Rise of inner resistance as charge falls: a linear and a cubic part. A model of ours. */
const LINEAR = 0.25;
const CUBIC = 0.9;

/**
 * How many times its full-charge resistance a battery has at this charge: `1 + 0.25 (1-s) + 0.9 (1-s)^3`.
 * @param chargePct state of charge, 0 to 100 %
 * @example resistanceRise(100) // 1
 */
export function resistanceRise(chargePct: number): number {
  const missing = 1 - requireWithin('chargePct', chargePct, 0, 100) / 100;
  return 1 + LINEAR * missing + CUBIC * missing ** 3;
}

/** How steeply that rise falls with charge, per unit of it: `-0.25 - 2.7 (1-s)^2`. */
export function resistanceRiseSlope(chargePct: number): number {
  const missing = 1 - requireWithin('chargePct', chargePct, 0, 100) / 100;
  return -LINEAR - 3 * CUBIC * missing ** 2;
}
