import { requireFinite, requirePositive } from '../quantity/finite';

/** Turns of an alternator for one of the engine; what it has to turn before it gives anything, and how fast it gains. A model of ours. */
const PULLEY = 2.8;
const FROM_RPM = 1000;
const RPM_CONSTANT = 2000;

/**
 * The most that a sound, cold alternator gives at a speed of the engine, A: `rating (1 - exp(-(2.8 rpm - 1000)/2000))`. A model of ours.
 * @example alternatorOutput(90, 2000) // 81.0
 */
export function alternatorOutput(ratedAmps: number, engineRpm: number): number {
  const over = PULLEY * requireFinite('engineRpm', engineRpm) - FROM_RPM;
  return over <= 0 ? 0 : requirePositive('ratedAmps', ratedAmps) * (1 - Math.exp(-over / RPM_CONSTANT));
}

/** The speed of the engine from which a rating gives a current, rpm; null where it never does: `alternatorOutput` read backwards. */
export function rpmForOutput(ratedAmps: number, amps: number): number | null {
  const share = requireFinite('amps', amps) / requirePositive('ratedAmps', ratedAmps);
  if (share <= 0) return FROM_RPM / PULLEY;
  return share >= 1 ? null : (FROM_RPM - RPM_CONSTANT * Math.log(1 - share)) / PULLEY;
}
