import type { HouseRules } from '../rules/house-rules';
import { standingReadings } from '../steps/current-readings';
import { isOfKind, type Reading, type ReadingOf } from '../steps/reading';
import type { CheckBasis, CheckEvidence } from './check-evidence';
import { gatherCheck } from './gather-check';
import { type CheckAssessment, judgeCheck } from './judge-check';

/** A check as it stands: what counts of what was read, and what it comes to. */
export interface CheckState {
  /** What was read and stands, the oldest first. */
  readonly readings: readonly ReadingOf<'check_reading'>[];
  readonly evidence: CheckEvidence;
  readonly assessment: CheckAssessment;
  /** What was pulled so that it could be cranked and is not back yet. */
  readonly pulled: ReadingOf<'kept_from_starting'> | null;
}

/** Works out where a check stands from its readings alone, so that it reopens just as it was left. */
export function checkState(
  { vehicle, batteryVerdict }: CheckBasis,
  readings: readonly Reading[],
  rules: HouseRules,
): CheckState {
  const standing = standingReadings(readings);
  const read = standing.filter((one): one is ReadingOf<'check_reading'> => isOfKind(one, 'check_reading'));
  const gathered = gatherCheck(
    vehicle,
    read.map(({ data }) => data),
  );
  const evidence = { ...gathered, batteryVerdict };
  return { readings: read, evidence, assessment: judgeCheck(evidence, rules), pulled: pulledIn(standing) };
}

/** What was pulled last and not put back since; null where nothing was. */
export function pulledIn(standing: readonly Reading[]): ReadingOf<'kept_from_starting'> | null {
  const last = standing.findLast(({ kind }) => kind === 'kept_from_starting' || kind === 'put_back');
  return last && isOfKind(last, 'kept_from_starting') ? last : null;
}
