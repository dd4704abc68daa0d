import type { Static, TSchema } from '@sinclair/typebox';
import { SlotNeedsSchema } from '../battery/battery-label';
import { Type } from '../quantity/type';
import { ENGINES, type Engine } from './engine';
import { STARTING_PREVENTED_BY } from './starting-prevented';

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

/** Where a start that fails puts people at risk: out on the water, and where the lights go out. Rule of ours. */
const DANGEROUS: ReadonlySet<VehicleClass> = new Set(['boat', 'generator']);

/** Whether a failed start of such a vehicle is dangerous. */
export const isDangerous = (vehicleClass: VehicleClass): boolean => DANGEROUS.has(vehicleClass);

/** What decides over the regulated voltage, and what is replaced with it. */
export const REGULATORS = {
  internal: 'Inside the alternator',
  separate: 'Separate',
  computer: 'By the engine’s computer',
} as const;
export type Regulator = keyof typeof REGULATORS;

/** How the batteries of a vehicle are joined. */
export const JOINED_AS = {
  single: 'One battery',
  parallel: 'In parallel',
  series: 'In series',
  separate: 'Starting and service, apart',
} as const;
export type JoinedAs = keyof typeof JOINED_AS;

export const SYSTEM_VOLTS = [6, 12, 24] as const;
export type SystemVolts = (typeof SYSTEM_VOLTS)[number];

const oneOf = <T extends string>(names: Readonly<Record<T, string>>, description: string) =>
  Type.Unsafe<T>({ enum: Object.keys(names), description });
const noted = <S extends TSchema>(schema: S) => Type.Optional(Type.Union([schema, Type.Null()]));
const OWN_VOLTS = [5, 32] as const;

const Uuid = Type.String({ format: 'uuid' });
const NAME_LENGTH = 80;
const NOTE_LENGTH = 400;

/** A vehicle, generator or machine that carries batteries. */
export const VehicleSchema = Type.Object(
  {
    id: Uuid,
    name: Type.String({ minLength: 1, maxLength: NAME_LENGTH, pattern: '\\S', description: 'name' }),
    class: Type.Unsafe<VehicleClass>({ enum: Object.keys(VEHICLE_CLASSES) }),
    site: Type.String({ maxLength: NAME_LENGTH, description: 'where it belongs' }),
    engine: noted(Type.Unsafe<Engine>({ enum: [...ENGINES], description: 'engine' })),
    cylinders: noted(Type.Integer({ minimum: 1, maximum: 16, description: 'cylinders' })),
    systemVolts: noted(Type.Unsafe<SystemVolts>({ enum: [...SYSTEM_VOLTS], description: 'system voltage' })),
    alternatorAmps: noted(
      Type.Number({ minimum: 1, maximum: 600, description: 'rating of the alternator, A' }),
    ),
    regulator: noted(oneOf(REGULATORS, 'regulator')),
    /** The maker's own range of the regulated voltage, V of the system: it goes before every general one. */
    ownVoltsFrom: noted(
      Type.Number({ minimum: OWN_VOLTS[0], maximum: OWN_VOLTS[1], description: 'own voltage, from' }),
    ),
    ownVoltsTo: noted(
      Type.Number({ minimum: OWN_VOLTS[0], maximum: OWN_VOLTS[1], description: 'own voltage, to' }),
    ),
    preventedBy: noted(oneOf(STARTING_PREVENTED_BY, 'way to keep it from starting')),
    joined: noted(oneOf(JOINED_AS, 'how its batteries are joined')),
    /** What its slots ask of their batteries. */
    needs: noted(SlotNeedsSchema),
    note: Type.Optional(Type.String({ maxLength: NOTE_LENGTH, description: 'note' })),
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
