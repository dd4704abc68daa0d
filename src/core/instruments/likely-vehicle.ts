import { drawFaults } from '../physics/vehicle/draw-vehicle';
import { seededChance } from '../quantity/chance';
import type { Vehicle } from '../vehicle/vehicle';
import type { BenchVehicle } from './attach-vehicle';

const USUAL_AMPS = 90;

/**
 * A vehicle for simulated instruments to be held to: it is as the register knows it, and what is wrong with it is drawn from
 * what names the check, so that the same check meets the same vehicle whenever it is opened.
 */
export function likelyVehicle(vehicle: Vehicle, name: string): BenchVehicle | null {
  const { engine, regulator, systemVolts, alternatorAmps } = vehicle;
  if (engine === 'none') return null;
  let seed = 23;
  for (const letter of name) seed = (31 * seed + (letter.codePointAt(0) ?? 0)) >>> 0;
  return {
    given: {
      engine: engine ?? 'petrol_four',
      regulator: regulator ?? 'internal',
      systemVolts: systemVolts ?? 12,
      ratedAmps: alternatorAmps ?? USUAL_AMPS,
    },
    faults: drawFaults(seededChance(seed)),
    seed,
  };
}
