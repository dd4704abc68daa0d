import { nextProbe } from '../circuit/next-probe';
import { chancesOf, likeliest } from '../circuit/ranking';

import { nextOnSide, segmentResults } from '../circuit/segment-drop';
import { type DrawnVehicle, drawVehicle } from '../physics/vehicle/draw-vehicle';
import { VehicleHand } from '../physics/vehicle/measure-vehicle';
import type { Chance } from '../quantity/chance';
import { STANDARD_RULES } from '../rules/standard-rules';
import { CAUSES, type Cause } from '../vehicle/cause';
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

/** What is told of some simulated vehicles, against the truth. */
export interface CheckTrial {
  readonly vehicles: number;
  /** Share in which the cause that stands first is a true one. */
  readonly right: number;
  /** Shares of the sound batteries, and of the sound alternators, that are blamed first. */
  readonly batteryBlamed: number;
  readonly alternatorBlamed: number;
  /** Mean distance of the chances told from the shares that came true, over those of a tenth and more. */
  readonly distance: number;
  /** Chances told and shares that came true, in ten bands, with how many. */
  readonly reliability: readonly { readonly told: number; readonly came: number; readonly count: number }[];
  /** How often which cause stood first where which was true. */
  readonly confusion: ReadonlyMap<Cause, ReadonlyMap<Cause, number>>;
  /** Readings of a full check and of one that follows what is proposed, and how often that one is right. */
  readonly readings: { readonly full: number; readonly followed: number; readonly followedRight: number };
}

const BATTERY: readonly Cause[] = ['battery_low_charge', 'battery_worn', 'battery_faulty'];
const ALTERNATOR: readonly Cause[] = [
  'alternator_weak',
  'diode',
  'regulator_high',
  'regulator_low',
  'regulator_open',
  'regulator_intermittent',
];
/** Vehicles differ by more than the ranking has learned from. */
const WIDER_WORLD = { spread: 1.4 };
const BANDS = 10;

/** Tries the ranking on simulated vehicles that it has not seen. */
export function tryChecks(chance: Chance, vehicles: number): CheckTrial {
  const tally = { right: 0, followedRight: 0, full: 0, followed: 0 };
  const blamed = { battery: [0, 0], alternator: [0, 0] } as {
    battery: [number, number];
    alternator: [number, number];
  };
  const bands = Array.from({ length: BANDS }, () => ({ told: 0, came: 0, count: 0 }));
  let [apart, told] = [0, 0];
  const confusion = new Map<Cause, Map<Cause, number>>();
  for (let at = 0; at < vehicles; at++) {
    const drawn = drawVehicle(chance, WIDER_WORLD);
    const full = fullCheck(drawn, chance);
    const chances = chancesOf(full.evidence);
    const first = likeliest(chances);
    if (drawn.causes.has(first)) tally.right++;
    for (const [part, causes] of [
      ['battery', BATTERY],
      ['alternator', ALTERNATOR],
    ] as const) {
      if (causes.some((cause) => drawn.causes.has(cause))) continue;
      blamed[part][0]++;
      if (causes.includes(first)) blamed[part][1]++;
    }
    chances.forEach((one, cause) => {
      const band = bands[Math.min(BANDS - 1, Math.floor(one * BANDS))];
      const came = drawn.causes.has(CAUSES[cause] ?? 'nothing_found') ? 1 : 0;
      if (!band) return;
      band.count++;
      band.told += one;
      band.came += came;
    });
    const [truth] = drawn.causes;
    if (truth && drawn.causes.size <= 2) {
      const row = confusion.get(truth) ?? new Map<Cause, number>();
      const shown = drawn.causes.has(first) ? truth : first;
      confusion.set(truth, row.set(shown, (row.get(shown) ?? 0) + 1));
    }
    const { hand, probes } = followedCheck(drawn, chance);
    tally.full += full.readings.length + 1;
    tally.followed += probes;
    if (drawn.causes.has(likeliest(chancesOf(hand.evidence)))) tally.followedRight++;
  }
  for (const { told: sum, came, count } of bands.map((band, at) =>
    at === 0 ? { ...band, count: 0 } : band,
  )) {
    if (count === 0) continue;
    apart += Math.abs(sum - came);
    told += count;
  }
  return {
    vehicles,
    right: tally.right / vehicles,
    batteryBlamed: blamed.battery[1] / blamed.battery[0],
    alternatorBlamed: blamed.alternator[1] / blamed.alternator[0],
    distance: told === 0 ? 0 : apart / told,
    reliability: bands.map(({ told: sum, came, count }) => ({
      told: count === 0 ? 0 : sum / count,
      came: count === 0 ? 0 : came / count,
      count,
    })),
    confusion,
    readings: {
      full: tally.full / vehicles,
      followed: tally.followed / vehicles,
      followedRight: tally.followedRight / vehicles,
    },
  };
}
