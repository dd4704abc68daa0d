import { TriangleAlert } from 'lucide-react';
import type { StepId } from '@/core/assessment/step-id';
import { CAUTIONS, CLOSING_LINE } from '@/core/procedure/cautions';

/** What can hurt at a step, said where it can hurt. Nothing for a step that cannot. */
export function Caution({ step }: { readonly step: StepId }) {
  const caution = CAUTIONS[step];
  if (!caution) return null;
  return (
    <aside
      aria-label="Caution"
      className="flex gap-3 border-l-4 border-warn bg-warn-wash px-3 py-1.5 text-sm text-warn"
    >
      <TriangleAlert size={20} aria-hidden="true" className="mt-0.5 shrink-0" />
      <p>
        {caution} {CLOSING_LINE}
      </p>
    </aside>
  );
}
