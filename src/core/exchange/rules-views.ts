import type { Evidence } from '../assessment/evidence';
import type { HouseRules } from '../rules/house-rules';

/** One version of the house rules, with who made it and why. */
export interface RulesVersion {
  readonly rules: HouseRules;
  readonly reason: string;
  readonly authorId: string | null;
  readonly madeAtMs: number | null;
}

/** House rules that wait for a lead to decide on them. */
export interface RulesProposal {
  readonly id: string;
  readonly rules: HouseRules;
  readonly reason: string;
  readonly authorId: string;
  readonly madeAtMs: number;
}

export interface RulesView {
  /** In force now. */
  readonly current: HouseRules;
  /** Every version there is, the newest first; the last is the one that Integra began with. */
  readonly versions: readonly RulesVersion[];
  /** Finished runs with evidence to compare on. */
  readonly runs: number;
  /** What was proposed and waits, the oldest first. */
  readonly proposals: readonly RulesProposal[];
}

/** A finished run as the comparison of rules needs it. */
export interface HistoryRun {
  readonly runId: string;
  readonly tag: string;
  readonly atMs: number;
  readonly evidence: Evidence;
}

/** One stretch of the history; `next` leads to the one after it, null at its end. */
export interface HistoryPage {
  readonly runs: readonly HistoryRun[];
  readonly next: string | null;
}
