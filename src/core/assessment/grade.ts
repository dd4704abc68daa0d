import { type Duty, dutyOf } from '../battery/duty';
import type { HouseRules } from '../rules/house-rules';
import type { CapacityResult } from './capacity-result';
import type { Case, Decision } from './decision';
import type { Grade } from './verdict';

/** From best to worst. */
const BY_HEALTH = ['A', 'B', 'C', 'D'] as const satisfies readonly Grade[];

type ByHealth = (typeof BY_HEALTH)[number];

/**
 * The grade for sorting and pairing: X in quarantine, D retired or failed, else by health, by capacity where it works
 * for hours, by the worse of the two where it does both. Null while undecided, and where the charge gate was not met, or
 * it rests on readings that do not count, on a guessed rating or on a capacity that nobody measured.
 */
export function gradeOf({ verdict, code }: Decision, { evidence, estimates, rules }: Case): Grade | null {
  const { charge, capacity } = estimates;
  if (verdict === 'quarantine') return 'X';
  if (verdict === 'retire') return 'D';
  const gateMet = charge !== null && charge.pct >= rules.charge.loadGatePct;
  // A guessed rating gives no grade to sort or to sell by.
  if (verdict === 'undecided' || !gateMet || code === 'rating_from_capacity') return null;
  const byCapacity = capacityGrade(capacity, rules);
  const duty: Duty = dutyOf(evidence.battery);
  if (duty === 'deep_cycle') return byCapacity;
  const byHealth = healthGrade({ evidence, estimates, rules });
  if (duty === 'both' && byHealth && byCapacity) return worse(byHealth, byCapacity);
  // An engine starts with little capacity, but nobody is sold such a battery as a good one.
  return byHealth && capacity?.low && !capacity.forced ? worse(byHealth, 'C') : byHealth;
}

function healthGrade({ estimates: { health, load }, rules: { health: limits } }: Case): ByHealth | null {
  if (!health || health.indicative) return null;
  if (load?.standing === 'counts' && load.decidingMarginVolts < 0) return 'D';
  return gradeAt(health.pct, limits);
}

function capacityGrade(capacity: CapacityResult | null, { health: limits }: HouseRules): ByHealth | null {
  if (!capacity || capacity.forced || capacity.method !== 'discharge' || capacity.pct === null) return null;
  // One that was ended early holds at least so much: how much better it is nobody knows.
  return gradeAt(capacity.pct, limits);
}

function gradeAt(pct: number, { gradeAPct, gradeBPct, gradeCPct }: HouseRules['health']): ByHealth {
  if (pct >= gradeAPct) return 'A';
  if (pct >= gradeBPct) return 'B';
  return pct >= gradeCPct ? 'C' : 'D';
}

const worse = (one: ByHealth, other: ByHealth): ByHealth =>
  BY_HEALTH.indexOf(one) > BY_HEALTH.indexOf(other) ? one : other;
