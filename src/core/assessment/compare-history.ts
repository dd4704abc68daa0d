import type { HouseRules } from '../rules/house-rules';
import { assess } from './assess';
import type { Evidence } from './evidence';
import type { FindingCode } from './finding';
import type { Verdict } from './verdict';

/** A run of the history whose verdict two sets of rules disagree on. */
export interface ChangedRun {
  readonly runId: string;
  readonly tag: string;
  readonly atMs: number;
  readonly one: { readonly verdict: Verdict; readonly because: FindingCode };
  readonly other: { readonly verdict: Verdict; readonly because: FindingCode };
}

/** How many runs went from one verdict to another. */
export interface Transition {
  readonly from: Verdict;
  readonly to: Verdict;
  readonly runs: number;
}

/** What a comparison has come to so far. */
export interface HistoryComparison {
  readonly compared: number;
  readonly changed: number;
  readonly transitions: readonly Transition[];
  /** The first of the changed runs, so many that a person can look through them. */
  readonly examples: readonly ChangedRun[];
}

export const NOTHING_COMPARED: HistoryComparison = { compared: 0, changed: 0, transitions: [], examples: [] };

/** Changed runs that are kept to be looked at one by one. */
const MOST_EXAMPLES = 200;

interface HistoryRun {
  readonly runId: string;
  readonly tag: string;
  readonly atMs: number;
  readonly evidence: Evidence;
}

/** The comparison so far with some more runs judged under both rules. */
export function compareMore(
  so: HistoryComparison,
  runs: readonly HistoryRun[],
  one: HouseRules,
  other: HouseRules,
): HistoryComparison {
  const changed = runs.flatMap((run) => changedRun(run, one, other) ?? []);
  return {
    compared: so.compared + runs.length,
    changed: so.changed + changed.length,
    transitions: changed.reduce(counted, so.transitions),
    examples:
      so.examples.length < MOST_EXAMPLES ? [...so.examples, ...changed].slice(0, MOST_EXAMPLES) : so.examples,
  };
}

function changedRun({ evidence, ...run }: HistoryRun, one: HouseRules, other: HouseRules): ChangedRun | null {
  const [ours, theirs] = [assess(evidence, one), assess(evidence, other)];
  if (ours.verdict === theirs.verdict) return null;
  return {
    ...run,
    one: { verdict: ours.verdict, because: ours.decidedBy },
    other: { verdict: theirs.verdict, because: theirs.decidedBy },
  };
}

function counted(transitions: readonly Transition[], { one, other }: ChangedRun): readonly Transition[] {
  const [from, to] = [one.verdict, other.verdict];
  const known = transitions.some((transition) => transition.from === from && transition.to === to);
  if (!known) return [...transitions, { from, to, runs: 1 }];
  return transitions.map((transition) =>
    transition.from === from && transition.to === to
      ? { ...transition, runs: transition.runs + 1 }
      : transition,
  );
}
