import type { HouseRules } from '../rules/house-rules';
import type { Estimates } from './estimates';
import type { Decision } from './rule-table';
import type { Grade } from './verdict';

/**
 * The grade for sorting and pairing: X in quarantine, D retired or failed, else by health. Null while undecided, and
 * where the charge gate of the load test was not met.
 */
export function gradeOf(
  { verdict }: Decision,
  { health, load }: Estimates,
  { health: limits }: HouseRules,
): Grade | null {
  if (verdict === 'quarantine') return 'X';
  if (verdict === 'retire') return 'D';
  if (verdict === 'undecided' || !health || load?.standing !== 'counts') return null;
  if (load.marginVolts < 0) return 'D';
  if (health.pct >= limits.gradeAPct) return 'A';
  if (health.pct >= limits.gradeBPct) return 'B';
  return health.pct >= limits.gradeCPct ? 'C' : 'D';
}
