import { useState } from 'react';
import { VERDICT_LABELS, VERDICTS, type Verdict } from '@/core/assessment/verdict';
import type { Decision } from '@/core/practice/debrief';
import { CAUSE_LABELS, CAUSES, type Cause } from '@/core/practice/practice-case';
import { Button } from '@/ui/button';
import { Choices } from '@/ui/choices';
import { DialogFrame } from '@/ui/dialog-frame';

const VERDICT_CHOICES = VERDICTS.map((verdict) => ({ value: verdict, label: VERDICT_LABELS[verdict] }));
const CAUSE_CHOICES = CAUSES.map((cause) => ({ value: cause, label: CAUSE_LABELS[cause] }));

/** The trainee's word: what becomes of the battery, and where the trouble was. */
export function Decide({
  onDecide,
  onBack,
}: {
  readonly onDecide: (decision: Decision) => void;
  readonly onBack: () => void;
}) {
  const [verdict, setVerdict] = useState<Verdict | null>(null);
  const [cause, setCause] = useState<Cause | null>(null);
  return (
    <DialogFrame
      title="What becomes of it, and where was the trouble?"
      className="top-1/2 grid max-h-[92vh] w-[min(44rem,94vw)] -translate-y-1/2 gap-5 overflow-y-auto p-6"
      onClose={onBack}
    >
      <Choices
        legend="Verdict"
        name="verdict"
        choices={VERDICT_CHOICES}
        chosen={verdict}
        onChoose={setVerdict}
      />
      <Choices
        legend="The trouble is"
        name="cause"
        choices={CAUSE_CHOICES}
        chosen={cause}
        onChoose={setCause}
      />
      <div className="flex flex-wrap gap-3">
        <Button
          tone="main"
          large
          disabled={verdict === null || cause === null}
          onClick={() => verdict !== null && cause !== null && onDecide({ verdict, cause })}
        >
          Show what was true
        </Button>
        <Button large onClick={onBack}>
          Back to the bench
        </Button>
      </div>
    </DialogFrame>
  );
}
