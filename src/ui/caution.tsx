import { ChevronDown, TriangleAlert } from 'lucide-react';
import { useEffect, useState } from 'react';
import type { StepId } from '@/core/assessment/step-id';
import { CLOSING_LINE } from '@/core/steps/closing-line';
import { STEPS } from '@/core/steps/registry';
import { useWords } from './site';

// A page that is loaded anew shows its cautions whole again: somebody else may stand before it.
const read = new Set<string>();

/** What can hurt at a step, said where it can hurt. Nothing for a step that cannot. */
export function Caution({ step, runId }: { readonly step: StepId; readonly runId: string }) {
  const { caution } = STEPS[step];
  return caution && <CautionText text={caution} place={`${runId} ${step}`} />;
}

/** What can hurt here. Once it was shown in this place it folds to a line that opens. */
export function CautionText({ text, place }: { readonly text: string; readonly place: string }) {
  const words = useWords();
  const [wasRead] = useState(() => read.has(place));
  useEffect(() => () => void read.add(place), [place]);
  return (
    <aside aria-label="Caution" className="border-l-4 border-warn bg-warn-wash px-3 py-1.5 text-sm text-warn">
      <details open={!wasRead} className="group">
        <summary className="flex list-none items-start gap-3">
          <TriangleAlert size={20} aria-hidden="true" className="mt-0.5 shrink-0" />
          <span className="min-w-0 grow truncate group-open:whitespace-normal">{words(text)}</span>
          <ChevronDown size={18} aria-hidden="true" className="mt-0.5 shrink-0 group-open:rotate-180" />
        </summary>
        <p className="pl-8">{CLOSING_LINE}</p>
      </details>
    </aside>
  );
}
