import type { Compensation, ConductanceUnit } from '../correction/conductance';
import type { Symptom } from '../steps/complaint/plans';
import type { ReadingData } from '../steps/reading';
import type { BankKind } from './load-bank';

/** What the eye sees of the battery on the bench, and what brought it there. */
export interface Arrival {
  readonly symptom: Symptom;
  readonly seen?: Partial<ReadingData<'inspection'>>;
  /** Hours since it was last driven or charged; null where nobody knows. */
  readonly restHours: number | null;
}

/**
 * What a hand gets wrong and does not know of: a jaw on the lead of the post, the air's temperature for the battery's,
 * a night's rest that was two hours, a load that was a tenth too low, a load read too soon, a float read in haste.
 */
export const MISTAKES = ['one_jaw', 'air', 'rest', 'load_low', 'load_short', 'float'] as const;

export type Mistake = (typeof MISTAKES)[number];

/** A conductance tester as a hand has it. */
export interface Tester {
  readonly unit: ConductanceUnit;
  readonly compensates: Compensation;
  /** What its readings name it by; left out where they are typed. */
  readonly name?: string;
  /** Times what is there: 1 and left out where it reads right. */
  readonly reads?: number;
}

/** How the hand works. */
export interface HandHabits {
  /** The unit that the tester is set to, and what it corrects for; null where there is no tester. */
  readonly tester: Tester | null;
  readonly bank: BankKind;
  /** A hydrometer into every cell that opens. */
  readonly hydrometer: boolean;
  /** Conductance and load both, where the gates let them: each is blind to something that the other sees. */
  readonly bothPowerTests: boolean;
  /** A day’s stand after a charge, before the verdict. */
  readonly stand: boolean;
  /** How badly the tester’s jaws are set, as `TesterSetting` says. */
  readonly contactShare: number;
  /** What it gets wrong in this run; left out where nothing. */
  readonly mistake?: Mistake | null;
  /** The load trace is kept with the reading. */
  readonly keepsTrace: boolean;
  /** Of the air in the shop, °C; the battery is tested as it comes in and charged indoors. */
  readonly shopC: number;
}

/** A hand that does what the run sheet asks for and nothing else. */
export const AS_ASKED: HandHabits = {
  tester: { unit: 'SAE', compensates: 'both' },
  bank: 'set',
  hydrometer: false,
  bothPowerTests: false,
  stand: false,
  contactShare: 0,
  keepsTrace: false,
  shopC: 18,
};

/** A careful hand with everything at its disposal. */
export const THOROUGH: HandHabits = { ...AS_ASKED, hydrometer: true, bothPowerTests: true };
