import type { GivenVehicle } from '@/core/physics/vehicle/draw-vehicle';
import { ENGINE_FACTS, type Engine } from '@/core/vehicle/engine';
import type { JoinedAs, Vehicle, VehicleClass } from '@/core/vehicle/vehicle';
import type { DemoVehicle } from './fleet';

/** What a vehicle of the scenario is started as, charged by and joined as. */
interface Machine {
  readonly engine: Engine;
  readonly regulator: GivenVehicle['regulator'];
  readonly alternatorAmps: number | null;
  readonly systemVolts: 12 | 24;
  /** Of several batteries. */
  readonly joined: Exclude<JoinedAs, 'single'>;
}

const MACHINES: Readonly<Record<VehicleClass, Machine>> = {
  van: {
    engine: 'petrol_four',
    regulator: 'internal',
    alternatorAmps: 95,
    systemVolts: 12,
    joined: 'parallel',
  },
  bus: {
    engine: 'petrol_six',
    regulator: 'computer',
    alternatorAmps: 140,
    systemVolts: 12,
    joined: 'parallel',
  },
  tractor: {
    engine: 'petrol_eight',
    regulator: 'separate',
    alternatorAmps: 90,
    systemVolts: 12,
    joined: 'parallel',
  },
  plough: {
    engine: 'diesel_heavy',
    regulator: 'separate',
    alternatorAmps: 110,
    systemVolts: 24,
    joined: 'series',
  },
  tanker: {
    engine: 'diesel_heavy',
    regulator: 'internal',
    alternatorAmps: 100,
    systemVolts: 24,
    joined: 'series',
  },
  generator: {
    engine: 'petrol_six',
    regulator: 'internal',
    alternatorAmps: 60,
    systemVolts: 12,
    joined: 'parallel',
  },
  boat: {
    engine: 'petrol_six',
    regulator: 'internal',
    alternatorAmps: 90,
    systemVolts: 12,
    joined: 'separate',
  },
  winch: {
    engine: 'petrol_six',
    regulator: 'separate',
    alternatorAmps: 60,
    systemVolts: 12,
    joined: 'series',
  },
  stacker: {
    engine: 'diesel_light',
    regulator: 'internal',
    alternatorAmps: 90,
    systemVolts: 12,
    joined: 'parallel',
  },
  service: {
    engine: 'diesel_light',
    regulator: 'computer',
    alternatorAmps: 140,
    systemVolts: 12,
    joined: 'parallel',
  },
};

/** Of those that only carry batteries no engine is started. */
const WITHOUT_ENGINE: Machine = {
  engine: 'none',
  regulator: 'separate',
  alternatorAmps: null,
  systemVolts: 24,
  joined: 'series',
};

export const machineOf = ({ class: of, kit }: DemoVehicle): Machine =>
  kit.duty === 'deep_cycle' ? WITHOUT_ENGINE : MACHINES[of];

/** A vehicle of the scenario as the register knows it. */
export function registered(id: string, vehicle: DemoVehicle): Vehicle {
  const { engine, regulator, alternatorAmps, systemVolts, joined } = machineOf(vehicle);
  return {
    id,
    name: vehicle.name,
    class: vehicle.class,
    site: vehicle.site,
    engine,
    systemVolts,
    cylinders: ENGINE_FACTS[engine].cylinders || null,
    alternatorAmps,
    regulator: engine === 'none' ? null : regulator,
    joined: vehicle.slots.length > 1 ? joined : 'single',
    preventedBy: engine === 'none' ? null : 'fuel_relay',
  };
}
