import { nextOnSide, segmentResults } from '../circuit/segment-drop';
import { type DrawnVehicle, drawVehicle, type VehicleWorld } from '../physics/vehicle/draw-vehicle';
import { VehicleHand } from '../physics/vehicle/measure-vehicle';
import type { Chance } from '../quantity/chance';
import { STANDARD_RULES } from '../rules/standard-rules';
import { CHECK_NAMES, type CheckName } from '../vehicle/check-reading';
import { PIECES, SIDES } from '../vehicle/path';

/** Readings of a full check: everything there is, the sides as a whole, and the survey of those that are over. */
const FULL: readonly CheckName[] = CHECK_NAMES.filter((name) => name !== 'drop_v');

/** A simulated vehicle that everything has been read of, the battery tested on the Bench. */
export function fullCheck(drawn: DrawnVehicle, chance: Chance): VehicleHand {
  return partialCheck(drawn, chance, 1);
}

/** The same where each reading is taken with some probability: whoever stops half way has to be told something true as well. */
export function partialCheck(drawn: DrawnVehicle, chance: Chance, share: number): VehicleHand {
  const hand = new VehicleHand(drawn, chance);
  const taken = () => share >= 1 || chance.uniform() < share;
  for (const name of FULL) if (taken()) hand.read(name);
  if (taken()) hand.testBattery();
  for (const side of SIDES) {
    if (!taken()) continue;
    hand.read('drop_v', side);
    for (let probe = 0; probe < PIECES.length && taken(); probe++) {
      const next = nextOnSide(side, segmentResults(hand.evidence, STANDARD_RULES));
      if (!next || next.segment === side) break;
      const before = hand.evidence.drops.length;
      hand.read('drop_v', next.segment);
      if (hand.evidence.drops.length === before) break;
    }
  }
  return hand;
}

export { type DrawnVehicle, drawVehicle, type VehicleWorld };
