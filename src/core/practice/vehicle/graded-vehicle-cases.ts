import type { GivenVehicle, VehicleFault } from '../../physics/vehicle/draw-vehicle';
import type { VehicleCase } from './vehicle-case';

type Given = Omit<VehicleCase, 'truth'> & {
  readonly given: Partial<GivenVehicle>;
  readonly faults: readonly VehicleFault[];
  readonly seed: number;
};

const VAN: GivenVehicle = {
  engine: 'petrol_four',
  systemVolts: 12,
  regulator: 'internal',
  ratedAmps: 95,
  temperatureC: 14,
};

const graded = ({ given, faults, seed, ...told }: Given): VehicleCase => ({
  ...told,
  truth: { given: { ...VAN, ...given }, faults, seed },
});

/** Vehicles with something to teach, most of them with a battery that is innocent, by the word in their address. */
export const GRADED_VEHICLE_CASES: Readonly<Record<string, VehicleCase>> = {
  strap: graded({
    title: 'The weak alternator',
    level: 1,
    class: 'van',
    symptom: 'warning_light',
    seed: 11,
    story: 'They say the alternator is weak. It was changed in spring, and it is weak again.',
    given: {},
    faults: [{ kind: 'piece', piece: 'strap', degree: 0.55 }],
  }),
  clamp: graded({
    title: 'A click in the yard',
    level: 1,
    class: 'van',
    symptom: 'single_click',
    seed: 23,
    story: 'Clicks once and the lights go out. The battery must be dead: it is four years old.',
    given: {},
    faults: [{ kind: 'piece', piece: 'clamp_plus', degree: 0.8 }],
  }),
  cooked: graded({
    title: 'Two batteries in a year',
    level: 1,
    class: 'van',
    symptom: 'warning_light',
    seed: 37,
    story: 'The second battery this year, and it smells of rotten eggs after a run.',
    given: { regulator: 'separate' },
    faults: [{ kind: 'regulator_high', degree: 0.45 }],
  }),
  weekend: graded({
    title: 'Dead every Monday',
    level: 2,
    class: 'boat',
    symptom: 'does_not_hold',
    seed: 41,
    story: 'Fine all week. On Monday it does not turn. A new battery changed nothing.',
    given: { engine: 'diesel_light', ratedAmps: 90 },
    faults: [{ kind: 'parasitic_draw', degree: 0.5 }],
  }),
  managed: graded({
    title: 'Twelve point seven',
    level: 2,
    class: 'bus',
    symptom: 'routine',
    seed: 53,
    story: 'With the engine running I read hardly more than at rest. Does it charge at all?',
    given: { engine: 'diesel_light', regulator: 'computer', ratedAmps: 140, temperatureC: 20 },
    faults: [],
  }),
  starter: graded({
    title: 'Heavy in the morning',
    level: 2,
    class: 'tractor',
    symptom: 'slow_crank',
    seed: 61,
    story: 'It groans, and the cables grow warm. We charged the battery, it groans all the same.',
    given: { engine: 'diesel_heavy', systemVolts: 24, ratedAmps: 110, temperatureC: 6 },
    faults: [{ kind: 'starter_drag', degree: 0.7 }],
  }),
  squeal: graded({
    title: 'It squeals',
    level: 2,
    class: 'service',
    symptom: 'warning_light',
    seed: 71,
    story: 'When I switch the lights on it squeals, and the lamp glows.',
    given: { engine: 'diesel_light', ratedAmps: 120 },
    faults: [{ kind: 'belt', degree: 0.4 }],
  }),
  both: graded({
    title: 'Charged, and empty again',
    level: 3,
    class: 'plough',
    symptom: 'does_not_hold',
    seed: 83,
    story: 'We charge it each evening. The battery is a year old and they want to change it.',
    given: { engine: 'diesel_light', regulator: 'separate', ratedAmps: 110, temperatureC: -3 },
    faults: [
      { kind: 'piece', piece: 'charge_cable', degree: 0.6 },
      { kind: 'battery_low_charge', degree: 0.3 },
    ],
  }),
  worn: graded({
    title: 'This time it is',
    level: 3,
    class: 'van',
    symptom: 'slow_crank',
    seed: 97,
    story: 'Third garage. One said the starter, one the alternator.',
    given: { temperatureC: 2 },
    faults: [{ kind: 'battery_worn', degree: 0.6 }],
  }),
  diode: graded({
    title: 'It whistles in the radio',
    level: 3,
    class: 'service',
    symptom: 'does_not_hold',
    seed: 101,
    story: 'Empty after three days. With each fuse pulled it draws the same.',
    given: { engine: 'diesel_light', ratedAmps: 120 },
    faults: [{ kind: 'diode', degree: 0.8 }],
  }),
};
