import type { HouseRules } from '../rules/house-rules';
import type { Estimates } from './estimates';
import type { Decision } from './rule-table';
import type { Grade } from './verdict';

/**
 * The grade for sorting and pairing: X in quarantine, D retired or failed, else by health. Null while undecided, and
 * where the charge gate was not met, or health rests on readings that do not count or on a guessed rating.
 */
export function gradeOf(
  { verdict, code }: Decision,
  estimates: Estimates,
  { health: limits, charge: gate }: HouseRules,
): Grade | null {
  const { health, load, charge } = estimates;
  if (verdict === 'quarantine') return 'X';
  if (verdict === 'retire') return 'D';
  const gateMet = charge !== null && charge.pct >= gate.loadGatePct;
  // A guessed rating gives no grade to sort or to sell by.
  if (code === 'rating_from_capacity') return null;
  if (verdict === 'undecided' || !health || health.indicative || !gateMet) return null;
  if (load?.standing === 'counts' && load.decidingMarginVolts < 0) return 'D';
  if (health.pct >= limits.gradeAPct) return 'A';
  if (health.pct >= limits.gradeBPct) return 'B';
  return health.pct >= limits.gradeCPct ? 'C' : 'D';
}
