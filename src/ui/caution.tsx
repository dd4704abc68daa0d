import { ChevronDown, TriangleAlert } from 'lucide-react';
import { useEffect, useState } from 'react';
import type { StepId } from '@/core/assessment/step-id';
import { CLOSING_LINE } from '@/core/steps/closing-line';
import { STEPS } from '@/core/steps/registry';
import { useWords } from './site';

// A page that is loaded anew shows its cautions whole again: somebody else may stand before it.
const read = new Set<string>();

/**
 * What can hurt at a step, said where it can hurt. Nothing for a step that cannot. Once it was shown in a run it folds to a line
 * that opens.
 */
export function Caution({ step, runId }: { readonly step: StepId; readonly runId: string }) {
  const words = useWords();
  const { caution } = STEPS[step];
  const place = `${runId} ${step}`;
  const [wasRead] = useState(() => read.has(place));
  useEffect(() => () => void read.add(place), [place]);
  if (!caution) return null;
  return (
    <aside aria-label="Caution" className="border-l-4 border-warn bg-warn-wash px-3 py-1.5 text-sm text-warn">
      <details open={!wasRead} className="group">
        <summary className="flex list-none items-start gap-3">
          <TriangleAlert size={20} aria-hidden="true" className="mt-0.5 shrink-0" />
          <span className="min-w-0 grow truncate group-open:whitespace-normal">{words(caution)}</span>
          <ChevronDown size={18} aria-hidden="true" className="mt-0.5 shrink-0 group-open:rotate-180" />
        </summary>
        <p className="pl-8">{CLOSING_LINE}</p>
      </details>
    </aside>
  );
}
