import { printedCapacity } from '../battery/cranking-rating';
import { dutyOf, suitsAnEngineOnly } from '../battery/duty';
import type { HouseRules } from '../rules/house-rules';
import type { CapacityResult } from './capacity-result';
import {
  type Case,
  charge,
  chargeBefore,
  type Decision,
  healthToServeOn,
  retire,
  undecided,
  watch,
} from './decision';
import { DISCHARGE_LOWEST_C, isFull } from './fit-for-discharge';

/** What works for hours and holds too little is worn, whatever it can still start. */
export function capacityLow({ evidence, estimates: { capacity } }: Case): Decision | null {
  if (!capacity?.low || suitsAnEngineOnly(evidence.battery)) return null;
  if (capacity.forced) return undecided('repeat_discharge', 'discharge');
  return isUnsure(capacity) && !evidence.skipped.includes('discharge')
    ? undecided('capacity_unconfirmed', 'discharge')
    : retire('capacity_low');
}

/** What a charge took condemns by itself only where it is clear: a discharge settles what is not. */
const isUnsure = ({ method, pct, sdPct, measured: { limit } }: CapacityResult): boolean =>
  method === 'returned' && (pct ?? 0) + (sdPct ?? 0) >= limit;

/** An engine is started in seconds: too little capacity is watched there, and leaves less in hand on a cold morning. */
export function capacityFalling(known: Case): Decision | null {
  const { capacity } = known.estimates;
  if (healthToServeOn(known) === null) return null;
  if (!capacity || capacity.forced) return serviceUnknown(known);
  if (capacity.low) return watch('capacity_low', known);
  // Whoever works for hours with what is left is told so, however well it still cranks.
  const falls = !suitsAnEngineOnly(known.evidence.battery) && isFalling(capacity, known.rules);
  return falls ? watch('capacity_ageing', known) : null;
}

/** Of one that works for hours too, nobody has seen yet for how long; where its label says no capacity, nobody can. */
export function serviceUnknown(known: Case): Decision | null {
  const { battery } = known.evidence;
  if (suitsAnEngineOnly(battery) || printedCapacity(battery) === undefined) return null;
  return toBeDischarged(known);
}

const isFalling = ({ method, pct }: CapacityResult, { capacity }: HouseRules): boolean =>
  method === 'discharge' && pct !== null && pct < capacity.servePct;

/** A deep-cycle battery is as good as what it holds; one that nobody discharged has not been tested. */
export function byCapacity(known: Case): Decision | null {
  const { evidence, estimates, rules } = known;
  if (dutyOf(evidence.battery) !== 'deep_cycle' || !estimates.charge) return null;
  const { capacity } = estimates;
  if (!capacity || capacity.forced) {
    if (printedCapacity(evidence.battery) === undefined) return undecided('capacity_not_printed', 'identify');
    return toBeDischarged(known);
  }
  if (capacity.method !== 'discharge') return watch('capacity_ungraded', known);
  if (isFalling(capacity, rules)) return watch('capacity_ageing', known);
  if (chargeBefore(known)) return charge('charge_before_service');
  return { verdict: 'serve', code: 'capacity_sound', next: null };
}

/** Only a discharge tells how long it lasts; who passes it over watches the battery. */
function toBeDischarged(known: Case): Decision {
  if (known.evidence.skipped.includes('discharge')) return watch('capacity_unknown', known);
  return beforeDischarge(known) ?? undecided('capacity_unknown', 'discharge');
}

/** A capacity is told from full, and by plates that are not cold. */
function beforeDischarge({ evidence, estimates: { charge: known, temperatureC } }: Case): Decision | null {
  if (known && !isFull(evidence, known.pct)) return charge('charge_before_discharge');
  return temperatureC !== null && temperatureC < DISCHARGE_LOWEST_C
    ? undecided('cold_for_discharge', 'settle')
    : null;
}
