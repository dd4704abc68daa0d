import { REFERENCE_CELLS } from './model-facts';

/** What can be wrong inside a battery, besides wear and a low charge. */
export const FAULT_KINDS = [
  'sulphation',
  'shorted_cell',
  'soft_short',
  'joint',
  'open_joint',
  'corrosion',
  'shedding',
  'dry_out',
  'stratification',
] as const;

export type FaultKind = (typeof FAULT_KINDS)[number];

/** A fault and how far it has gone: 0 is its mildest form, 1 its worst. */
export interface Fault {
  readonly kind: FaultKind;
  readonly degree: number;
  /** Of a joint: it opens only once current flows, and a tester's small signal sees nothing of it. */
  readonly underCurrent?: boolean;
}

export const FAULT_LABELS: Readonly<Record<FaultKind, string>> = {
  sulphation: 'Sulphated plates',
  shorted_cell: 'Shorted cell',
  soft_short: 'Slow short in one cell',
  joint: 'High-resistance joint',
  open_joint: 'Open joint',
  corrosion: 'Corroded grids',
  shedding: 'Shed plates',
  dry_out: 'Dried out',
  stratification: 'Acid in layers',
};

/** What a fault changes; a factor of 1 and an addition of 0 change nothing. Models of ours. */
export interface FaultEffect {
  readonly capacity: number;
  readonly ohms: number;
  readonly acceptance: number;
  /** Added to the open voltage, V of a 12 V battery. */
  readonly openVolts: number;
  /** Added to the gravity of every cell. */
  readonly gravity: number;
  /** In series with the plates, ohm of a 12 V battery, and what each ampere adds to that. */
  readonly jointOhms: number;
  readonly jointOhmsPerAmp: number;
  /** What one cell loses to itself, A. */
  readonly leakAmps: number;
  readonly shortsCell: boolean;
}

/** Nothing is changed: what every fault begins from. */
export const SOUND: FaultEffect = {
  capacity: 1,
  ohms: 1,
  acceptance: 1,
  openVolts: 0,
  gravity: 0,
  jointOhms: 0,
  jointOhmsPerAmp: 0,
  leakAmps: 0,
  shortsCell: false,
};

/** From the mild end of a range to its worst one. */
const range = (mild: number, worst: number, degree: number) => mild + (worst - mild) * degree;

/** Share of a bad joint that opens only as current heats it; a tester's small signal does not see that part. */
const JOINT_BY_CURRENT = 0.5;
/** Current at which that part is whole, A. */
const JOINT_FULL_AMPS = 300;

/** What lost water adds to the open voltage of six cells, V. A cell's volts are its gravity and 0.84: textbook. */
const DENSER_VOLTS = 0.1;

/** What a fault of this degree, 0 to 1, changes in a battery. */
export function effectOf({ kind, degree, underCurrent = false }: Fault): FaultEffect {
  if (!(degree >= 0 && degree <= 1)) throw new RangeError(`degree must lie in [0, 1], got ${degree}`);
  switch (kind) {
    case 'sulphation':
      return {
        ...SOUND,
        capacity: range(0.8, 0.4, degree),
        ohms: range(1.2, 2, degree),
        acceptance: range(0.5, 0.2, degree),
      };
    case 'shorted_cell':
      return { ...SOUND, shortsCell: true };
    case 'soft_short':
      // A leak spans two powers of ten, so it grows in proportion to itself.
      return { ...SOUND, leakAmps: 0.05 * 40 ** degree };
    case 'joint': {
      const ohms = range(0.002, 0.01, degree);
      const share = underCurrent ? 1 : JOINT_BY_CURRENT;
      return {
        ...SOUND,
        jointOhms: ohms * (1 - share),
        jointOhmsPerAmp: (ohms * share) / JOINT_FULL_AMPS,
      };
    }
    case 'open_joint':
      return { ...SOUND, jointOhms: range(0.2, 2, degree) };
    case 'corrosion':
      return { ...SOUND, ohms: range(1.3, 2, degree) };
    case 'shedding':
      return { ...SOUND, capacity: range(0.8, 0.5, degree), ohms: 1.1 };
    case 'dry_out':
      // What is left of the acid is denser, which shows in voltage and gravity alike.
      return {
        ...SOUND,
        ohms: range(1.3, 2.5, degree),
        openVolts: DENSER_VOLTS,
        gravity: DENSER_VOLTS / REFERENCE_CELLS,
      };
    case 'stratification':
      return { ...SOUND, capacity: 0.8, openVolts: 0.1 };
  }
}
