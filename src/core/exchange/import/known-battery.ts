import type { Evidence } from '../../assessment/evidence';
import { type BatterySpec, specOf } from '../../battery/battery';
import type { Rating } from '../../battery/battery-label';
import { batteryTypeLabel } from '../../battery/construction';
import { fail, type Problem, problem, type Result, succeed } from '../../quantity/result';
import type { BatteryRecord } from '../views';

/** A battery that is registered already, with the moments at which its runs began, ms UTC. */
export interface KnownBattery {
  readonly battery: BatteryRecord;
  readonly runsAtMs: readonly number[];
}

/** Difference between two statements of one figure that rounding explains, relative. */
const SAME_FIGURE = 0.02;

/**
 * A row's evidence on the battery that its tag belongs to: the registered label speaks where the row is silent, and
 * where the two contradict each other the row is refused.
 */
export function onKnownBattery(evidence: Evidence, { battery }: KnownBattery): Result<Evidence> {
  const spec = specOf(battery);
  if (!spec) {
    const type = batteryTypeLabel(battery.type).toLowerCase();
    return fail(problem('tag', battery.tag, `a lead-acid battery: this one is registered as ${type}`));
  }
  const problems = contradictions(evidence.battery, spec, `${battery.tag} is registered`);
  return problems.length > 0 ? fail(...problems) : succeed({ ...evidence, battery: spec });
}

/** What a row says of its battery against what is known of it; `where` ends the complaint: "as FH-1 is registered". */
export function contradictions(row: BatterySpec, label: BatterySpec, where: string): Problem[] {
  const problems: Problem[] = [];
  const as = (value: unknown) => `${value}, as ${where}`;
  if (row.construction !== label.construction) {
    problems.push(problem('construction', row.construction, as(label.construction)));
  }
  if (row.nominalVolts !== label.nominalVolts) {
    problems.push(problem('nominal_v', row.nominalVolts, as(label.nominalVolts)));
  }
  for (const { standard, amps } of row.ratings) {
    const own = ratingIn(label.ratings, standard);
    if (own && differs(own.amps, amps))
      problems.push(problem('rating_a', amps, as(`${own.amps} ${standard}`)));
  }
  if (row.c20Ah !== null && label.c20Ah !== null && differs(row.c20Ah, label.c20Ah)) {
    problems.push(problem('c20_ah', row.c20Ah, as(label.c20Ah)));
  }
  return problems;
}

const ratingIn = (ratings: readonly Rating[], standard: Rating['standard']) =>
  ratings.find((rating) => rating.standard === standard);

const differs = (one: number, other: number) => Math.abs(one - other) > SAME_FIGURE * Math.max(one, other);
