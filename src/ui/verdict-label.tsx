import { type Grade, VERDICT_LABELS, type Verdict } from '@/core/assessment/verdict';
import { VerdictMark } from './verdict-mark';

interface Props {
  readonly verdict: Verdict;
  readonly grade?: Grade | null;
  /** What the technician set over it: then both are shown. */
  readonly override?: { readonly verdict: Verdict } | null;
  /** It rests on a reading that was forced or is not certain. */
  readonly indicative?: boolean;
}

/** A verdict as a line of text: shape, word and, where there is one, the grade. */
export function VerdictLabel({ verdict, grade = null, override = null, indicative = false }: Props) {
  if (override) {
    return (
      <span className="inline-grid">
        <VerdictLabel verdict={override.verdict} />
        <span className="text-sm font-normal text-soft">
          set; computed {VERDICT_LABELS[verdict].toLowerCase()}
        </span>
      </span>
    );
  }
  return (
    <span className="inline-flex items-center gap-2 whitespace-nowrap">
      <VerdictMark verdict={verdict} />
      <span>{VERDICT_LABELS[verdict]}</span>
      {grade && <span className="text-soft">grade {grade}</span>}
      {indicative && <span className="text-sm font-normal text-warn">indicative</span>}
    </span>
  );
}
