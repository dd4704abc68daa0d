import { allowedDrawAmps } from '../assessment/vehicle-result';
import type { HouseRules } from '../rules/house-rules';
import { type CheckEvidence, counted } from './check-evidence';

/** A circuit and what of the draw goes through it. */
export interface CircuitOfDraw {
  readonly fuse: string;
  /** How much the draw falls when its fuse is pulled, A. */
  readonly dropAmps: number;
  /** What is left then, A. */
  readonly leftAmps: number;
  /** What is left is within the limit: this one is enough to explain it. */
  readonly explains: boolean;
}

/** A fall that a meter in milliamperes tells from its own noise, A, and from the draw's own coming and going. Rule of the trade. */
const LEAST_FALL_AMPS = 0.01;
const LEAST_FALL_SHARE = 0.1;

/**
 * The circuits that a draw goes through, the largest first, from what is left of it while one fuse after another is
 * pulled. Empty where no draw was read, or none of the fuses lowers it.
 */
export function circuitsOfDraw(evidence: CheckEvidence, rules: HouseRules): CircuitOfDraw[] {
  const whole = counted(evidence, 'draw_a');
  if (whole === null) return [];
  const most = allowedDrawAmps(evidence.vehicle.rcMinutes, rules.vehicle.drawAmps);
  const least = Math.max(LEAST_FALL_AMPS, LEAST_FALL_SHARE * whole);
  return evidence.fuses
    .map(({ fuse, amps }) => ({
      fuse,
      dropAmps: whole - amps,
      leftAmps: amps,
      explains: whole > most && amps <= most,
    }))
    .filter(({ dropAmps }) => dropAmps >= least)
    .sort((one, other) => other.dropAmps - one.dropAmps);
}
