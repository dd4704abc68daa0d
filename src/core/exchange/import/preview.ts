import type { StepId } from '../../assessment/step-id';
import type { Grade, Verdict } from '../../assessment/verdict';
import type { Problem } from '../../quantity/result';
import type { ImportedRow } from './import-reader';

/** What a preview shows of a row: what it comes to, or what is wrong with it. */
export type PreviewRow =
  | {
      readonly ok: true;
      readonly line: number;
      readonly tag: string;
      readonly verdict: Verdict;
      readonly grade: Grade | null;
      readonly next: StepId | null;
      readonly chargePct: number | null;
      readonly healthPct: number | null;
      /** The battery is registered already. */
      readonly known: boolean;
      readonly leftOut: readonly Problem[];
    }
  | {
      readonly ok: false;
      readonly line: number;
      readonly tag: string;
      readonly problems: readonly Problem[];
    };

/** A row as its preview: the judgement without its working, so that a hundred thousand can be held. */
export function previewOf(row: ImportedRow): PreviewRow {
  const { line, tag } = row;
  if (!row.ok) return { ok: false, line, tag, problems: row.problems };
  const { assessment, batteryId, leftOut } = row;
  return {
    ok: true,
    line,
    tag,
    leftOut,
    known: batteryId !== null,
    verdict: assessment.verdict,
    grade: assessment.grade,
    next: assessment.next,
    chargePct: assessment.estimates.charge?.pct ?? null,
    healthPct: assessment.estimates.health?.pct ?? null,
  };
}
