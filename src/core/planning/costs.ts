import { type Static, Type } from '@sinclair/typebox';
import type { Duty } from '../battery/duty';
import { VEHICLE_CLASSES, type VehicleClass } from '../vehicle/vehicle';

const MOST = 1_000_000;
const money = (description: string) => Type.Number({ minimum: 0, maximum: MOST, description });
const classes = Object.keys(VEHICLE_CLASSES) as VehicleClass[];

/** What batteries, work and standing still cost a site, in its own currency. */
export const CostsSchema = Type.Object(
  {
    starting: money('price of a starting battery'),
    deepCycle: money('price of a deep-cycle battery'),
    labour: money('labour of a change'),
    visit: money('a visit of its own'),
    breakdown: money('a breakdown, callout and tow'),
    standstill: Type.Object(
      Object.fromEntries(
        classes.map((name) => [name, money(`${VEHICLE_CLASSES[name].toLowerCase()} standing still`)]),
      ) as Record<VehicleClass, ReturnType<typeof money>>,
      { additionalProperties: false },
    ),
  },
  { additionalProperties: false },
);
export type Costs = Static<typeof CostsSchema>;

/** What a site begins with until it says otherwise. Figures of ours. */
export const STANDARD_COSTS: Costs = {
  ...{ starting: 140, deepCycle: 210, labour: 40, visit: 60, breakdown: 250 },
  standstill: {
    ...{ van: 150, bus: 350, tractor: 250, plough: 800, tanker: 600 },
    ...{ generator: 600, boat: 300, winch: 200, stacker: 200, service: 300 },
  },
};

/** What a unit costs as it is changed beforehand, without the visit, and as it fails at work. */
export interface ChangeCosts {
  readonly planned: number;
  readonly failed: number;
  readonly visit: number;
}

/** The costs of a unit of a duty that sits in a vehicle of a class. */
export function changeCosts(costs: Costs, duty: Duty, vehicleClass: VehicleClass): ChangeCosts {
  const planned = (duty === 'deep_cycle' ? costs.deepCycle : costs.starting) + costs.labour;
  return {
    planned,
    failed: planned + costs.breakdown + costs.standstill[vehicleClass],
    visit: costs.visit,
  };
}

/** What failing adds to a change: what a breakdown and standing still cost. */
export const costOfFailing = (costs: Costs, vehicleClass: VehicleClass): number =>
  costs.breakdown + costs.standstill[vehicleClass];
