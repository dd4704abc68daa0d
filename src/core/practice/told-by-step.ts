import type { Verdict } from '../assessment/verdict';
import { trueHealthPct } from '../physics/physical-battery';
import { workRun } from '../procedure/judge-run';
import { STANDARD_RULES } from '../rules/standard-rules';
import type { Reading } from '../steps/reading';
import type { PracticeCase } from './practice-case';
import { modelOfCase } from './right-verdict';
import type { TrueMoment } from './true-moment';

/** What was known after one reading, beside what was true at that moment. Percent. */
export interface ToldByStep {
  readonly reading: Reading;
  readonly chargePct: number | null;
  readonly trueChargePct: number | null;
  readonly healthPct: number | null;
  readonly trueHealthPct: number;
  /** The verdict so far. */
  readonly verdict: Verdict;
}

/** Readings that say nothing of the battery's charge or health by themselves. */
const SILENT: ReadonlySet<Reading['kind']> = new Set([
  'identify',
  'complaint',
  'skip',
  'withdrawal',
  'override',
]);

/** What each reading of a case added to what was known, against the truth: an honest mirror of the ledger as it grew. */
export function toldBySteps(
  practiceCase: PracticeCase,
  readings: readonly Reading[],
  truths: readonly TrueMoment[],
): ToldByStep[] {
  const { spec, model } = modelOfCase(practiceCase);
  const trueAt = new Map(truths.map((moment) => [moment.readingId, moment]));
  return readings.flatMap((reading, at) => {
    if (SILENT.has(reading.kind)) return [];
    const { assessment } = workRun(spec, readings.slice(0, at + 1), STANDARD_RULES);
    const { charge, health } = assessment.estimates;
    return [
      {
        reading,
        chargePct: charge?.pct ?? null,
        trueChargePct: trueAt.get(reading.id)?.chargePct ?? null,
        healthPct: health?.pct ?? null,
        trueHealthPct: trueHealthPct(model),
        verdict: assessment.verdict,
      },
    ];
  });
}
