import type { Construction } from '../battery/construction';
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

/**
 * Activation overvoltage of a 12 V battery: scale in V; the current at which it bends, as a share of C20; and how the cold
 * lowers that current. A model of ours.
 */
const ACTIVATION_VOLTS = 0.126;
const ACTIVATION_BEND = { free: 0.3, bound: 0.2 } as const;
const BEND_PER_KELVIN = 0.035;
const REFERENCE_C = 25;
/** Creep of the voltage while the load is held: its size and its time constant in s. */
const CREEP = 0.2;
const CREEP_SECONDS = 20;

/** `Va(I,T) = 0.126 asinh(I/(b C20 exp(-0.035 (25 - T))))` V, b 0.30, and 0.20 where the acid is bound. */
export function activationVolts(
  amps: number,
  { construction, temperatureC, c20Ah }: Pick<HeldOn, 'construction' | 'temperatureC' | 'c20Ah'>,
): number {
  const bend =
    construction === 'agm' || construction === 'gel' ? ACTIVATION_BEND.bound : ACTIVATION_BEND.free;
  const bendAmps =
    bend * requirePositive('c20Ah', c20Ah) * Math.exp(BEND_PER_KELVIN * (temperatureC - REFERENCE_C));
  return ACTIVATION_VOLTS * Math.asinh(amps / bendAmps);
}

/** The battery that a load is held on. */
export interface HeldOn {
  readonly construction: Construction;
  readonly temperatureC: number;
  /** 20 h capacity, Ah. */
  readonly c20Ah: number;
}

const creep = (seconds: number) => 1 + CREEP * (1 - Math.exp(-seconds / CREEP_SECONDS));

/**
 * The voltage that a load test would have ended at under another current and time, in V for a 12 V battery:
 * `V(I2,t2) = V0 - Va(I2) - (V0 - V1 - Va(I1)) (I2/I1) g(t2)/g(t1)` with `Va` the activation at the battery's temperature
 * and `g(t) = 1 + 0.2 (1 - exp(-t/20))`. The same current and time give the voltage back. A model of ours.
 */
export function normaliseLoadVolts(held: HeldLoad, amps: number, seconds: number, on: HeldOn): number {
  requirePositive('held.amps', held.amps);
  requirePositive('held.seconds', held.seconds);
  const ohmicDrop = held.voltsBefore - held.volts - activationVolts(held.amps, on);
  const scale =
    (requirePositive('amps', amps) / held.amps) *
    (creep(requirePositive('seconds', seconds)) / creep(held.seconds));
  return held.voltsBefore - activationVolts(amps, on) - ohmicDrop * scale;
}
