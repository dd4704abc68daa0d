import type { BenchVehicle } from '../../instruments/attach-vehicle';
import { drawnFrom } from '../../instruments/attach-vehicle';
import type { DrawnVehicle } from '../../physics/vehicle/draw-vehicle';
import type { Symptom } from '../../steps/complaint/plans';
import type { Vehicle, VehicleClass } from '../../vehicle/vehicle';

/** A vehicle to practise on: what its driver says, and what is truly wrong. */
export interface VehicleCase {
  readonly title: string;
  readonly level: 1 | 2 | 3;
  /** The driver’s own words. */
  readonly story: string;
  readonly symptom: Symptom;
  readonly class: VehicleClass;
  readonly truth: BenchVehicle;
}

/** The vehicle as the register would know it: its alternator’s plate can be read. */
export function vehicleOfCase(id: string, { title, class: of, truth: { given } }: VehicleCase): Vehicle {
  const { engine, systemVolts, regulator, ratedAmps } = given;
  return {
    id,
    name: title,
    class: of,
    site: 'Practice',
    engine,
    systemVolts,
    regulator,
    alternatorAmps: ratedAmps,
    preventedBy: 'fuel_relay',
    joined: 'single',
  };
}

/** What is truly in the vehicle of a case. */
export const drawnOfCase = ({ truth }: VehicleCase): DrawnVehicle => drawnFrom(truth);
