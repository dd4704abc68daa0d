import { requirePositive } from '../quantity/finite';

/** A load test as held: what the voltage was before it, and what current for how long brought it where. */
export interface HeldLoad {
  /** Voltage just before the load, 12 V battery. */
  readonly voltsBefore: number;
  /** Voltage under load at its end, 12 V battery. */
  readonly volts: number;
  readonly amps: number;
  readonly seconds: number;
}

/** Activation overvoltage of a 12 V battery: scale in V, and the current at which it bends, as a share of C20. */
const ACTIVATION_VOLTS = 0.126;
const ACTIVATION_BEND = 0.3;
/** Creep of the voltage while the load is held: its size and its time constant in s. */
const CREEP = 0.2;
const CREEP_SECONDS = 20;

const creep = (seconds: number) => 1 + CREEP * (1 - Math.exp(-seconds / CREEP_SECONDS));

/**
 * The voltage that a load test would have ended at under another current and time, in V for a 12 V battery:
 * `V(I2,t2) = V0 - Va(I2) - (V0 - V1 - Va(I1)) (I2/I1) g(t2)/g(t1)` with `Va(I) = 0.126 asinh(I/(0.30 C20))`
 * and `g(t) = 1 + 0.2 (1 - exp(-t/20))`. The same current and time give the voltage back. A model of ours.
 * @param c20Ah 20 h capacity, Ah
 */
export function normaliseLoadVolts(held: HeldLoad, amps: number, seconds: number, c20Ah: number): number {
  requirePositive('held.amps', held.amps);
  requirePositive('held.seconds', held.seconds);
  requirePositive('c20Ah', c20Ah);
  const activation = (current: number) => ACTIVATION_VOLTS * Math.asinh(current / (ACTIVATION_BEND * c20Ah));
  const ohmicDrop = held.voltsBefore - held.volts - activation(held.amps);
  const scale =
    (requirePositive('amps', amps) / held.amps) *
    (creep(requirePositive('seconds', seconds)) / creep(held.seconds));
  return held.voltsBefore - activation(amps) - ohmicDrop * scale;
}
