import type { VehicleCheck } from '../../assessment/evidence';

/** Why a battery came in. */
export const SYMPTOMS = [
  'routine',
  'slow_crank',
  'single_click',
  'no_sound',
  'warning_light',
  'does_not_hold',
  'left_on',
  'stood_long',
  'new_unit',
  'used_unit',
] as const;

export type Symptom = (typeof SYMPTOMS)[number];

/** How a complaint changes the order of the work. */
export interface ComplaintPlan {
  readonly label: string;
  /** What it points at, in a sentence; null where it points at nothing in particular. */
  readonly pointsAt: string | null;
  /** What to measure on the vehicle before the battery; null where nothing comes first. */
  readonly vehicleFirst: VehicleCheck | null;
  /** The battery is in a vehicle that can crank it. */
  readonly cranks: boolean;
  /** A charge is followed by a stand before the battery goes back. */
  readonly stands: boolean;
}

/** What each complaint points at and brings forward. Rules of the trade. */
export const COMPLAINTS: Readonly<Record<Symptom, ComplaintPlan>> = {
  routine: {
    label: 'Routine check',
    pointsAt: null,
    vehicleFirst: null,
    cranks: true,
    stands: false,
  },
  slow_crank: {
    label: 'Cranks slowly',
    pointsAt: 'The battery, the starter or a cable. Crank it once the charge is known.',
    vehicleFirst: null,
    cranks: true,
    stands: false,
  },
  single_click: {
    label: 'Single click, lights go out',
    pointsAt: 'A connection. Measure the drop from post to clamp while cranking, before the battery.',
    vehicleFirst: 'clamp_drop',
    cranks: true,
    stands: false,
  },
  no_sound: {
    label: 'No sound at all',
    pointsAt: 'A fuse, a joint or an empty battery. Measure the drop across the joints first.',
    vehicleFirst: 'joint_drop',
    cranks: true,
    stands: false,
  },
  warning_light: {
    label: 'Warning light while running',
    pointsAt: 'The charging system. Measure the regulated voltage first.',
    vehicleFirst: 'regulated',
    cranks: true,
    stands: false,
  },
  does_not_hold: {
    label: 'Does not hold its charge',
    pointsAt: 'A leak inside, or a draw outside. After a charge it stands before it goes back.',
    vehicleFirst: 'draw',
    cranks: true,
    stands: true,
  },
  left_on: {
    label: 'Something was left on',
    pointsAt: 'Probably only empty. Charge it before anyone condemns it.',
    vehicleFirst: null,
    cranks: true,
    stands: false,
  },
  stood_long: {
    label: 'Stood for long',
    pointsAt: 'Parasitic draw, or its own self-discharge. Measure the draw with all modules asleep first.',
    vehicleFirst: 'draw',
    cranks: true,
    stands: false,
  },
  new_unit: {
    label: 'New unit before delivery',
    pointsAt: null,
    vehicleFirst: null,
    cranks: false,
    stands: false,
  },
  used_unit: {
    label: 'Used unit to grade',
    pointsAt: null,
    vehicleFirst: null,
    cranks: false,
    stands: false,
  },
};
