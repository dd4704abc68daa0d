import { nextProbe } from '../circuit/next-probe';
import { chancesOf, likeliest } from '../circuit/ranking';
import { nextOnSide, segmentResults } from '../circuit/segment-drop';
import { type DrawnVehicle, drawVehicle } from '../physics/vehicle/draw-vehicle';
import { VehicleHand } from '../physics/vehicle/measure-vehicle';
import { type Chance, seededChance } from '../quantity/chance';
import { STANDARD_RULES } from '../rules/standard-rules';
import type { Cause } from '../vehicle/cause';
import { CHECK_NAMES, type CheckName } from '../vehicle/check-reading';
import { PIECES, SIDES } from '../vehicle/path';

/** Everything that is read but the drops. */
const READ: readonly CheckName[] = CHECK_NAMES.filter((name) => name !== 'drop_v');

/** A simulated vehicle that everything has been read of: each side, the survey of those that are over, the battery on the Bench. */
export const fullCheck = (drawn: DrawnVehicle, chance: Chance): VehicleHand => partialCheck(drawn, chance, 1);

/** The same where each reading is taken with some probability: whoever stops half way has to be told something true as well. */
export function partialCheck(drawn: DrawnVehicle, chance: Chance, share: number): VehicleHand {
  const hand = new VehicleHand(drawn, chance);
  const taken = () => share >= 1 || chance.uniform() < share;
  for (const name of READ) if (taken()) hand.read(name);
  if (taken()) hand.testBattery();
  for (const side of SIDES) {
    if (!taken()) continue;
    hand.read('drop_v', side);
    for (let probe = 0; probe < PIECES.length && taken(); probe++) {
      const next = nextOnSide(side, segmentResults(hand.evidence, STANDARD_RULES));
      if (!next || next.segment === side) break;
      const before = hand.readings.length;
      hand.read('drop_v', next.segment);
      if (hand.readings.length === before) break;
    }
  }
  return hand;
}

/** How sure whoever follows the proposed probes is before they stop, and how unlikely all else has to be. */
const SETTLED = { first: 0.95, others: 0.12 } as const;
const MOST_PROBES = 40;

/** A check that takes what is proposed until the matter is settled, or nothing is proposed any more. */
export function followedCheck(
  drawn: DrawnVehicle,
  chance: Chance,
): { readonly hand: VehicleHand; readonly probes: number } {
  const hand = new VehicleHand(drawn, chance);
  for (let probes = 0; probes < MOST_PROBES; probes++) {
    const chances = chancesOf(hand.evidence);
    const [first = 0, second = 0] = [...chances].sort((one, other) => other - one);
    const next = nextProbe(hand.evidence);
    if (!next || (probes > 0 && first >= SETTLED.first && second <= SETTLED.others)) return { hand, probes };
    const before = hand.evidence;
    if (next.of === 'battery') hand.testBattery();
    else hand.read(next.of, next.segment);
    if (hand.evidence === before) return { hand, probes };
  }
  return { hand, probes: MOST_PROBES };
}

/** What was told of one simulated vehicle, beside what was true of it. */
export interface TriedCheck {
  readonly causes: ReadonlySet<Cause>;
  /** Chances of all causes after the full check, and how many readings that took. */
  readonly chances: readonly number[];
  readonly readings: number;
  /** The same check by what is proposed: readings, and the cause that stood first after them. */
  readonly probes: number;
  readonly followedTo: Cause;
}

/** Vehicles differ by more than the ranking has learned from. */
const WIDER_WORLD = { spread: 1.4 };

/** Draws a vehicle and checks it, once in full and once by what is proposed. */
export function tryCheck(seed: number): TriedCheck {
  const chance = seededChance(seed);
  const drawn = drawVehicle(chance, WIDER_WORLD);
  const full = fullCheck(drawn, chance);
  const { hand, probes } = followedCheck(drawn, chance);
  return {
    causes: drawn.causes,
    chances: chancesOf(full.evidence),
    // The test of the battery on the Bench is one as well.
    readings: full.readings.length + 1,
    probes,
    followedTo: likeliest(chancesOf(hand.evidence)),
  };
}
