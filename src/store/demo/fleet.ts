import type { BatteryType } from '@/core/battery/construction';
import type { Duty } from '@/core/battery/duty';
import type { Climate } from '@/core/battery/length-of-life';
import type { NominalVolts } from '@/core/battery/nominal-volts';
import type { RatingStandard } from '@/core/battery/rating-standard';
import type { VehicleClass } from '@/core/vehicle/vehicle';

/** What goes into a slot when its battery is replaced. */
export interface Kit {
  readonly type: Exclude<BatteryType, 'lithium' | 'nickel'>;
  readonly nominalVolts: NominalVolts;
  readonly ratings: readonly (readonly [RatingStandard, number])[];
  readonly c20Ah: number | null;
  readonly model: string;
  /** What it is for, where that is not to start an engine. */
  readonly duty?: Duty;
}

export interface DemoVehicle {
  readonly name: string;
  readonly class: VehicleClass;
  readonly site: string;
  /** Names of its slots; one battery needs none. */
  readonly slots: readonly string[];
  readonly kit: Kit;
  readonly climate: Climate;
  /** Charge that its batteries usually come in with, percent. */
  readonly chargePct: number;
  /** How many times faster than usual it wears its batteries: a regulator that charges too high. */
  readonly wear: number;
}

const kit = (
  type: Kit['type'],
  ratings: Kit['ratings'],
  c20Ah: number | null,
  model: string,
  nominalVolts: NominalVolts = 12,
): Kit => ({ type, ratings, c20Ah, model, nominalVolts });

const VAN_OLD = kit('flooded', [['SAE', 570]], 60, 'Ostrane Dock 60');
const VAN = kit('calcium', [['EN', 640]], 72, 'Ostrane Dock 72');
const BUS = kit('efb', [['EN', 650]], 65, 'Velgrim Start 65');
const TRACTOR = kit('flooded', [['SAE', 700]], 80, 'Marrowfen Haul 80');
const PLOUGH = kit('agm', [['SAE', 800]], 70, 'Velgrim Cold 70');
const TANKER = kit('flooded', [['IEC', 530]], 120, 'Marrowfen Haul 120');
const GENERATOR = kit('gel', [], 80, 'Ostrane Still 80');
const OFFICE = kit(
  'agm',
  [
    ['SAE', 900],
    ['EN', 855],
  ],
  95,
  'Velgrim Cold 95',
);
const BOAT = kit('calcium', [['CA', 750]], 66, 'Ostrane Wake 66');
const SIX = kit('flooded', [['SAE', 600]], 110, 'Marrowfen Six 110', 6);
const STACKER = kit('calcium', [['EN2', 680]], 95, 'Marrowfen Haul 95');
const LIGHTS: Kit = { ...kit('agm', [], 105, 'Marrowfen Long 105'), duty: 'deep_cycle' };
const EIGHT: Kit = { ...kit('flooded', [], 170, 'Marrowfen Long 170', 8), duty: 'deep_cycle' };
const SERVICE = kit('efb', [['EN', 760]], 75, 'Velgrim Start 75');

const QUAY = 'North quay';
const YARD = 'Container yard';
const DEPOT = 'Depot';
const SLIP = 'Slipway';

function vehicle(
  name: string,
  of: VehicleClass,
  site: string,
  slots: readonly string[],
  fitted: Kit,
  extra: Partial<Pick<DemoVehicle, 'climate' | 'chargePct' | 'wear'>> = {},
): DemoVehicle {
  const usual = { climate: 'mild', chargePct: 84, wear: 1 } as const;
  return { name, class: of, site, slots, kit: fitted, ...usual, ...extra };
}

const numbered = (name: string, from: number, to: number, make: (name: string) => DemoVehicle) =>
  Array.from({ length: to - from + 1 }, (_, at) => make(`${name} ${from + at}`));

const ONE = [''];
const PAIR = ['left', 'right'];
const ENDS = ['front', 'rear'];

/** The vehicles and generators of Ferngate Harbour Works. */
export const DEMO_FLEET: readonly DemoVehicle[] = [
  ...numbered('Crew van', 1, 2, (name) => vehicle(name, 'van', DEPOT, ONE, VAN_OLD)),
  ...numbered('Crew van', 3, 5, (name) => vehicle(name, 'van', DEPOT, ONE, VAN)),
  // The regulator of this one charges too high: it cooks a battery a year.
  vehicle('Crew van 6', 'van', DEPOT, ONE, VAN, { wear: 5.5 }),
  ...numbered('Crew van', 7, 9, (name) => vehicle(name, 'van', QUAY, ONE, VAN, { chargePct: 76 })),
  ...numbered('Minibus', 1, 2, (name) => vehicle(name, 'bus', DEPOT, ONE, BUS)),
  ...numbered('Yard tractor', 1, 2, (name) =>
    vehicle(name, 'tractor', YARD, ONE, TRACTOR, { chargePct: 78 }),
  ),
  vehicle('Yard tractor 3', 'tractor', YARD, ONE, kit('flooded', [['DIN', 420]], 88, 'Marrowfen Haul 88')),
  vehicle('Yard tractor 4', 'tractor', YARD, ONE, STACKER),
  ...numbered('Yard tractor', 5, 7, (name) =>
    vehicle(name, 'tractor', YARD, PAIR, TRACTOR, { climate: 'hot', chargePct: 80 }),
  ),
  ...numbered('Snow plough', 1, 4, (name) => vehicle(name, 'plough', DEPOT, PAIR, PLOUGH)),
  vehicle('Fuel tanker', 'tanker', QUAY, ENDS, TANKER),
  vehicle('Standby generator, pump house', 'generator', SLIP, ONE, GENERATOR, { chargePct: 93 }),
  vehicle('Standby generator, ice store', 'generator', QUAY, ONE, GENERATOR, {
    chargePct: 92,
    climate: 'hot',
  }),
  vehicle('Standby generator, office', 'generator', DEPOT, ONE, OFFICE, { chargePct: 95 }),
  vehicle('Standby generator, radio mast', 'generator', QUAY, PAIR, GENERATOR, { chargePct: 92 }),
  vehicle('Workboat Tern', 'boat', SLIP, ONE, BOAT),
  vehicle('Workboat Petrel', 'boat', SLIP, ONE, BOAT, { chargePct: 70 }),
  vehicle('Workboat Dunlin', 'boat', SLIP, ONE, kit('flooded', [['JIS', 480]], 52, 'Ostrane Wake 52')),
  ...['Workboat Gannet', 'Workboat Fulmar', 'Workboat Skua'].map((name) =>
    vehicle(name, 'boat', SLIP, ['engine', 'cabin'], BOAT, { chargePct: 75 }),
  ),
  vehicle('Winch, slipway', 'winch', SLIP, ['first', 'second'], SIX),
  ...numbered('Stacker', 1, 4, (name) => vehicle(name, 'stacker', YARD, PAIR, STACKER, { climate: 'hot' })),
  ...numbered('Service truck', 1, 3, (name) => vehicle(name, 'service', DEPOT, ENDS, SERVICE)),
  vehicle('Light mast, north quay', 'generator', QUAY, PAIR, LIGHTS, { chargePct: 72 }),
  vehicle('Pallet truck', 'stacker', YARD, ['first', 'second', 'third'], EIGHT, { chargePct: 66 }),
];

/** Where a battery stands, as its label says: the vehicle, and the slot where there are several. */
export function placeOf({ name }: DemoVehicle, slot: string): string {
  return slot === '' ? name : `${name}, ${slot}`;
}
