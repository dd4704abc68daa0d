import { type Static, Type } from '@sinclair/typebox';

/** What a vehicle or machine is for. */
export const VEHICLE_CLASSES = {
  van: 'Van',
  bus: 'Minibus',
  tractor: 'Yard tractor',
  plough: 'Snow plough',
  tanker: 'Tanker',
  generator: 'Standby generator',
  boat: 'Workboat',
  winch: 'Winch',
  stacker: 'Stacker',
  service: 'Service truck',
} as const;

export type VehicleClass = keyof typeof VEHICLE_CLASSES;

const Uuid = Type.String({ format: 'uuid' });
const NAME_LENGTH = 80;

/** A vehicle, generator or machine that carries batteries. */
export const VehicleSchema = Type.Object(
  {
    id: Uuid,
    name: Type.String({ minLength: 1, maxLength: NAME_LENGTH, pattern: '\\S', description: 'name' }),
    class: Type.Unsafe<VehicleClass>({ enum: Object.keys(VEHICLE_CLASSES) }),
    site: Type.String({ maxLength: NAME_LENGTH, description: 'where it belongs' }),
  },
  { additionalProperties: false },
);

/** A battery's place in a vehicle, held from a day to a day; null while it is still there. */
export const SlotSchema = Type.Object(
  {
    id: Uuid,
    vehicleId: Uuid,
    batteryId: Uuid,
    /** Which of the vehicle's places; empty where it has one only. */
    name: Type.String({ maxLength: NAME_LENGTH, description: 'place in the vehicle' }),
    fromOn: Type.String({ format: 'date' }),
    toOn: Type.Union([Type.String({ format: 'date' }), Type.Null()]),
  },
  { additionalProperties: false },
);

export type Vehicle = Static<typeof VehicleSchema>;
export type Slot = Static<typeof SlotSchema>;
