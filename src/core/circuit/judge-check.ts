import { CORE_VERSION } from '../assessment/core-version';
import type { HouseRules } from '../rules/house-rules';
import { type Action, actionsOf } from './actions';
import type { CheckEvidence } from './check-evidence';
import type { CheckFinding } from './check-finding';
import { checkFindings } from './check-findings';
import { type CircuitOfDraw, circuitsOfDraw } from './draw-by-fuse';
import { type ProposedProbe, proposedProbes } from './next-probe';
import { type RankedCause, rankCauses } from './ranking';
import { type SegmentResult, segmentResults } from './segment-drop';

/** What a check comes to: findings, causes by their chance, what to read next and what to do, in its order. */
export interface CheckAssessment {
  readonly findings: readonly CheckFinding[];
  readonly segments: readonly SegmentResult[];
  /** The circuits that a draw goes through, once fuses were pulled; the largest first. */
  readonly circuits: readonly CircuitOfDraw[];
  /** The likeliest first; all of them. */
  readonly causes: readonly RankedCause[];
  /** What would settle most a minute; empty once nothing that is open would. */
  readonly next: readonly ProposedProbe[];
  readonly actions: readonly Action[];
  /** The battery is below the gate: what was measured meanwhile is indicative. */
  readonly indicative: boolean;
  readonly rules: { readonly id: string; readonly version: number };
  readonly core: string;
}

/** The judgement of a check: a pure function of what was read of a vehicle and of the house rules. */
export function judgeCheck(evidence: CheckEvidence, rules: HouseRules): CheckAssessment {
  const findings = checkFindings(evidence, rules);
  const segments = segmentResults(evidence, rules);
  const causes = rankCauses(evidence);
  const circuits = circuitsOfDraw(evidence, rules);
  return {
    findings,
    segments,
    circuits,
    causes,
    next: proposedProbes(evidence),
    actions: actionsOf(causes, evidence, { results: segments, circuits }),
    indicative: findings.some(({ code }) => code === 'charge_first'),
    rules: { id: rules.id, version: rules.version },
    core: CORE_VERSION,
  };
}
